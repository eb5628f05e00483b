import { TZDate } from '@date-fns/tz';
import type { DayJob, DayView, DayTask, Worker } from '@/core/day';
import { dayTasksOf } from '@/core/job-view';
import { parseHours, usualHours } from '@/core/workshop';
import { loadContexts } from './job-context';
import { openJobs } from './jobs';
import { partsOfKind } from './parts';
import type { Runtime } from './runtime';
import { allTechnicians, readSettings } from './workshop';

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

/** Everything that the day is planned from, as it stands now. */
export async function dayView(runtime: Runtime): Promise<DayView> {
  const { database } = runtime;
  const now = runtime.now();
  const { timeZone } = await readSettings(database);
  const { jobs, unread } = await openJobs(database, runtime.jobsRead);
  const list: DayJob[] = [];
  const tasks: DayTask[] = [];
  for (const { stored, context } of await loadContexts(runtime, jobs)) {
    if (!context.ok) {
      unread.push({ id: stored.state.job.id, why: context.fault.sentence });
      continue;
    }
    const { job, facts } = stored.state;
    const copy = await runtime.copies.state(job.id, facts['copy.verified'] !== undefined);
    const own = dayTasksOf(stored.state, context.value, copy);
    list.push(own.job);
    tasks.push(...own.tasks);
  }
  const crew = (await allTechnicians(database)).map(({ initials, name, mains, hours }) => ({
    initials,
    name,
    mains,
    windows: windowsOf(hours, now, timeZone),
  }));
  // A copy wants a case for the new drive; at least one port there is.
  const cases = (await partsOfKind(database, 'case')).reduce((sum, { onShelf }) => sum + onShelf, 0);
  return {
    now: now.toISOString(),
    day: { tasks, jobs: list, crew, machines: { dock: Math.max(1, cases), network: 1 } },
    unread,
  };
}
