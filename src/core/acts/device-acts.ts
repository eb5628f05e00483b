import * as z from 'zod';
import { Measures, cableFacts, measureNames } from '../device';
import { Library, libraryBytes } from '../fit';
import { type Asked, always, personAct } from './record';
import {
  type Job,
  TakeInForm,
  stepsOf,
  chargeLimitOf,
  chargePolicies,
  nextStep,
  observable,
  said,
  takeInFacts,
  withCharge,
} from '../job';
import { type Result, ok, refuse } from '../result';
import { showBytes, showEstimate } from '../units';
import { emptyWords, wayNames, wayOfEmpty } from '../route';
import { factWords, isTrue } from '../work';
import { judgedAnew } from './judged-anew';

/** What is said about the device itself: taken in, looked at, measured. */

const policyWords = {
  'low-charge': 'the lower charge',
  'storage-mode': 'the maker’s storage mode',
} as const;

const notOpened = ({ state }: Asked<unknown>, sentence: string, remedy: string): Result<null> =>
  state.doneSteps.length > 0 ? refuse('opened', sentence, remedy) : ok(null);

export const amend = personAct(z.object({ kind: z.literal('amend'), takeIn: TakeInForm }), {
  words: 'change what was taken in',
  afterHandOver: false,
  needs: (asked) =>
    notOpened(asked, 'The device has been opened: what was taken in stands.', 'Add a note instead.'),
  stops: [],
  permit: always,
  decide({ state: { job }, act, context }) {
    const limit = chargeLimitOf(context.profile, job);
    const before = takeInFacts(job.takeIn, limit);
    // Only what the form changed is stated anew: what was observed since stands.
    const changes = takeInFacts(act.takeIn, limit).filter(
      (now) => before.find((was) => was.fact === now.fact)?.value !== now.value,
    );
    const { profileId, practice } = job.takeIn;
    const takeIn = { ...act.takeIn, profileId, practice };
    const emptied = takeIn.oldDrive === null && job.route === 'copy-on-dock';
    const route = emptied ? wayOfEmpty(context.profile) : job.route;
    const sentence = `Changed what was taken in.${emptied ? ` ${emptyWords} Taken: ${wayNames[route].toLowerCase()}.` : ''}`;
    const { chargePercent: percent } = takeIn;
    // A charge that was corrected makes what was read before worth nothing.
    const chargeSeen =
      percent === job.takeIn.chargePercent
        ? job.chargeSeen
        : withCharge(undefined, percent === null ? null : { at: context.at, percent });
    return judgedAnew({ ...job, takeIn, route, chargeSeen }, 'amend', sentence, context, changes);
  },
});

const observeSchema = z.object({
  kind: z.literal('observe'),
  fact: z.enum(observable),
  value: z.boolean(),
  /** How it was seen, where that says more than that somebody looked. */
  how: z.string().trim().min(3).max(200).optional(),
});

/** Whether a cable may go in or out now: those of first power in their order, once the device is closed. */
function cableMayMove({ state, act, context }: Asked<z.infer<typeof observeSchema>>): Result<null> {
  const { cables } = context.profile.firstPower;
  const at = cables.findIndex(({ fact }) => fact === act.fact);
  if (act.fact === 'charger.connected' || !cableFacts.some((fact) => fact === act.fact)) return ok(null);
  if (nextStep(state, context) !== null)
    return refuse('not-closed', 'The device is not closed yet.', 'Cables go in at First power.');
  const missing = act.value ? cables.slice(0, at).find(({ fact }) => !isTrue(state.facts, fact)) : undefined;
  return missing
    ? refuse(
        'cable-order',
        `First: ${missing.words}.`,
        missing.why ?? 'The one that brings power goes in last.',
      )
    : ok(null);
}

export const observe = personAct(observeSchema, {
  words: 'say what was seen on the device',
  afterHandOver: false,
  needs: cableMayMove,
  stops: [],
  permit: ({ state, act }) =>
    act.fact === 'battery.swollen' && !act.value && isTrue(state.facts, 'battery.swollen')
      ? refuse(
          'swollen-stands',
          'A battery that was seen swollen is not seen flat again.',
          'Hand it to someone trained for cells. If it was a slip of the finger before opening, change what was taken in.',
        )
      : ok(null),
  decide: ({ state: { job }, act: { fact, value, how } }) =>
    said(job, 'observe', `Looked: ${factWords(fact, value)}${how ? `: ${how}` : ''}.`, [{ fact, value }]),
});

export const charge = personAct(
  z.object({ kind: z.literal('charge'), percent: z.number().min(0).max(100) }),
  {
    words: 'enter the charge shown',
    afterHandOver: false,
    needs: always,
    stops: [],
    permit: always,
    decide({ state: { job }, act, context }) {
      const below = act.percent < chargeLimitOf(context.profile, job);
      const takeIn = { ...job.takeIn, chargePercent: act.percent };
      const chargeSeen = withCharge(job.chargeSeen, { at: context.at, percent: act.percent });
      return said({ ...job, takeIn, chargeSeen }, 'charge', `Charge shown: ${act.percent} %.`, [
        { fact: 'charge.below-limit', value: below },
      ]);
    },
  },
);

