import type { Day, JobChance, Plan, Slip } from '@/core/day';
import type { Fault } from '@/core/result';
import { dayWorker } from '@/workers/day-client';
import type { DayWorker } from '@/workers/day.worker';
import type { LatestWorker } from '@/workers/latest-worker';
import { useLatestAnswer } from '@/workers/use-latest-answer';

const failed: Fault = {
  code: 'worker',
  sentence: 'The day could not be planned.',
  remedy: 'Load the page again; the jobs are on the Bench as they stand.',
};

export type Planned = { plan: Plan; chances: JobChance[]; slips: Slip[] };

/** What the last plan of a worker was made from: where the next one begins, so that little moves. */
const formerOf = new WeakMap<LatestWorker<DayWorker>, readonly string[]>();

async function ask(worker: LatestWorker<DayWorker>, day: Day): Promise<Planned> {
  const planned = await worker.ask((remote) => remote.plan(day, [...(formerOf.get(worker) ?? [])]));
  formerOf.set(worker, planned.plan.order);
  return planned;
}

/** The plan of a day, worked out beside the page. What stood before stands until the next is there. */
export function usePlan(day: Day | null): {
  planned: Planned | null;
  isWorking: boolean;
  fault: Fault | null;
} {
  const { answer, isWorking, fault } = useLatestAnswer(day, dayWorker, ask, failed);
  return { planned: answer, isWorking, fault };
}
