import type { Margin } from './margin';

/** The oldest day that a margin’s numbers come from; null where none of them says its day. */
export function oldestDay({ value, limit }: Margin): string | null {
  const bounds =
    limit.kind === 'one-of' || limit.kind === 'version-at-least'
      ? [limit]
      : limit.kind === 'within'
        ? [limit.from, limit.to]
        : [limit.limit];
  const days = [value, ...bounds].flatMap((one) => ('origin' in one && one.origin.at ? [one.origin.at] : []));
  return days.reduce<string | null>((least, day) => (least === null || day < least ? day : least), null);
}

/** The day so many months before another: what comes from before it is called old. */
export function monthsBefore(now: string, months: number): string {
  const day = new Date(now);
  day.setUTCMonth(day.getUTCMonth() - months);
  return day.toISOString().slice(0, 10);
}
