import * as z from 'zod';
import {
  stepsOf,
  choiceFit,
  dueStepsOf,
  holdsOf,
  insideOfChoice,
  isAllowed,
  isRecording,
  lastStepOf,
  leadsBack,
  said,
  stopsOfStep,
  waitUntil,
} from '../job';
import { type Result, ok, refuse } from '../result';
import { showDuration } from '../units';
import {
  type HandStep,
  HoldCode,
  fastenerWords,
  factValue,
  factWords,
  isMet,
  isTrue,
  lostFact,
  measureStepId,
  overrideFact,
} from '../work';
import { type Asked, always, personAct } from './record';

/** What the hands do and say of it: steps, ways that both work, overrides of holds, fasteners. */

const stepSchema = z.object({
  kind: z.literal('step'),
  stepId: z.string().max(60),
  /** Pressed by somebody who can be asked: one that comes far too soon is asked about, once a job. `sure` is the answer. */
  pressed: z.enum(['ask', 'sure']).optional(),
});
type StepAsked = Asked<z.infer<typeof stepSchema>>;

/** The step that was asked for, where it may be the next one. */
const dueStep = ({ state, act, context }: StepAsked): HandStep | null =>
  dueStepsOf(state, context).find(({ id }) => id === act.stepId) ?? null;

/** It must be due, on a known board where that matters, and not behind a wait that runs. */
function stepIsDue(asked: StepAsked): Result<null> {
  const { state, act, context } = asked;
  if (isRecording(state.job))
    return refuse(
      'recording',
      'The way in is still being recorded.',
      'Record what the hands do at Open, and say when the drive is out.',
    );
  const due = dueStepsOf(state, context);
  const [first] = due;
  if (!first) return refuse('hands-done', 'All acts of the hands are done.', 'Go on to First power.');
  const step = dueStep(asked);
  if (!step)
    return state.doneSteps.includes(act.stepId)
      ? refuse('step-done', 'This step is done already.', `Next: ${first.title}.`)
      : refuse('step-order', 'Another step comes first.', `Next: ${first.title}.`);
  if (step.afterFork && state.job.revisionId === null)
    return refuse(
      'revision-unknown',
      'From here the steps differ with the board, and nobody has said which one it is.',
      'Look at its marks, then choose the board. If it is none of them, close it: this profile does not know it.',
    );
  const until = waitUntil(state, context, step);
  const leftS = until ? (until.getTime() - Date.parse(context.at)) / 1000 : 0;
  return leftS > 0
    ? refuse('wait', `${showDuration(leftS)} are left to wait.`, 'Leave it alone until then.')
    : ok(null);
}

/** A step in less than this share of its usual time was perhaps pressed by mistake. */
const tooQuickShare = 0.1;

/** Seconds since the step before, where that is far too soon for this one and nobody was asked yet; else null. */
function tooQuickS({ state, context }: StepAsked, due: HandStep): number | null {
  const before = lastStepOf(state);
  // What was measured was looked at.
  if (!before || due.waits || due.id === measureStepId || isTrue(state.facts, 'pace.asked')) return null;
  const seconds = Math.max(0, (Date.parse(context.at) - Date.parse(before.at)) / 1000);
  return seconds < due.minutes * 60 * tooQuickShare ? seconds : null;
}

/** The step that measures what only shows inside, while it is not entered. */
const isUnmeasured = ({ id, needs }: HandStep): boolean => id === measureStepId && needs.length > 0;

/** The drive must be chosen and fit, whoever does it must be trained, and the step’s own needs be met. */
function stepIsSafe(asked: StepAsked): Result<null> {
  const { state, context } = asked;
  const step = dueStep(asked);
  if (!step) return stepIsDue(asked);
  const isBack = leadsBack(state.job);
  if (step.station === 'swap' && !isBack && !state.job.choice)
    return refuse('no-drive', 'No drive is chosen yet.', 'Choose one at Fit.');
  const worst = step.station === 'swap' && !isBack ? choiceFit(state.job, context) : null;
  // What can only be measured inside has a hold of its own, which can be passed with a reason.
  const isForNow = worst?.verdict === 'unknown' && insideOfChoice(state.job, context).length > 0;
  if (worst && !isForNow && !isAllowed(worst, state.job.choice))
    return refuse(
      'does-not-fit',
      `The chosen drive ${worst.verdict === 'over' ? 'does not fit' : 'is not known to fit'}: ${worst.what.toLowerCase()}.`,
      'Look at Fit; measure again, or take the drives out of the dock and choose another one.',
    );
  const { technicians, by } = context;
  if (step.mayDo === 'mains' && !technicians.find(({ initials }) => initials === by)?.mains)
    return refuse(
      'not-trained',
      `${by} is not noted as trained for mains supplies.`,
      'Let someone who is, and is allowed by local rules, do this step; the Workshop screen says who.',
    );
  if (isUnmeasured(step))
    return state.job.choice?.reason != null || isTrue(state.facts, overrideFact('fit-unmeasured'))
      ? ok(null)
      : refuse(
          'not-measured',
          `${step.title}: nobody has entered it yet.`,
          'Measure it, and enter it in this step; the choice is judged anew.',
        );
  const { procedure } = context.profile;
  const need = step.needs.find((one) => !isMet(procedure, factValue(state.facts, one.fact), one));
  const quickS = asked.act.pressed === 'ask' ? tooQuickS(asked, step) : null;
  if (!need && quickS !== null)
    return refuse(
      'too-quick',
      `Done already? This step usually takes ${showDuration(step.minutes * 60)}, and ${quickS < 1 ? 'less than a second has' : `${showDuration(quickS)} ${Math.round(quickS) === 1 ? 'has' : 'have'}`} passed.`,
      'Look at it once more; pressed again, it counts. This is asked once a job.',
    );
  return need
    ? refuse(
        'step-need',
        `Not yet. This step needs: ${factWords(need.fact, need.value)}.`,
        'Do the steps in their order.',
      )
    : ok(null);
}

