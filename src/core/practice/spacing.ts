import type { StepRecord } from './step-record';

/** When a step is to be practised again: stated on the screen, simple on purpose. */
export const spacingRule =
  'What was missed comes again the next day; what was remembered after twice as long as before, up to sixteen days.';
const longestDays = 16;

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
