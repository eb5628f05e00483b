import { createHash } from 'node:crypto';
import type { SpanSum, UsedPiece } from '@/core/copy';
import type { ImageFile } from './image-file';

const readBytes = 2 ** 20;

/** What the used stretches of a finished image add up to, SHA-256 each; read in order, `tell` after each mebibyte with the bytes so far. */
export async function spanSums(
  image: Pick<ImageFile, 'readInto'>,
  pieces: UsedPiece[],
  tell: (bytes: number) => void,
): Promise<SpanSum[]> {
  const sums: SpanSum[] = [];
  const buffer = new Uint8Array(readBytes);
  let done = 0;
  for (const { offset, bytes } of pieces) {
    const hash = createHash('sha256');
    for (let at = 0; at < bytes; at += readBytes) {
      const into = buffer.subarray(0, Math.min(readBytes, bytes - at));
      await image.readInto(offset + at, into);
      hash.update(into);
      done += into.length;
      tell(done);
    }
    sums.push({ offset, bytes, sha256: hash.digest('hex') });
  }
  return sums;
}
