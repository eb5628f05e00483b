import { type Result, refuse } from '../result';
import { fastenerWords, foldFacts, isTrue, lostFact, overrideFact, restore } from '../work';
import type { JobAct } from './act';
import { type DecideContext, actsOf, holdsOf } from './acts-of';
import type { Job, JobState } from './job';
import type { Decision } from './report';
import { said } from './said';

const fastenerStateWords = {
  lost: 'is lost',
  found: 'was found again',
  stripped: 'is stripped',
  replaced: 'was replaced',
} as const;

/** A fastener that is lost, found, stripped or replaced. */
export function decideFastener(
  job: Job,
  { group: id, state }: Extract<JobAct, { kind: 'fastener' }>,
  { profile }: DecideContext,
): Result<Decision> {
  const group = profile.procedure.fasteners.find((one) => one.id === id);
  if (!group) return refuse('not-found', 'This device has no such fastener.', 'Choose from the list.');
  const [one] = fastenerWords[group.kind];
  return said(
    job,
    'fastener',
    `A ${one} of “${group.where}” ${fastenerStateWords[state]}${group.lengthMm ? ` (${group.bit}, ${group.lengthMm} mm)` : ''}.`,
    state === 'stripped' ? [] : [{ fact: lostFact(group.id), value: state === 'lost' }],
  );
}

/** A hold walked past with a reason, where it may be. */
export function decideOverride(
  state: JobState,
  { code, reason }: Extract<JobAct, { kind: 'override' }>,
  context: DecideContext,
): Result<Decision> {
  const hold = holdsOf(state, context).find((one) => one.code === code);
  if (!hold) return refuse('no-hold', 'Nothing of this kind holds the job.', 'Go on.');
  if (hold.override === 'nobody')
    return refuse(`hold-${code}`, `${hold.what}. Nobody may walk past this one.`, hold.remedy);
  return said(state.job, 'override', `Walked past “${hold.what}”: ${reason}`, [
    { fact: overrideFact(code), value: true },
  ]);
}

/** The last step taken back, with every fact as it was before it. */
export function decideBack(state: JobState, context: DecideContext): Result<Decision> {
  const last = state.doneSteps.at(-1);
  const act = actsOf(state.job, context).find(({ id }) => id === last);
  if (!last || !act)
    return refuse('no-step', 'No step is done that could be taken back.', 'Go on with the next one.');
  if (state.job.dock && act.station === 'open') {
    return refuse('docked', 'The old drive lies on the dock.', 'Finish the copy, then go on to Swap.');
  }
  if (state.job.power) return refuse('is-on', 'The device is on.', 'Switch it off at First power first.');
  if (isTrue(state.facts, 'device.started'))
    return refuse('started', 'The device is running.', 'Finish Prove, or switch it off and open it anew.');
  const at = state.history.findLastIndex((entry) => entry.kind === 'step' && entry.stepId === last);
  const before = foldFacts(state.history.slice(0, at).flatMap((entry) => entry.changes));
  return said(state.job, 'step-back', `Took back: ${act.title}.`, restore(before, act.effects), last);
}