export const step = personAct(stepSchema, {
  words: 'say that a step is done',
  afterHandOver: false,
  needs: stepIsDue,
  stops(asked) {
    const due = dueStep(asked);
    return due ? stopsOfStep(due) : [];
  },
  permit: stepIsSafe,
  decide(asked) {
    const due = dueStep(asked);
    if (!due) return refuse('step-order', 'Another step comes first.', 'Do the steps in their order.');
    const quickS = asked.act.pressed === 'sure' ? tooQuickS(asked, due) : null;
    if (quickS !== null)
      return said(
        asked.state.job,
        'step',
        `${due.title}. Asked whether it is done so soon: it is.`,
        [...due.effects, { fact: 'pace.asked', value: true }],
        due.id,
      );
    // Whoever goes on by a reason has measured nothing, and the history says so.
    return isUnmeasured(due)
      ? said(asked.state.job, 'step', `Gone on without it. ${due.title}.`, [], due.id)
      : said(asked.state.job, 'step', due.title, due.effects, due.id);
  },
});

export const stepBack = personAct(z.object({ kind: z.literal('step-back') }), {
  words: 'take the last step back',
  afterHandOver: false,
  needs: ({ state: { job } }) =>
    isRecording(job)
      ? refuse('recording', 'The way in is being recorded.', 'Take the last recorded act back instead.')
      : ok(null),
  stops: [],
  permit: always,
  /** With every fact as it was before the step. */
  decide({ state, context }) {
    const last = lastStepOf(state);
    const act = last && stepsOf(state.job, context).find(({ id }) => id === last.stepId);
    if (!last || !act)
      return refuse('no-step', 'No step is done that could be taken back.', 'Go on with the next one.');
    if (state.job.dock && !state.job.openedAgain && act.station === 'open')
      return refuse('docked', 'The old drive lies on the dock.', 'Finish the copy, then go on to Swap.');
    if (state.job.power) return refuse('is-on', 'The device is on.', 'Switch it off at First power first.');
    if (isTrue(state.facts, 'device.started'))
      return refuse('started', 'The device is running.', 'Finish Prove, or switch it off and open it anew.');
    // Asked is asked: that is no part of the step.
    const before = last.before.filter(({ fact }) => fact !== 'pace.asked');
    return said(state.job, 'step-back', `Took back: ${act.title}.`, before, last.stepId);
  },
});

/** One of the ways that both work. */
export const answer = personAct(
  z.object({ kind: z.literal('answer'), question: z.string().max(40), answer: z.string().max(40) }),
  {
    words: 'choose one of the ways that both work',
    afterHandOver: false,
    needs: ({ state }) =>
      state.doneSteps.length > 0
        ? refuse('opened', 'The work has begun the one way.', 'Take its steps back first.')
        : ok(null),
    stops: [],
    permit: always,
    decide({ state: { job }, act, context }) {
      const question = context.profile.procedure.questions.find(({ id }) => id === act.question);
      const chosen = question?.answers.find(({ id }) => id === act.answer);
      if (!question || !chosen)
        return refuse('not-found', 'This device asks nothing like that.', 'Choose from the list.');
      const answers = { ...job.answers, [question.id]: chosen.id };
      return said({ ...job, answers }, 'answer', `${question.ask} ${chosen.words}.`);
    },
  },
);

/** An override of a hold, where it may be; the reason stands on the sheet. */
export const override = personAct(
  z.object({ kind: z.literal('override'), code: HoldCode, reason: z.string().trim().min(5).max(300) }),
  {
    words: 'override a hold with a reason',
    afterHandOver: false,
    needs: always,
    stops: [],
    permit: always,
    decide({ state, act: { code, reason }, context }) {
      const hold = holdsOf(state, context).find((one) => one.code === code);
      if (!hold) return refuse('no-hold', 'Nothing of this kind holds the job.', 'Go on.');
      if (hold.override === 'nobody')
        return refuse(`hold-${code}`, `${hold.what}. Nobody may walk past this one.`, hold.remedy);
      return said(state.job, 'override', `Walked past “${hold.what}”: ${reason}`, [
        { fact: overrideFact(code), value: true },
      ]);
    },
  },
);

const fastenerStateWords = {
  lost: 'is lost',
  found: 'was found again',
  stripped: 'is stripped',
  replaced: 'was replaced',
} as const;

/** A fastener that is lost, was found again, is stripped or was replaced; it follows to the sheet. */
export const fastener = personAct(
  z.object({
    kind: z.literal('fastener'),
    group: z.string().max(40),
    state: z.enum(['lost', 'found', 'stripped', 'replaced']),
  }),
  {
    words: 'say what became of a fastener',
    afterHandOver: false,
    needs: always,
    stops: [],
    permit: always,
    decide({ state: { job }, act, context }) {
      const group = context.profile.procedure.fasteners.find(({ id }) => id === act.group);
      if (!group) return refuse('not-found', 'This device has no such fastener.', 'Choose from the list.');
      const [one] = fastenerWords[group.kind];
      return said(
        job,
        'fastener',
        `A ${one} of “${group.where}” ${fastenerStateWords[act.state]}${group.lengthMm ? ` (${group.bit}, ${group.lengthMm} mm)` : ''}.`,
        act.state === 'stripped' ? [] : [{ fact: lostFact(group.id), value: act.state === 'lost' }],
      );
    },
  },
);
