import { TZDate } from '@date-fns/tz';
import type { Worker } from '@/core/day';
import type { FrameView } from '@/core/job-view';
import { parseHours, usualHours } from '@/core/workshop';
import { partsOfKind } from './parts';
import type { Runtime } from './runtime';

/** The days that are planned ahead: what does not fit today goes on tomorrow. */
const daysAhead = 7;

/** When somebody works from now on, minutes; a stretch that runs already begins at 0. */
function windowsOf(hours: string | null, now: Date, timeZone: string): Worker['windows'] {
  const parsed = parseHours(hours ?? usualHours);
  const stretches = parsed.ok ? parsed.value : [];
  const today = new TZDate(now.getTime(), timeZone);
  const minutes = (day: number, ofDay: number): number =>
    (new TZDate(
      today.getFullYear(),
      today.getMonth(),
      today.getDate() + day,
      Math.floor(ofDay / 60),
      ofDay % 60,
      timeZone,
    ).getTime() -
      now.getTime()) /
    60_000;
  return Array.from({ length: daysAhead }, (_, day) =>
    stretches
      .map(({ from, to }) => ({ from: Math.max(0, minutes(day, from)), to: minutes(day, to) }))
      .filter(({ from, to }) => to > from),
  ).flat();
}

/** Minutes until noon of a day, at the workshop: nobody knows the hour of a delivery. */
export function noonOf(
  day: string,
  { now, settings: { timeZone } }: Pick<FrameView, 'now' | 'settings'>,
): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  return (new TZDate(year, month - 1, date, 12, timeZone).getTime() - Date.parse(now)) / 60_000;
}

/** Who works, and when, in minutes from now. */
export function crewOf({
  now,
  settings: { timeZone },
  technicians,
}: Pick<FrameView, 'now' | 'settings' | 'technicians'>): Worker[] {
  return technicians.map(({ initials, name, mains, hours }) => ({
    initials,
    name,
    mains,
    windows: windowsOf(hours, new Date(now), timeZone),
  }));
}

/** How many of each machine there are. A copy wants a case for the new drive; at least one port there is. */
export async function machinesOf({ database }: Runtime): Promise<Record<string, number>> {
  const cases = (await partsOfKind(database, 'case')).reduce((sum, { onShelf }) => sum + onShelf, 0);
  return { dock: Math.max(1, cases), network: 1 };
}
