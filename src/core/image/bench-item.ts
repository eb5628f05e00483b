import * as z from 'zod';
import { FileStamp } from '../file-stamp';
import { type Margin, atMost, exact } from '../margin';
import { Sha256 } from './system-image';

/** One use of a stick or cable: which job it served, and whether it did its work. */
export const ItemUse = z.object({
  at: z.iso.datetime(),
  by: z.string().max(8),
  jobId: z.string().max(12).nullable(),
  worked: z.boolean(),
  what: z.string().trim().min(1).max(200),
});
export type ItemUse = z.infer<typeof ItemUse>;

export const itemKinds = ['stick', 'cable'] as const;

/** A stick or a cable of the bench, by the label that stands on it. */
export const BenchItem = z.object({
  schema: z.literal('jicara.bench-item/1'),
  label: z.string().regex(/^[A-Z]{2}-\d{4,6}$/u, 'Two letters and a number, such as ST-1101.'),
  kind: z.enum(itemKinds),
  model: z.string().trim().min(1).max(80),
  /** Sticks: bytes that fit on it. */
  bytes: z.int().positive().nullable(),
  /** Sticks: what it writes in a second. */
  writeBytesPerS: z.int().positive().nullable(),
  /** Cables: the case that it lies with. */
  caseId: z.string().max(60).nullable(),
  binned: z.boolean(),
});
export type BenchItem = z.infer<typeof BenchItem>;

/** What a stick holds, as far as this bench knows: written by it, and read back or not. */
export const StickContent = z.object({
  state: z.enum(['half-written', 'differs', 'matched', 'unreadable']),
  imageId: z.string(),
  name: z.string(),
  version: z.string(),
  fileName: z.string(),
  /** Of the file that was written; and of what it unpacked to, once all was written. */
  fileSha256: Sha256,
  sha256: Sha256.nullable(),
  imageBytes: z.int().nonnegative(),
  at: z.iso.datetime(),
  /** What told the written stick from any other state of it. */
  stamp: FileStamp.nullable().default(null),
});
export type StickContent = z.infer<typeof StickContent>;

/** A workshop's rule of thumb, stated on the screen: what failed so often is thrown away rather than tried again. */
export const failuresToBin = 3;

/** Failures in a record against the number at which it is suggested to bin the thing. */
export function recordMargin(label: string, uses: ItemUse[]): Margin {
  const failures = uses.filter(({ worked }) => !worked).length;
  return atMost(
    {
      id: 'record',
      what: `Failures of ${label}`,
      unit: 'count',
      remedy: `It failed ${failures} times: bin it and take another one.`,
    },
    exact(failures, { kind: 'computed', note: `${uses.length} uses on record` }),
    exact(failuresToBin - 1, { kind: 'default', note: `bin it at ${failuresToBin} failures` }),
  );
}
