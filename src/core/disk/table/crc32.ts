/** CRC-32 with the reflected polynomial 0xEDB88320 (ISO/IEC 3309, as the UEFI specification asks for in 5.3.2). */
const table = Uint32Array.from({ length: 256 }, (_, byte) => {
  let crc = byte;
  for (let bit = 0; bit < 8; bit += 1) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  return crc;
});

/** Checksum of the bytes as an unsigned 32-bit number; the empty input gives 0. `before` is that of the bytes in front of them. */
export function crc32(bytes: Uint8Array, before = 0): number {
  let crc = (before ^ 0xffffffff) >>> 0;
  for (let i = 0; i < bytes.length; i += 1) crc = table[(crc ^ bytes[i]!) & 0xff]! ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}
