import * as z from 'zod';
import { FileStamp } from '../file-stamp';

/** A drive of a copy: its bench label, its serial number and its size. */
export const CopySide = z.object({ benchLabel: z.string(), serial: z.string(), bytes: z.int() });
export type CopySide = z.infer<typeof CopySide>;

/** What is copied from: what it was when the copy was begun, and the image that its bytes are said to be, where one is. */
export const CopySource = CopySide.extend({
  stamp: FileStamp.nullable().default(null),
  imageSha256: z.string().nullable().default(null),
});
export type CopySource = z.infer<typeof CopySource>;

/** When what was written is read back: behind each batch, after all of it, or not at all; the last two with a reason. */
export const ReadBack = z.object({
  mode: z.enum(['each', 'last', 'skipped']),
  reason: z.string().max(300),
});
export type ReadBack = z.infer<typeof ReadBack>;

/** What the copier is told to do: all of it in a file, so that a resumed copy does the same. */
export const CopyOrder = z.object({
  schema: z.enum(['jicara.copy-order/1', 'jicara.copy-order/2', 'jicara.copy-order/3']),
  source: CopySource,
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
      /** Nothing is read for it: it must read zero on the target, and is left out where that is known. */
      zero: z.boolean().default(false),
    }),
  ),
  rewrites: z.array(z.object({ what: z.string(), offset: z.int().nonnegative(), base64: z.string() })),
});
export type CopyOrder = z.infer<typeof CopyOrder>;

/** What of an order must be the same for a copy to go on: all but the state of the source, which is looked at by itself. */
const workOf = ({ source, ...order }: CopyOrder) =>
  JSON.stringify({ ...order, schema: null, source: { ...source, stamp: null } });

/** True where both orders do the same work, from the same source to the same target. */
export const sameWork = (one: CopyOrder, other: CopyOrder): boolean => workOf(one) === workOf(other);
