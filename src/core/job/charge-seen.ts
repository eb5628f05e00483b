import * as z from 'zod';

/** A charge as a person read it, percent, and when; ISO 8601. */
export const ChargeSeen = z.object({ at: z.iso.datetime(), percent: z.number().min(0).max(100) });
export type ChargeSeen = z.infer<typeof ChargeSeen>;