export const chargePolicy = personAct(
  z.object({ kind: z.literal('charge-policy'), policy: z.enum(chargePolicies) }),
  {
    words: 'choose which charge counts before opening',
    afterHandOver: false,
    needs: ({ act, context }) =>
      act.policy === 'storage-mode' && context.profile.opening.storageModeBelowPercent === null
        ? refuse('no-storage-mode', 'This device has no storage mode.', 'Follow the lower charge.')
        : ok(null),
    stops: [],
    permit: (asked) => notOpened(asked, 'The device has been opened.', 'Take its steps back first.'),
    decide({ state: { job }, act, context }) {
      const next = { ...job, chargePolicy: act.policy };
      const { chargePercent } = job.takeIn;
      const below = chargePercent === null ? null : chargePercent < chargeLimitOf(context.profile, next);
      return said(next, 'charge-policy', `Charge before opening: ${policyWords[act.policy]}.`, [
        { fact: 'charge.below-limit', value: below },
      ]);
    },
  },
);

function measureSentence(measures: Measures): string {
  const parts = Object.entries(measures).flatMap(([name, value]) =>
    value
      ? [
          `${measureNames[name as keyof Measures]} ${showEstimate('driveId' in value ? value.mm : value, 'mm')}`,
        ]
      : [],
  );
  return parts.length > 0
    ? `Measured: ${parts.join(', ')}.`
    : 'Measures taken back: those of the profile count.';
}

export const measure = personAct(z.object({ kind: z.literal('measure'), measures: Measures }), {
  words: 'enter what was measured',
  afterHandOver: false,
  needs: always,
  stops: [],
  permit: always,
  decide: ({ state: { job }, act: { measures }, context }) =>
    judgedAnew({ ...job, measures }, 'measure', measureSentence(measures), context),
});

/** Whether the steps that were done are still the first of the job’s steps after a change to it. */
function keepsDone({ state, context }: Asked<unknown>, changed: Job): boolean {
  const steps = stepsOf(changed, context);
  const ids = steps.map(({ id }) => id);
  if (!state.doneSteps.every((id) => ids.includes(id))) return false;
  const last = Math.max(0, ...state.doneSteps.map((id) => ids.indexOf(id)));
  const open = steps.slice(0, last).filter(({ id }) => !state.doneSteps.includes(id));
  const done = steps.filter(({ id }) => state.doneSteps.includes(id));
  return open.every(({ id }) => done.some(({ alongside }) => alongside.includes(id)));
}

export const revision = personAct(
  z.object({ kind: z.literal('revision'), revisionId: z.string().max(40).nullable() }),
  {
    words: 'say which board it is',
    afterHandOver: false,
    needs: (asked) =>
      keepsDone(asked, { ...asked.state.job, revisionId: asked.act.revisionId })
        ? ok(null)
        : refuse(
            'opened',
            'On this board the steps are others, and some of them are done.',
            'Take those steps back first.',
          ),
    stops: [],
    permit: always,
    decide({ state: { job }, act: { revisionId }, context }) {
      const known = context.profile.revisions.find(({ id }) => id === revisionId);
      if (revisionId !== null && !known)
        return refuse('no-revision', 'This device has no such board revision.', 'Choose one by its marks.');
      return judgedAnew(
        { ...job, revisionId },
        'revision',
        known ? `Board revision: ${known.name}.` : 'The board revision is not known.',
        context,
      );
    },
  },
);

export const systemVersion = personAct(
  z.object({ kind: z.literal('system-version'), version: z.string().trim().min(1).max(20) }),
  {
    words: 'enter the system version shown',
    afterHandOver: false,
    needs: always,
    stops: [],
    permit: always,
    decide: ({ state: { job }, act: { version }, context }) =>
      judgedAnew(
        { ...job, takeIn: { ...job.takeIn, systemVersion: version } },
        'system-version',
        `System version shown: ${version}.`,
        context,
      ),
  },
);

export const library = personAct(z.object({ kind: z.literal('library'), library: Library.nullable() }), {
  words: 'say what is to go on the drive',
  afterHandOver: false,
  needs: always,
  stops: [],
  permit: always,
  decide: ({ state: { job }, act, context }) =>
    judgedAnew(
      { ...job, library: act.library },
      'library',
      act.library
        ? `Library: ${showBytes(libraryBytes(act.library))}.`
        : 'The library is taken off the list.',
      context,
    ),
});

/** The clock was behind, or ahead, when lines were written; what is written from now on counts by the clock as it is. */
export const clockIsRight = personAct(z.object({ kind: z.literal('clock-is-right') }), {
  words: 'say that the clock is right now',
  afterHandOver: true,
  needs: always,
  stops: [],
  permit: always,
  onlyAdds: true,
  decide: ({ state: { job }, context }) =>
    said(
      job,
      'clock-is-right',
      `The clock was set back: it is ${context.at} now, and that is right. Lines before this one may carry a later time.`,
    ),
});

export const note = personAct(
  z.object({ kind: z.literal('note'), text: z.string().trim().min(1).max(2000) }),
  {
    words: 'add a note',
    afterHandOver: true,
    needs: always,
    stops: [],
    permit: always,
    onlyAdds: true,
    decide: ({ state: { job }, act }) => said(job, 'note', act.text),
  },
);
