import { partLines } from '../fit';
import { type DecideContext, type JobState, stepsOf } from '../job';
import type { Need } from '../shelf';

/** Parts of a job’s build that come from the shelf, and how many of each; what the owner brought is theirs. */
export function partsOfJob(
  { job }: Pick<JobState, 'job'>,
  { findBuild }: Pick<DecideContext, 'findBuild'>,
): { partId: string; count: number }[] {
  const build = job.choice && findBuild(job.choice);
  if (!build) return [];
  return partLines(build)
    .filter(({ kind }) => !(kind === 'drive' && build.drive.brought))
    .map(({ id, count }) => ({ partId: id, count }));
}

/**
 * What a job on the bench wants of the shelf: nothing before it has chosen, nothing of one that was opened again, whose parts were taken
 * the first time.
 */
export function needsOfJob(state: JobState, context: DecideContext): Need[] {
  const { job } = state;
  if (job.handedOver || job.openedAgain) return [];
  const parts = partsOfJob(state, context);
  if (parts.length === 0) return [];
  const isSwapping = () =>
    stepsOf(job, context).some(({ id, station }) => station === 'swap' && state.doneSteps.includes(id));
  const isOut = job.dock !== null || isSwapping();
  return parts.map((part) => ({
    ...part,
    jobId: job.id,
    promisedAt: job.takeIn.promisedAt,
    isOut,
  }));
}
