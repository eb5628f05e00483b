import * as z from 'zod';

export const Activity = z.enum(['idle', 'light-read', 'read', 'write']);
export type Activity = z.infer<typeof Activity>;

/** A workload as steps that repeat until the time is over: what the drive does, or a power of one's own. */
export const Workload = z.object({
  id: z.string().max(40),
  name: z.string().trim().min(1).max(60),
  steps: z
    .array(
      z.object({
        seconds: z.number().positive().max(86_400),
        does: z.union([Activity, z.object({ watts: z.number().min(0).max(60) })]),
      }),
    )
    .min(1)
    .max(24),
});
export type Workload = z.infer<typeof Workload>;
