import { type Estimate, type Margin, about, atMost, exact, missing } from '../margin';
import { writesItself } from '../route';
import { handsKeys, sumOf } from '../learn';
import type { DecideContext, JobContext } from './context';
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

/** Fewer steps than this seen of whoever does it, or of this device, are no measure yet: the named default stands. */
const leastLearned = 12;

/** Work and waiting left in a job, seconds: usual minutes, or as this bench has learned them. */
function workLeft(
  state: JobState,
  context: JobContext & Pick<Partial<DecideContext>, 'by' | 'learned'>,
  at: string,
  copySecondsLeft: number | null,
): Estimate & { known: true } {
  const { job, facts, doneSteps } = state;
  const left = stepsOf(job, context).filter((step) => !doneSteps.includes(step.id));
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
  const fixed = desk * 60 + (facts['copy.verified'] ? 0 : (copySecondsLeft ?? 0));
  const { quantity } = context.learned?.hands ?? { quantity: null };
  const pieces = left.map(({ id, minutes }) => ({
    usual: minutes,
    keys: handsKeys(context.by ?? '', context.profile.id, id),
  }));
  const hands =
    quantity && quantity.seen >= leastLearned && pieces.length > 0 ? sumOf(quantity, pieces, at) : null;
  const { less, more } = handworkSpread;
  // Of steps that nobody has timed nothing is known, whatever was learned of others.
  if (!hands || hands.from === 0) {
    const value = fixed + left.reduce((sum, { minutes }) => sum + minutes * 60, 0);
    return about(value, value * less, value * more, {
      kind: 'default',
      note: 'usual minutes of this device, −20 % +40 %; nobody has measured them here',
    });
  }
  const value = fixed + hands.middle * 60;
  return about(
    value,
    fixed * less + (hands.middle - hands.least) * 60,
    fixed * more + (hands.most - hands.middle) * 60,
    { kind: 'computed', note: `${hands.from} times such steps were done here; desk and waits −20 % +40 %` },
  );
}

/** Seconds of work and waiting left in a job. `copySecondsLeft` null where nothing of the copy is known yet. */
export const workLeftSeconds = (
  state: JobState,
  context: JobContext,
  copySecondsLeft: number | null,
): number => workLeft(state, context, new Date(0).toISOString(), copySecondsLeft).value;

/** The promise as a margin: work left at most the time left, seconds. Without a promise the limit is missing. */
export function promiseMargin(
  state: JobState,
  context: JobContext & Pick<Partial<DecideContext>, 'by' | 'learned'>,
  now: Date,
  copySecondsLeft: number | null,
): Margin {
  const value = workLeft(state, context, now.toISOString(), copySecondsLeft);
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
