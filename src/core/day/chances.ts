import type { Day } from './model';
import { type Prepared, prepare, schedule } from './schedule';
import type { Plan } from './plan';

/** What chance does to a job of the plan. */
export type JobChance = {
  jobId: string;
  /** When it is through by the plan, and when in four cases of five. */
  endMin: number;
  lateEndMin: number;
  /** Chance that its promise holds, 0..1; null without a promise. */
  holds: number | null;
  /** Minutes by which its next work may begin later and the promise still holds by the plan; below 0 it does not. Null without one. */
  slackMin: number | null;
};

const runs = 200;
const sdOfRange = 1.2815515655446004;

/**
 * Chances of the promises: the plan's order kept, every length drawn anew from its range (log-normal through middle and the nearer
 * end), each task as soon as what stands before it allows.
 */
export function chancesOf(day: Day, plan: Pick<Plan, 'order'>, normal: () => number): JobChance[] {
  const prepared = prepare(day);
  const order = plan.order.flatMap((id) => prepared.indexOf.get(id) ?? []);
  const ends = day.jobs.map((): number[] => []);
  for (let run = 0; run < runs; run += 1) {
    const drawn: Prepared = {
      ...prepared,
      minutes: day.tasks.map(({ minutes }) => drawFrom(minutes, normal())),
    };
    const placed = schedule(drawn, order);
    for (const [i, { tasks }] of prepared.ends.entries())
      ends[i]?.push(Math.max(0, ...tasks.map((task) => placed.to[task] ?? 0)));
  }
  const asPlanned = schedule(prepared, order);
  return day.jobs.map(({ id, promisedMin }, i) => {
    const own = (ends[i] ?? []).sort((a, b) => a - b);
    const endMin = Math.max(0, ...(prepared.ends[i]?.tasks ?? []).map((task) => asPlanned.to[task] ?? 0));
    return {
      jobId: id,
      endMin,
      // Drawn lengths may let a job through earlier than planned; the later end is never told before the planned one.
      lateEndMin: Math.max(endMin, own[Math.floor(own.length * 0.8)] ?? endMin),
      holds:
        promisedMin === null
          ? null
          : own.filter((end) => end <= promisedMin).length / Math.max(1, own.length),
      slackMin: promisedMin === null ? null : promisedMin - endMin,
    };
  });
}

/** A length drawn from its range; what has no range is what it is. */
function drawFrom({ least, middle, most }: Day['tasks'][number]['minutes'], normal: number): number {
  if (middle <= 0) return 0;
  const side = normal >= 0 ? most / middle : middle / Math.max(1e-9, least);
  const sd = Math.log(Math.max(1, side)) / sdOfRange;
  return middle * Math.exp(normal * sd);
}
