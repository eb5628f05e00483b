import { DriveError, type SourceDrive } from './drives';

/** Bytes of the source that could not be read and were filled with zeros. */
export type Unreadable = { offset: number; bytes: number };

const retries = 3;

async function tryRead(drive: SourceDrive, offset: number, into: Uint8Array): Promise<boolean> {
  for (let attempt = 0; attempt < retries; attempt += 1) {
    try {
      await drive.readInto(offset, into);
      return true;
    } catch (error) {
      if (!(error instanceof DriveError) || error.trouble !== 'bad-sector') throw error;
    }
  }
  return false;
}

/**
 * Reads as much as can be read: each piece up to three times, then its halves, down to single sectors; a sector that
 * stays unreadable is filled with zeros and told. Other troubles are thrown. Resolves to what was filled, joined.
 */
export async function readWithCare(
  drive: SourceDrive,
  offset: number,
  into: Uint8Array,
  sectorBytes: number,
): Promise<Unreadable[]> {
  if (await tryRead(drive, offset, into)) return [];
  if (into.length <= sectorBytes) {
    into.fill(0);
    return [{ offset, bytes: into.length }];
  }
  const half = Math.ceil(into.length / 2 / sectorBytes) * sectorBytes;
  const first = await readWithCare(drive, offset, into.subarray(0, half), sectorBytes);
  const second = await readWithCare(drive, offset + half, into.subarray(half), sectorBytes);
  const [last, next] = [first.at(-1), second[0]];
  if (last && next && last.offset + last.bytes === next.offset) {
    last.bytes += next.bytes;
    return [...first, ...second.slice(1)];
  }
  return [...first, ...second];
}
