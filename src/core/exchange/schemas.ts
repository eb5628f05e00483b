import * as z from 'zod';
import { DeviceProfile } from '../device';
import { partSchemas } from '../part';

/** The open formats of the catalogue by name, each the Zod schema that parses it. */
export const catalogueSchemas: Readonly<Record<string, z.ZodType>> = Object.freeze({
  device: DeviceProfile,
  ...partSchemas,
});

/** The JSON Schema (2020-12) of what a schema reads. */
export const jsonSchemaOf = (schema: z.ZodType) =>
  z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' });
