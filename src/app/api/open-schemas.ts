import { z } from 'zod';
import { DeviceProfile } from '@/core/device';
import { Job, Manifest, Sheet } from '@/core/job';
import { partSchemas } from '@/core/part';
import { FitRequest, ImportRequest } from '@/server';

/** Every open format by name, each the Zod schema that parses it. */
export const openSchemas: Readonly<Record<string, z.ZodType>> = Object.freeze({
  device: DeviceProfile,
  ...partSchemas,
  fit: FitRequest,
  import: ImportRequest,
  job: Job,
  sheet: Sheet,
  manifest: Manifest,
});

export const jsonSchemaOf = (schema: z.ZodType) =>
  z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' });
