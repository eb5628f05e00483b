/** A view of bytes for reading fields; shares their memory. */
export const viewOf = (bytes: Uint8Array): DataView =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.length);

/** A 64-bit field, little-endian: a safe whole number, or NaN where it is larger than any drive can be. */
export function u64(view: DataView, offset: number): number {
  return safe(view.getBigUint64(offset, true));
}

/** A 64-bit field, big-endian, as `u64`. */
export const u64Big = (view: DataView, offset: number): number => safe(view.getBigUint64(offset, false));

const safe = (value: bigint) => (value <= BigInt(Number.MAX_SAFE_INTEGER) ? Number(value) : Number.NaN);

/** Bytes as Latin-1 text, for marks and short names. */
export const latin1 = (bytes: Uint8Array): string => String.fromCharCode(...bytes);

/** UTF-8 text up to its first zero byte; what is not UTF-8 shows as replacement characters. */
export function utf8UntilZero(bytes: Uint8Array): string {
  const end = bytes.indexOf(0);
  return new TextDecoder().decode(end === -1 ? bytes : bytes.subarray(0, end));
}

/** UTF-16 little-endian text, up to its first zero. */
export const utf16 = (bytes: Uint8Array): string =>
  new TextDecoder('utf-16le').decode(bytes).replace(/\0.*$/su, '');

export const hex = (bytes: Uint8Array): string =>
  Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');

/** 16 bytes in order (RFC 9562) as the usual text, lower case. */
export function uuidText(bytes: Uint8Array): string {
  const text = hex(bytes);
  return [text.slice(0, 8), text.slice(8, 12), text.slice(12, 16), text.slice(16, 20), text.slice(20)].join(
    '-',
  );
}

export const isPowerOfTwo = (n: number): boolean => n > 0 && Number.isInteger(n) && (n & (n - 1)) === 0;

/** True where all bytes are zero. */
export function isAllZero(bytes: Uint8Array): boolean {
  // Four bytes at a time between the ragged ends: this runs over every block that is copied.
  const head = Math.min(bytes.length, (4 - (bytes.byteOffset % 4)) % 4);
  const words = Math.floor((bytes.length - head) / 4);
  for (let i = 0; i < head; i += 1) if (bytes[i] !== 0) return false;
  const view = new Uint32Array(bytes.buffer, bytes.byteOffset + head, words);
  for (let i = 0; i < words; i += 1) if (view[i] !== 0) return false;
  for (let i = head + 4 * words; i < bytes.length; i += 1) if (bytes[i] !== 0) return false;
  return true;
}
