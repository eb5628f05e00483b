import * as z from 'zod';

const minor = z.int().nonnegative().max(1e11);

/** What a workshop asks for its work, and what is added by law; all amounts in minor units of its currency. */
export const MoneySettings = z.object({
  /** An hour of work. */
  hourMinor: minor,
  /** Work by bands instead of minutes: up to so many minutes it costs so much. Empty: by the minute. */
  bands: z
    .array(z.object({ upToMinutes: z.int().positive().max(10_000), minor }))
    .max(12)
    .default([])
    .refine(
      (bands) => bands.every(({ upToMinutes }, i) => i === 0 || upToMinutes > bands[i - 1]!.upToMinutes),
      'Each band goes further than the one before.',
    ),
  /** Taxes, each a line of its own; hundredths of a percent, so that 21.5 % is 2150. */
  taxes: z
    .array(
      z.object({
        name: z.string().trim().min(1).max(40),
        basisPoints: z.int().min(0).max(10_000),
        on: z.enum(['all', 'parts', 'labour']),
      }),
    )
    .max(6)
    .default([]),
  /** The total is rounded to multiples of this: 5 where no smaller coins are taken. */
  roundToMinor: z.int().min(1).max(10_000).default(1),
  /** Days for which a quote holds. */
  validDays: z.int().min(1).max(365).default(30),
});
export type MoneySettings = z.infer<typeof MoneySettings>;
