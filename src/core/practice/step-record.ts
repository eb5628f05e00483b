import * as z from 'zod';

/** How one step of one device stands with one technician. */
export const StepRecord = z.object({
  stepId: z.string().max(60),
  intervalDays: z.int().min(1).max(16),
  dueOn: z.iso.date(),
});
export type StepRecord = z.infer<typeof StepRecord>;
