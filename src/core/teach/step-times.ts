import { type Procedure, backId } from '../work';

/** A step as the history of a job knows it: when it was done. */
export type TimedStep = { stepId: string; at: string };

/** How many jobs what the procedure says counts as much as, against one that was measured: a named default. */
const priorJobs = 3;
/** A time outside these shares of the usual one was a break, or a press by mistake: it tells nothing of the step. */
const leastShare = 0.2;
const mostShare = 5;

const round = (minutes: number) => Math.round(minutes * 10) / 10;

/**
 * Minutes from one step to the next, by the id of the later one. When the first began is not known. Between two stations other work
 * lies: the shares of `withTimes` leave such times out.
 */
export function timesOf(steps: readonly TimedStep[]): Record<string, number> {
  const took: Record<string, number> = {};
  let before: TimedStep | null = null;
  for (const step of steps) {
    if (before) took[step.stepId] = (Date.parse(step.at) - Date.parse(before.at)) / 60_000;
    before = step;
  }
  return took;
}

/** The mean of what is said and what was measured, weighted; null where the measured one tells nothing, or nothing changes. */
function improved(said: number, took: number | undefined): number | null {
  if (took === undefined || took < said * leastShare || took > said * mostShare) return null;
  const next = Math.max(0.1, round((said * priorJobs + took) / (priorJobs + 1)));
  return next === said ? null : next;
}

/**
 * A procedure with the minutes of its steps moved towards those that a job took, in and back; what waits by itself keeps its time.
 * `changed` counts the steps whose time is another one now.
 */
export function withTimes(
  procedure: Procedure,
  took: Readonly<Record<string, number>>,
): { procedure: Procedure; changed: number } {
  let changed = 0;
  const better = (said: number, id: string): number => {
    const next = improved(said, took[id]);
    if (next === null) return said;
    changed += 1;
    return next;
  };
  const next: Procedure = {
    ...procedure,
    open: procedure.open.map((step) => ({
      ...step,
      minutes: step.waits ? step.minutes : better(step.minutes, step.id),
      back:
        'none' in step.back
          ? step.back
          : { ...step.back, minutes: better(step.back.minutes, backId(step.id)) },
    })),
    swap: procedure.swap.map((step) => ({
      ...step,
      minutes: step.waits ? step.minutes : better(step.minutes, step.id),
    })),
    close: procedure.close.map((step) => ({
      ...step,
      minutes: step.waits ? step.minutes : better(step.minutes, step.id),
    })),
  };
  return { procedure: next, changed };
}
