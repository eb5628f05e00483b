import { createSHA256 } from 'hash-wasm';
import type { BlockReader } from './block-reader';

const chunkBytes = 2 ** 21;

/**
 * SHA-256 (FIPS 180-4) of all that a reader holds, in hexadecimal, read 2 MiB at a time, the next piece already while one is
 * counted. `between` is awaited behind each piece with the bytes done so far: it may tell them, or hold the work up.
 * Null where the reader ends before its length.
 */
export async function sha256Of(
  reader: BlockReader,
  between: (doneBytes: number) => Promise<void> | void = () => {},
): Promise<string | null> {
  const hash = await createSHA256();
  hash.init();
  const piece = (at: number) => reader.read(at, Math.min(chunkBytes, reader.length - at));
  let next = piece(0);
  for (let at = 0; at < reader.length; at += chunkBytes) {
    const bytes = await next;
    if (bytes.length < Math.min(chunkBytes, reader.length - at)) return null;
    next = at + chunkBytes < reader.length ? piece(at + chunkBytes) : next;
    hash.update(bytes);
    await between(at + bytes.length);
  }
  return hash.digest('hex');
}
