import type { DayJob, DayTask } from '@/core/day';
import { type BenchView, benchCard, dayTasksOf, needsOfJob, withDeliveries } from '@/core/job-view';
import { type Need, deliveriesOf } from '@/core/shelf';
import { crewOf, machinesOf, noonOf } from './day-of-bench';
import { allPins, withPins } from './day-pins';
import { loadContexts } from './job-context';
import { dueOldDrives, openJobs } from './jobs';
import type { Runtime } from './runtime';
import { shelfFor, takesParts } from './shelf';
import { frameView } from './views';

/** Everything that is on the bench: what each job waits for, and what the day is planned from. */
export async function benchView(runtime: Runtime): Promise<BenchView> {
  const { database, copies } = runtime;
  const frame = await frameView(runtime);
  const { jobs, unread } = await openJobs(database, runtime.jobsRead);
  const cards: BenchView['cards'] = [];
  const list: DayJob[] = [];
  const wanted: DayTask[] = [];
  const needs: Need[] = [];
  for (const { stored, context } of await loadContexts(runtime, jobs)) {
    const { job, facts } = stored.state;
    if (!context.ok) {
      unread.push({ id: job.id, why: context.fault.sentence });
      continue;
    }
    const copy = await copies.state(job.id, facts['copy.verified'] !== undefined);
    cards.push(benchCard(stored.state, context.value, copy));
    const own = dayTasksOf(stored.state, context.value, copy, frame.now);
    list.push(own.job);
    wanted.push(...own.tasks);
    if (takesParts(runtime, job.takeIn.practice)) needs.push(...needsOfJob(stored.state, context.value));
  }
  const crew = crewOf(frame);
  const pins = await allPins(database);
  const { stocks, incoming } = await shelfFor(database, needs);
  const delivered = withDeliveries({ tasks: wanted, jobs: list }, deliveriesOf(stocks, needs, incoming), {
    nameOf: (id) => stocks.find((stock) => stock.id === id)?.name ?? id,
    minuteOf: (day) => noonOf(day, frame),
  });
  const { tasks, loose } = withPins(delivered.tasks, pins, { crew, nowMs: Date.parse(frame.now) });
  return {
    frame,
    cards,
    day: { tasks, jobs: delivered.jobs, crew, machines: await machinesOf(runtime) },
    pins,
    loosePins: loose,
    unread,
    handedOver: frame.jobs.filter((job) => job.handedOverAt !== null),
    dueDrives: await dueOldDrives(database, frame.now),
  };
}
