import * as z from 'zod';
import { CopyGrade, ReadBackFrom } from './grade-schema';

/** What the copier proved: its grade, counts, and one digest over the digests of all blocks. */
export const CopyProof = z.object({
  grade: CopyGrade,
  /** A simulated drive or device had a part in it: it proves nothing of a real one. */
  simulated: z.boolean(),
  /** What was written: the drive itself, or an image file that is still to be written to it. */
  into: z.enum(['drive', 'image-file']).default('drive'),
  blocks: z.int().nonnegative(),
  bytes: z.int().nonnegative(),
  mismatches: z.int().nonnegative(),
  rewrites: z.int().nonnegative(),
  sha256: z.string().regex(/^[0-9a-f]{64}$/u),
  seconds: z.number().nonnegative(),
  /** When the result was read back; anything but behind each batch has a reason. */
  readBack: z
    .object({ mode: z.enum(['each', 'last', 'skipped']), reason: z.string() })
    .default({ mode: 'each', reason: '' }),
  /** Where what was read back came from; null where nothing was, or where it was not noted. */
  readBackFrom: ReadBackFrom.nullable().default(null),
  /** Blocks that were no longer as an earlier run had left them, and were done again. */
  redoneBlocks: z.int().nonnegative().default(0),
  /** What of the old drive could not be read and was filled with zeros: offset on it, and the file or area it belongs to. */
  unreadable: z
    .array(
      z.object({
        offset: z.int().nonnegative(),
        bytes: z.int().positive(),
        part: z.string(),
        area: z.string().nullable(),
      }),
    )
    .default([]),
});
export type CopyProof = z.infer<typeof CopyProof>;
