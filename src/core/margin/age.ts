import type { Limit, Margin } from './margin-schema';

/** What a limit stands on: one end, both, or the list that it is. */
export function boundsOf(limit: Limit) {
  switch (limit.kind) {
    case 'one-of':
    case 'version-at-least':
      return [limit];
    case 'within':
      return [limit.from, limit.to];
    default:
      return [limit.limit];
  }
}

/** The oldest day that a margin’s numbers come from; null where none of them says its day. */
export function oldestDay({ value, limit }: Margin): string | null {
  const bounds = boundsOf(limit);
  const days = [value, ...bounds].flatMap((one) => ('origin' in one && one.origin.at ? [one.origin.at] : []));
  return days.reduce<string | null>((least, day) => (least === null || day < least ? day : least), null);
}

/** The day so many months before another: what comes from before it is called old. */
export function monthsBefore(now: string, months: number): string {
  const day = new Date(now);
  day.setUTCMonth(day.getUTCMonth() - months);
  return day.toISOString().slice(0, 10);
}
