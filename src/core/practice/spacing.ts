import * as z from 'zod';

/** When a step is to be practised again: stated on the screen, simple on purpose. */
export const spacingRule =
  'What was missed comes again the next day; what was remembered after twice as long as before, up to sixteen days.';
const longestDays = 16;

/** How one step of one device stands with one technician. */
export const StepRecord = z.object({
  stepId: z.string().max(60),
  intervalDays: z.int().min(1).max(longestDays),
  dueOn: z.iso.date(),
});
export type StepRecord = z.infer<typeof StepRecord>;

const day = 86_400_000;
const dateOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/**
 * The record of a step after it was practised on a day (UTC date of `now`). Days count, not runs: what is remembered before it is due
 * again changes nothing.
 */
export function practised(
  before: StepRecord | null,
  stepId: string,
  remembered: boolean,
  now: Date,
): StepRecord {
  if (remembered && before && before.dueOn > dateOf(now.getTime())) return before;
  const intervalDays = remembered ? Math.min(longestDays, before ? before.intervalDays * 2 : 2) : 1;
  return { stepId, intervalDays, dueOn: dateOf(now.getTime() + intervalDays * day) };
}

/** Steps that are due, the longest due first; what was never practised is not among them. */
export const due = (records: StepRecord[], now: Date): StepRecord[] =>
  records
    .filter(({ dueOn }) => dueOn <= dateOf(now.getTime()))
    .sort((a, b) => a.dueOn.localeCompare(b.dueOn) || a.intervalDays - b.intervalDays);
