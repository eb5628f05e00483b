import { z } from 'zod';
import { shortText } from './drive';

/** A case at a dock port: what it carries in practice decides how long a copy lasts. */
export const DockCase = z.object({
  schema: z.literal('jicara.case/1'),
  id: z.string().regex(/^[a-z0-9-]{1,60}$/u),
  model: shortText,
  link: shortText,
  rateBytesPerS: z.int().positive(),
  source: shortText,
});
export type DockCase = z.infer<typeof DockCase>;
