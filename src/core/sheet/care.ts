import type { Care } from '../device';

/** A day so many months after another; the last of a month that is shorter. Both ISO 8601 dates. */
export function monthsAfter(day: string, months: number): string {
  const [year = 0, month = 1, date = 1] = day.slice(0, 10).split('-').map(Number);
  const last = new Date(Date.UTC(year, month - 1 + months + 1, 0)).getUTCDate();
  return new Date(Date.UTC(year, month - 1 + months, Math.min(date, last))).toISOString().slice(0, 10);
}

/** What a device wants later, counted from a day, the soonest first. */
export const careFrom = (care: readonly Care[], day: string): { what: string; how: string; due: string }[] =>
  care
    .map(({ what, how, everyMonths }) => ({
      what,
      how: `${how} Every ${everyMonths} months.`,
      due: monthsAfter(day, everyMonths),
    }))
    .sort((a, b) => a.due.localeCompare(b.due));
