import * as z from 'zod';
import { wipeMethods } from './method-names';

/** What became of a drive that stayed here as the way back. */
export const OldDriveAfter = z.object({
  /** The last day that it is kept, as the owner signed it; null where no day was set. */
  until: z.iso.date().nullable(),
  /** Its label was typed: it may be overwritten, and why. */
  armed: z.object({ at: z.iso.datetime(), by: z.string(), why: z.string().max(300) }).nullable(),
  /** Null while it lies here. */
  end: z
    .discriminatedUnion('kind', [
      z.object({
        kind: z.literal('given-back'),
        at: z.iso.datetime(),
        by: z.string(),
        to: z.string().max(120),
      }),
      z.object({
        kind: z.literal('wiped'),
        at: z.iso.datetime(),
        by: z.string(),
        method: z.enum(wipeMethods),
        /** Overwritten and read back by Jicara itself, or told by whoever did it elsewhere. */
        seen: z.boolean(),
        /** What reading it back came to: all of it, places by chance, or nothing was read. */
        readBack: z.enum(['all', 'sampled', 'none']),
        /** Bytes that held something and were overwritten; null where nobody counted. */
        bytes: z.int().nonnegative().nullable(),
        words: z.string().max(300),
      }),
    ])
    .nullable(),
});
export type OldDriveAfter = z.infer<typeof OldDriveAfter>;
/** How a drive was wiped. */
export type Wiped = Extract<NonNullable<OldDriveAfter['end']>, { kind: 'wiped' }>;
