import type { DayJob, DayTask } from '../day';
import type { Delivery } from '../shelf';

type Work = { tasks: readonly DayTask[]; jobs: readonly DayJob[] };

/** From noon, which a delivery is counted by, to the end of its day. */
const halfDayMin = 12 * 60;

/** Work that wants the new parts in hand. */
const wantsParts = (task: DayTask): boolean => task.station === 'carry-over' || task.station === 'swap';

/**
 * The day with what has to come first: a job whose part is ordered waits for it, one whose part nobody ordered is held. `minuteOf` says in
 * how many minutes a day’s deliveries are there.
 */
export function withDeliveries(
  { tasks, jobs }: Work,
  deliveries: readonly Delivery[],
  { nameOf, minuteOf }: { nameOf: (partId: string) => string; minuteOf: (day: string) => number },
): { tasks: DayTask[]; jobs: DayJob[] } {
  /** One whose day is over is no forecast any more; on the day itself it may still come. */
  const isForecast = ({ expected }: Delivery) => expected !== null && minuteOf(expected) > -halfDayMin;
  const waits = deliveries.flatMap((one): DayTask[] => {
    const { jobId, partId, expected } = one;
    return expected === null || !isForecast(one)
      ? []
      : [
          {
            id: `${jobId} delivery-${partId}`,
            jobId,
            station: 'carry-over',
            what: `Delivery of ${nameOf(partId)}`,
            hands: false,
            mains: false,
            machine: null,
            minutes: { least: 0, middle: 0, most: 0 },
            after: [],
            notBefore: Math.max(0, minuteOf(expected)),
          },
        ];
  });
  const firstOf = new Map<string, string>();
  for (const task of tasks)
    if (wantsParts(task) && !firstOf.has(task.jobId)) firstOf.set(task.jobId, task.id);
  const waitsOf = (jobId: string) => waits.filter((wait) => wait.jobId === jobId).map(({ id }) => id);
  return {
    tasks: [
      ...waits,
      ...tasks.map((task) =>
        firstOf.get(task.jobId) === task.id
          ? { ...task, after: [...task.after, ...waitsOf(task.jobId)] }
          : task,
      ),
    ],
    jobs: jobs.map((job) => {
      const missing = deliveries.filter((one) => one.jobId === job.id && !isForecast(one));
      return missing.length > 0 && job.held === null ? { ...job, held: heldWords(missing, nameOf) } : job;
    }),
  };
}

const heldWords = (missing: readonly Delivery[], nameOf: (partId: string) => string): string =>
  missing
    .map(({ partId, missing: count, ordered, expected }) =>
      expected !== null
        ? `${nameOf(partId)} should have come on ${expected}. Ask the seller, or order it elsewhere.`
        : ordered === count
          ? `${nameOf(partId)} is ordered; nobody knows for when.`
          : `${count - ordered} × ${nameOf(partId)} not on the shelf, and not ordered. Order it at Shelf, or choose another.`,
    )
    .join(' ');
