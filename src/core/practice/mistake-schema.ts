import * as z from 'zod';

/** A step that people picked where another one was next, and how often. */
export const Mistake = z.object({
  insteadOf: z.string().min(1).max(60),
  picked: z.string().min(1).max(60),
  times: z.int().positive(),
});
export type Mistake = z.infer<typeof Mistake>;
