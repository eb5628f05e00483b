import * as z from 'zod';

/** Whole numbers of any size come as far as they can be told exactly; beyond 2⁵³ as a decimal text. */
export const Counter = z.union([z.int().nonnegative(), z.string().regex(/^\d{16,40}$/u)]);
export type Counter = z.infer<typeof Counter>;

/** What a drive says of itself; null for what its log does not hold. Temperatures in °C, times in hours, amounts in bytes. */
export const Health = z.object({
  kind: z.enum(['nvme', 'sata']),
  model: z.string().max(80).nullable(),
  serial: z.string().max(60).nullable(),
  firmware: z.string().max(40).nullable(),
  bytes: z.int().positive().nullable(),
  temperatureC: z.number().min(-60).max(200).nullable(),
  powerOnHours: Counter.nullable(),
  powerCycles: Counter.nullable(),
  writtenBytes: Counter.nullable(),
  /** Share of the rated life that is used up, percent; above 100 it is past it. */
  usedPercent: z.number().min(0).max(255).nullable(),
  sparePercent: z.number().min(0).max(100).nullable(),
  spareLeastPercent: z.number().min(0).max(100).nullable(),
  /** Errors that the drive could not mend; of a SATA drive reallocated, pending and uncorrectable sectors together. */
  mediaErrors: Counter.nullable(),
  unsafeShutdowns: Counter.nullable(),
  /** Its own verdict: false where it warns of itself. */
  isHealthy: z.boolean().nullable(),
});
export type Health = z.infer<typeof Health>;
