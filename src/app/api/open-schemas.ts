import type { z } from 'zod';
import { Inspection, LayoutDocument } from '@/core/disk';
import { catalogueSchemas } from '@/core/exchange';
import { BenchItem, ImageIndex, SystemImage } from '@/core/image';
import { ActRequest } from '@/core/acts';
import { Job } from '@/core/job';
import { Manifest } from '@/core/copy';
import { Sheet } from '@/core/sheet';
import { FitRequest, ImportRequest } from '@/server';

/** Every open format by name, each the Zod schema that parses it. */
export const openSchemas: Readonly<Record<string, z.ZodType>> = Object.freeze({
  ...catalogueSchemas,
  fit: FitRequest,
  import: ImportRequest,
  job: Job,
  act: ActRequest,
  sheet: Sheet,
  manifest: Manifest,
  inspection: Inspection,
  layout: LayoutDocument,
  'system-image': SystemImage,
  'image-index': ImageIndex,
  'bench-item': BenchItem,
});
