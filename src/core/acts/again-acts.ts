import * as z from 'zod';
import { type Job, factsOfAnotherOpening, isRecording, leadsBack, nextStep, said, stepsOf } from '../job';
import { type Result, ok, refuse } from '../result';
import type { FactSetting } from '../work';
import { type Asked, always, personAct } from './record';

/** A device that is opened another time: to seat or change what is in it, or to go back to its old drive. */

const Why = z.string().trim().min(3).max(300);

const isClosed = ({ state, context }: Asked<unknown>): boolean => nextStep(state, context) === null;

/** Form factor of the drive that stands under the screw now: with an adapter the screw stayed where it was. */
function standing({ state: { job }, context }: Asked<unknown>): string | null {
  if (leadsBack(job) || job.choice?.adapterId) return job.takeIn.oldDrive?.formFactor ?? null;
  return context.drive?.formFactor ?? null;
}

/** What was read and proved was true of the device as it was closed. */
const unproved = (job: Job): Job => ({
  ...job,
  power: null,
  outcome: null,
  lastStart: null,
  firstLook: null,
  seenAtPower: [],
  readings: {},
  load: null,
  functions: [],
  unseen: [],
  proved: false,
});

function anew(
  asked: Asked<unknown>,
  putsIn: 'new' | 'old',
  why: string,
): { job: Job; changes: FactSetting[] } {
  const { state, context } = asked;
  return {
    job: {
      ...unproved(state.job),
      openedAgain: {
        at: context.at,
        why,
        tookOut: leadsBack(state.job) ? 'old' : 'new',
        putsIn,
        cameOut: standing(asked),
      },
    },
    changes: factsOfAnotherOpening(context.profile.procedure, state.facts),
  };
}

const mayBeOpened = (asked: Asked<unknown>): Result<null> =>
  isRecording(asked.state.job)
    ? refuse('recording', 'The way in is still being recorded.', 'Say when the drive is out, first.')
    : asked.state.job.power
      ? refuse('is-on', 'The device is on.', 'Switch it off at First power first.')
      : ok(null);

export const openAgain = personAct(z.object({ kind: z.literal('open-again'), why: Why }), {
  words: 'open a closed device again',
  afterHandOver: false,
  needs: mayBeOpened,
  stops: [],
  permit: (asked) =>
    isClosed(asked)
      ? ok(null)
      : refuse('not-closed', 'The device is open, or was never opened.', 'Go on where the work is.'),
  decide(asked) {
    const { job } = asked.state;
    const { why } = asked.act;
    const next = anew(asked, leadsBack(job) ? 'old' : 'new', why);
    return said(next.job, 'open-again', `Opened again: ${why}`, next.changes);
  },
});

/** Whether a step of the swap is done: a drive is half in. */
const hasBegunSwap = ({ state, context }: Asked<unknown>): boolean =>
  stepsOf(state.job, context).some(({ id, station }) => station === 'swap' && state.doneSteps.includes(id));

function leadsThere(asked: Asked<unknown>): Result<null> {
  const { job, doneSteps } = asked.state;
  if (leadsBack(job)) return refuse('turned-back', 'The job goes back already.', 'Go on where the work is.');
  if (!job.takeIn.oldDrive)
    return refuse(
      'no-old-drive',
      'The place was empty: there is no old drive to go back to.',
      'Open it again and choose another drive at Fit, or leave what was seen as a note.',
    );
  if (doneSteps.length === 0 && job.openedAgain === null)
    return refuse(
      'not-opened',
      'Nothing is opened: its old drive is where it was.',
      'Nothing is left to undo.',
    );
  return isClosed(asked) || !hasBegunSwap(asked)
    ? ok(null)
    : refuse(
        'half-in',
        'The swap is half done.',
        'Take its steps back one by one (and the drive out), or close the device first.',
      );
}

export const goBack = personAct(z.object({ kind: z.literal('go-back'), why: Why }), {
  words: 'go back to the old drive',
  afterHandOver: false,
  needs: (asked) => {
    const free = mayBeOpened(asked);
    return free.ok ? leadsThere(asked) : free;
  },
  stops: [],
  permit: always,
  decide(asked) {
    const { why } = asked.act;
    const { job } = asked.state;
    const sentence = `Back to the old drive: ${why}`;
    if (isClosed(asked)) {
      const next = anew(asked, 'old', why);
      return said(next.job, 'open-again', sentence, next.changes);
    }
    // It lies open with its drive out, or is on its way there: what is done stays done. In a second round the new drive stood there.
    const { tookOut, cameOut } = job.openedAgain ?? {
      tookOut: 'old' as const,
      cameOut: job.takeIn.oldDrive?.formFactor ?? null,
    };
    const openedAgain = { at: asked.context.at, why, tookOut, putsIn: 'old' as const, cameOut };
    return said({ ...unproved(job), openedAgain }, 'go-back', sentence);
  },
});
