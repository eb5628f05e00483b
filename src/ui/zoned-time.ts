import { TZDate } from '@date-fns/tz';

/** "2026-11-24T16:30" on a wall clock of the zone, as an ISO moment; null where it is no time. */
export function localToIso(local: string, timeZone: string): string | null {
  const match = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)/u.exec(local);
  if (!match) return null;
  const [year, month, day, hour, minute] = match.slice(1).map(Number) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const date = new TZDate(year, month - 1, day, hour, minute, timeZone);
  return Number.isNaN(date.getTime()) ? null : new Date(date.getTime()).toISOString();
}
