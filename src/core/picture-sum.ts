import * as z from 'zod';

/** A picture by what it holds (SHA-256, FIPS 180-4): whoever names it names this one and no other. */
export const PictureSum = z.string().regex(/^[0-9a-f]{64}$/u);
