import type { BlockReader } from './block-reader';

/**
 * Calls `found(first, end)` for each run of set bits (lowest bit of a byte first) among `count` bits of `bytes`.
 * Bits past the end of `bytes` count as set: what cannot be read is taken for used.
 */
export function eachSetRun(
  bytes: Uint8Array,
  count: number,
  found: (first: number, end: number) => void,
): void {
  let runStart = -1;
  for (let at = 0; at < count;) {
    const byte = bytes[at >>> 3] ?? 0xff;
    if ((at & 7) === 0 && at + 8 <= count && (byte === 0 || byte === 0xff)) {
      if (byte === 0xff && runStart === -1) runStart = at;
      if (byte === 0 && runStart !== -1) {
        found(runStart, at);
        runStart = -1;
      }
      at += 8;
      continue;
    }
    const isSet = ((byte >>> (at & 7)) & 1) === 1;
    if (isSet && runStart === -1) runStart = at;
    if (!isSet && runStart !== -1) {
      found(runStart, at);
      runStart = -1;
    }
    at += 1;
  }
  if (runStart !== -1) found(runStart, count);
}

const chunkBytes = 2 ** 20;

/** A stretch of a bitmap on the drive: bytes from the partition's start. */
export type BitmapPiece = { offset: number; bytes: number };

/**
 * As `eachSetRun`, over a bitmap of `count` bits that lies in pieces on a partition, read a mebibyte at a time; holes read
 * as free. Runs that go on from one chunk to the next are told in two. Resolves to the set bits; false where the
 * pieces hold fewer than `count` bits or cannot be read.
 */
export async function eachSetRunIn(
  partition: BlockReader,
  pieces: BitmapPiece[],
  count: number,
  found: (first: number, end: number) => void,
): Promise<number | false> {
  let done = 0;
  let set = 0;
  for (const piece of pieces) {
    for (let at = 0; at < piece.bytes && done < count; at += chunkBytes) {
      const bytes = Math.min(chunkBytes, piece.bytes - at, Math.ceil((count - done) / 8));
      const bits = Math.min(bytes * 8, count - done);
      if (!partition.isHole?.(piece.offset + at, bytes)) {
        const chunk = await partition.read(piece.offset + at, bytes);
        if (chunk.length < bytes) return false;
        const base = done;
        eachSetRun(chunk, bits, (first, end) => {
          set += end - first;
          found(base + first, base + end);
        });
      }
      done += bits;
    }
  }
  return done === count && set;
}
