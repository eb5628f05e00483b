import * as z from 'zod';

export const Seconds = z.object({ least: z.number(), middle: z.number(), most: z.number() });

/** One thing that happens to the new drive, in order. `bytes` are what moves; times are null where nothing is known of the rate. */
export const Operation = z.object({
  kind: z.enum(['copy', 'read-back', 'rewrite', 'clear', 'table', 'leave', 'device']),
  what: z.string(),
  bytes: z.int().nonnegative(),
  seconds: Seconds.nullable(),
});
export type Operation = z.infer<typeof Operation>;
