import { z } from 'zod';

/** When an act is to be practised again: stated on the screen, simple on purpose. */
export const spacingRule =
  'What was missed comes again the next day; what was remembered after twice as long as before, up to sixteen days.';
const longestDays = 16;

/** How one act of one device stands with one technician. */
export const ActRecord = z.object({
  actId: z.string().max(60),
  intervalDays: z.int().min(1).max(longestDays),
  dueOn: z.iso.date(),
});
export type ActRecord = z.infer<typeof ActRecord>;

const day = 86_400_000;
const dateOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/** The record of an act after it was practised on a day (UTC date of `now`). */
export function practised(
  before: ActRecord | null,
  actId: string,
  remembered: boolean,
  now: Date,
): ActRecord {
  const intervalDays = remembered ? Math.min(longestDays, before ? before.intervalDays * 2 : 2) : 1;
  return { actId, intervalDays, dueOn: dateOf(now.getTime() + intervalDays * day) };
}

/** Acts that are due, the longest due first; what was never practised is not among them. */
export const due = (records: ActRecord[], now: Date): ActRecord[] =>
  records
    .filter(({ dueOn }) => dueOn <= dateOf(now.getTime()))
    .sort((a, b) => a.dueOn.localeCompare(b.dueOn) || a.intervalDays - b.intervalDays);
