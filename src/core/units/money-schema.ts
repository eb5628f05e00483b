import * as z from 'zod';

/** Money in minor units of its currency (ISO 4217), an integer: never floating point. */
export const Money = z.object({ minor: z.int(), currency: z.string().regex(/^[A-Z]{3}$/u) });
export type Money = z.infer<typeof Money>;
