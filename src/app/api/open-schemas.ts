import type { z } from 'zod';
import { catalogueSchemas } from '@/core/exchange';
import { Job, Manifest, Sheet } from '@/core/job';
import { FitRequest, ImportRequest } from '@/server';

/** Every open format by name, each the Zod schema that parses it. */
export const openSchemas: Readonly<Record<string, z.ZodType>> = Object.freeze({
  ...catalogueSchemas,
  fit: FitRequest,
  import: ImportRequest,
  job: Job,
  sheet: Sheet,
  manifest: Manifest,
});
