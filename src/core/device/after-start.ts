import * as z from 'zod';
import { shortText } from '../part';

/** How much an update or a driver matters: must be there, should be, may be left, or was seen to break something. */
export const weights = ['must', 'should', 'may-skip', 'breaks'] as const;

/** What a device wants after it starts: an update, a driver, a setting. */
export const AfterStart = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/u),
  what: shortText,
  weight: z.enum(weights),
  why: z.string().min(1).max(240),
});
export type AfterStart = z.infer<typeof AfterStart>;

/** What a device wants later, and how often, counted from the hand-over. */
export const Care = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/u),
  what: shortText,
  everyMonths: z.int().min(1).max(120),
  how: z.string().min(1).max(240),
});
export type Care = z.infer<typeof Care>;
