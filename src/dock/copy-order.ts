import { z } from 'zod';

/** What the copier is told to do: all of it in a file, so that a resumed copy does the same. */
export const CopyOrder = z.object({
  schema: z.literal('jicara.copy-order/1'),
  source: z.object({ benchLabel: z.string(), serial: z.string(), bytes: z.int() }),
  target: z.object({ benchLabel: z.string(), serial: z.string(), bytes: z.int() }),
  spans: z.array(
    z.object({ source: z.int().nonnegative(), target: z.int().nonnegative(), bytes: z.int().positive() }),
  ),
  rewrites: z.array(z.object({ what: z.string(), offset: z.int().nonnegative(), base64: z.string() })),
});
export type CopyOrder = z.infer<typeof CopyOrder>;

/** Identity of a drive as its sidecar says; checked again at the first write. */
export const DriveIdentity = z.object({
  schema: z.literal('jicara.dock-drive/1'),
  benchLabel: z.string().regex(/^[A-Z]{2}-\d{4,6}$/u),
  serial: z.string(),
  model: z.string(),
  bytes: z.int().positive(),
  sectorBytes: z.int().positive(),
  jobId: z.string(),
  role: z.enum(['old', 'new']),
});
export type DriveIdentity = z.infer<typeof DriveIdentity>;
