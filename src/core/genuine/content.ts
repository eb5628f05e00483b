/** Bytes of a place that are written and compared on a stand-in; a real drive is tried with the whole mebibyte. */
export const blockBytes = 4096;

/** What is written to a place: its own offset and the run’s number in every 16 bytes, then a stream that depends on both (xorshift, Marsaglia 2003). */
export function contentOf(offset: number, run: number, length: number = blockBytes): Uint8Array {
  const bytes = new Uint8Array(length);
  const view = new DataView(bytes.buffer);
  let state = (offset / 4096) ^ run ^ 0x9e3779b9 || 1;
  for (let at = 0; at + 16 <= length; at += 16) {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    view.setFloat64(at, offset, true);
    view.setUint32(at + 8, run, true);
    view.setInt32(at + 12, state, true);
  }
  return bytes;
}

/** What was found at a place: what was written there, what was written at another one, or neither. */
export type Found = { at: number; is: 'own' | 'nothing' | 'else' | 'unreadable' | { of: number } };

/** Tells what stands at a place of this run. */
export function foundAt(at: number, run: number, bytes: Uint8Array): Found {
  const own = contentOf(at, run, bytes.length);
  if (own.every((byte, i) => byte === bytes[i])) return { at, is: 'own' };
  if (bytes.every((byte) => byte === 0)) return { at, is: 'nothing' };
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const of = view.getFloat64(0, true);
  const isOfRun = Number.isSafeInteger(of) && of >= 0 && view.getUint32(8, true) === run;
  if (isOfRun && contentOf(of, run, bytes.length).every((byte, i) => byte === bytes[i]))
    return { at, is: { of } };
  return { at, is: 'else' };
}
