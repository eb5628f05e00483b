import { createHash } from 'node:crypto';

/** SHA-256 in hexadecimal (FIPS 180-4). */
export const sha256 = (bytes: Uint8Array | string): string =>
  createHash('sha256').update(bytes).digest('hex');
