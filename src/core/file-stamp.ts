import * as z from 'zod';

const decimal = z.string().regex(/^\d{1,30}$/u);

/**
 * What tells one state of a file from another (POSIX, `struct stat`): where it lies, its size and when it was last modified
 * and changed, in nanoseconds, and when that was looked at. Decimal texts, for they pass 2^53.
 */
export const FileStamp = z.object({
  device: decimal,
  file: decimal,
  bytes: decimal,
  modifiedNs: decimal,
  changedNs: decimal,
  seenNs: decimal,
});
export type FileStamp = z.infer<typeof FileStamp>;

/** A file that changed this shortly before it was looked at may change again under the same time stamp. */
const unsureNs = 2_000_000_000n;

/**
 * True where a file is surely in the state that it was in. False says that nobody knows without reading: another file, another
 * size or time, or a time that was too fresh to tell a second change from the first.
 */
export function surelyUnchanged(before: FileStamp | null, now: FileStamp | null): boolean {
  return (
    before !== null && sameState(before, now) && BigInt(before.changedNs) + unsureNs < BigInt(before.seenNs)
  );
}

/** True where both stamps are of one file in one state, as far as stamps can tell. */
export const sameState = (before: FileStamp | null, now: FileStamp | null): boolean =>
  before !== null &&
  now !== null &&
  (['device', 'file', 'bytes', 'modifiedNs', 'changedNs'] as const).every((key) => before[key] === now[key]);

/**
 * True where size and time of modification are the same: for a file that may have been copied elsewhere with its times since.
 * It rules no change out that somebody hides; what is written from such a file is hashed as it is read.
 */
export const sameModification = (before: FileStamp | null, now: FileStamp | null): boolean =>
  before !== null && now !== null && before.bytes === now.bytes && before.modifiedNs === now.modifiedNs;
