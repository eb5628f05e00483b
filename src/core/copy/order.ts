import { z } from 'zod';

/** A drive of a copy: its bench label, its serial number and its size. */
export const CopySide = z.object({ benchLabel: z.string(), serial: z.string(), bytes: z.int() });
export type CopySide = z.infer<typeof CopySide>;

/** When what was written is read back: behind each batch, after all of it, or not at all; the last two with a reason. */
export const ReadBack = z.object({
  mode: z.enum(['each', 'last', 'skipped']),
  reason: z.string().max(300),
});
export type ReadBack = z.infer<typeof ReadBack>;

/** What the copier is told to do: all of it in a file, so that a resumed copy does the same. */
export const CopyOrder = z.object({
  schema: z.enum(['jicara.copy-order/1', 'jicara.copy-order/2']),
  source: CopySide,
  target: CopySide,
  sectorBytes: z.int().positive().default(512),
  readBack: ReadBack.default({ mode: 'each', reason: '' }),
  /** Names of the partitions that spans speak of; 0 is the drive's own beginning. */
  parts: z.array(z.object({ number: z.int().nonnegative(), name: z.string() })).default([]),
  spans: z.array(
    z.object({
      source: z.int().nonnegative(),
      target: z.int().nonnegative(),
      bytes: z.int().positive(),
      part: z.int().nonnegative().default(0),
    }),
  ),
  rewrites: z.array(z.object({ what: z.string(), offset: z.int().nonnegative(), base64: z.string() })),
});
export type CopyOrder = z.infer<typeof CopyOrder>;
