import { type Margin, about, atMost, exact, missing } from '../margin';
import { writesItself } from '../route';
import type { JobContext } from './context';
import { leadsBack } from './opened-again';
import { stepsOf } from './steps-of';
import type { JobState } from './job';

/** Stations that are not handwork still take a while; usual minutes each until the logbook knows better. */
const deskMinutes = { choose: 3, layOut: 2, dock: 3, start: 4, prove: 6, sheet: 4 } as const;

/** How far handwork usually strays from its minutes, as a share: a named default until the logbook knows better. */
export const handworkSpread = { less: 0.2, more: 0.4 } as const;

/** Minutes that a restore by the device itself still takes, by its own profile. */
function restoreMinutes({ facts, job }: JobState, { profile }: JobContext): number {
  const way = profile.ways?.[job.route];
  if (facts['device.started']?.value || !way?.possible) return 0;
  return way.hands.middle + way.alone.middle;
}

/** Seconds of work and waiting left in a job. `copySecondsLeft` null where nothing of the copy is known yet. */
export function workLeftSeconds(
  state: JobState,
  context: JobContext,
  copySecondsLeft: number | null,
): number {
  const { job, facts, doneSteps } = state;
  const hands = stepsOf(job, context)
    .filter((step) => !doneSteps.includes(step.id))
    .reduce((total, step) => total + step.minutes, 0);
  const desk =
    (job.choice ? 0 : deskMinutes.choose) +
    (job.wish ? 0 : deskMinutes.layOut) +
    (leadsBack(job)
      ? 0
      : writesItself(job.route)
        ? restoreMinutes(state, context)
        : job.dock
          ? 0
          : deskMinutes.dock) +
    (facts['device.started']?.value ? 0 : deskMinutes.start) +
    (job.proved ? 0 : deskMinutes.prove) +
    (job.handedOver ? 0 : deskMinutes.sheet);
  return (hands + desk) * 60 + (facts['copy.verified'] ? 0 : (copySecondsLeft ?? 0));
}

/** The promise as a margin: work left at most the time left, seconds. Without a promise the limit is missing. */
export function promiseMargin(
  state: JobState,
  context: JobContext,
  now: Date,
  copySecondsLeft: number | null,
): Margin {
  const left = workLeftSeconds(state, context, copySecondsLeft);
  const value = about(left, left * handworkSpread.less, left * handworkSpread.more, {
    kind: 'default',
    note: 'usual minutes of this device, −20 % +40 %',
  });
  const { promisedAt } = state.job.takeIn;
  const limit = promisedAt
    ? exact((Date.parse(promisedAt) - now.getTime()) / 1000, { kind: 'owner', note: 'promised at take-in' })
    : missing('a promised time', 'Agree one with the owner.');
  return atMost(
    {
      id: 'promise',
      what: 'Promise',
      unit: 'seconds',
      remedy: 'Start it now, or tell the owner that it will be later.',
    },
    value,
    limit,
  );
}
