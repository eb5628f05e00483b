import { type Fault, type Result, ok, refuse } from '../result';
import { type Act, type Stop, factValue, factWords, holdOn, isTrue } from '../work';
import type { JobAct } from './act';
import { cableFacts } from '../device';
import { isLed } from '../route';
import { showDuration } from '../units';
import {
  type DecideContext,
  type JobContext,
  actsOf,
  dueActsOf,
  holdsOf,
  nextAct,
  waitUntil,
} from './acts-of';
import { choiceFit, isAllowed } from './fit-of';
import type { Job, JobState } from './job';

const holdFault = (state: JobState, context: JobContext, stops: Stop[]): Fault | null => {
  const hold = holdOn(holdsOf(state, context), stops);
  return hold && { code: `hold-${hold.code}`, sentence: `${hold.what}. ${hold.why}`, remedy: hold.remedy };
};

const stopsOfStep = (act: Act): Stop[] => [
  ...(act.station === 'open' ? (['opening'] as const) : []),
  ...(act.station === 'swap' ? (['swap'] as const) : []),
  ...(act.touchesBoard ? (['board'] as const) : []),
];

/** Whether the steps that were done are still the first of the job’s steps after a change to it. */
function keepsDone(state: JobState, changed: Job, context: JobContext): boolean {
  const acts = actsOf(changed, context);
  const ids = acts.map(({ id }) => id);
  if (!state.doneSteps.every((id) => ids.includes(id))) return false;
  const last = Math.max(0, ...state.doneSteps.map((id) => ids.indexOf(id)));
  const open = acts.slice(0, last).filter(({ id }) => !state.doneSteps.includes(id));
  const done = acts.filter(({ id }) => state.doneSteps.includes(id));
  return open.every(({ id }) => done.some(({ alongside }) => alongside.includes(id)));
}

/** May this step be done now? It must be due, on a known board where that matters, held by nothing, with its needs met. */
export function permitStep(state: JobState, context: DecideContext, stepId: string): Result<Act> {
  const due = dueActsOf(state, context);
  if (due.length === 0)
    return refuse('hands-done', 'All acts of the hands are done.', 'Go on to First power.');
  const next = due.find(({ id }) => id === stepId);
  if (!next) {
    const { title } = due[0]!;
    return state.doneSteps.includes(stepId)
      ? refuse('step-done', 'This step is done already.', `Next: ${title}.`)
      : refuse('step-order', 'Another step comes first.', `Next: ${title}.`);
  }
  if (next.afterFork && state.job.revisionId === null)
    return refuse(
      'revision-unknown',
      'From here the steps differ with the board, and nobody has said which one it is.',
      'Look at its marks, then choose the board. If it is none of them, close it: this profile does not know it.',
    );
  const until = waitUntil(state, context, next);
  const leftS = until ? (until.getTime() - Date.parse(context.at)) / 1000 : 0;
  if (leftS > 0)
    return refuse('wait', `${showDuration(leftS)} are left to wait.`, 'Leave it alone until then.');
  const held = holdFault(state, context, stopsOfStep(next));
  if (held) return { ok: false, fault: held };
  if (next.station === 'swap' && !state.job.choice)
    return refuse('no-drive', 'No drive is chosen yet.', 'Choose one at Fit.');
  const worst = next.station === 'swap' ? choiceFit(state.job, context) : null;
  if (worst && !isAllowed(worst, state.job.choice))
    return refuse(
      'does-not-fit',
      `The chosen drive ${worst.verdict === 'over' ? 'does not fit' : 'is not known to fit'}: ${worst.what.toLowerCase()}.`,
      'Look at Fit; measure again, or take the drives out of the dock and choose another one.',
    );
  const { technicians, by } = context;
  if (next.mayDo === 'mains' && !technicians.find(({ initials }) => initials === by)?.mains)
    return refuse(
      'not-trained',
      `${by} is not noted as trained for mains supplies.`,
      'Let someone who is, and is allowed by local rules, do this step; the Workshop screen says who.',
    );
  const need = next.needs.find(({ fact, value }) => factValue(state.facts, fact) !== value);
  if (need)
    return refuse(
      'step-need',
      `Not yet. This step needs: ${factWords(need.fact, need.value)}.`,
      'Do the steps in their order.',
    );
  return ok(next);
}

/** Whether a cable may go in or out now: those of first power in their order, once the device is closed. */
function observeCable(
  state: JobState,
  act: Extract<JobAct, { kind: 'observe' }>,
  context: DecideContext,
): Result<null> | null {
  const { cables } = context.profile.firstPower;
  const at = cables.findIndex(({ fact }) => fact === act.fact);
  if (act.fact === 'charger.connected' || !cableFacts.some((fact) => fact === act.fact)) return null;
  if (nextAct(state, context) !== null)
    return refuse('not-closed', 'The device is not closed yet.', 'Cables go in at First power.');
  const missing = act.value ? cables.slice(0, at).find(({ fact }) => !isTrue(state.facts, fact)) : undefined;
  return missing
    ? refuse(
        'cable-order',
        `First: ${missing.words}.`,
        missing.why ?? 'The one that brings power goes in last.',
      )
    : null;
}

/** What restoring from a stick still lacks; null where nothing does. */
function restoreNeeds({ job, facts }: JobState): Result<null> | null {
  if (!job.stick || job.route !== 'stick')
    return refuse('no-stick', 'No stick is taken for this job.', 'Take one at Data.');
  if (isTrue(facts, 'device.started')) return refuse('started', 'The device is running.', 'Go on to Prove.');
  if (!isTrue(facts, 'stick.inserted'))
    return refuse('stick-out', `${job.stick.label} is not in the device.`, 'Put it in, then start from it.');
  return isTrue(facts, 'charger.connected')
    ? null
    : refuse('no-charger', 'The charger is not in.', 'Restoring takes a while: plug the charger in first.');
}

/**
 * May this act be done now? The server asks before anything starts, and again with the act itself.
 * Returns the fault with its remedy, or nothing.
 */
export function permit(
  state: JobState,
  act: JobAct | { kind: 'dock' },
  context: DecideContext,
): Result<null> {
  const { job, facts } = state;
  if (job.handedOver && act.kind !== 'note' && act.kind !== 'take-back') {
    return refuse(
      'closed',
      'This job was handed over.',
      'Take it back at Hand over first, or take the device in again.',
    );
  }
  const held = (stops: Stop[]): Result<null> => {
    const fault = holdFault(state, context, stops);
    return fault ? { ok: false, fault } : ok(null);
  };
  const poweredOn = (): Result<null> => {
    const fault = holdFault(state, context, ['first-power']);
    if (fault) return { ok: false, fault };
    return nextAct(state, context) === null
      ? ok(null)
      : refuse('not-closed', 'The device is not closed yet.', 'Finish the steps of Close first.');
  };
  switch (act.kind) {
    case 'amend':
      return state.doneSteps.length > 0
        ? refuse('opened', 'The device has been opened: what was taken in stands.', 'Add a note instead.')
        : ok(null);
    case 'observe': {
      const cable = observeCable(state, act, context);
      if (cable) return cable;
      return act.fact === 'battery.swollen' && !act.value && isTrue(facts, 'battery.swollen')
        ? refuse(
            'swollen-stands',
            'A battery that was seen swollen is not seen flat again.',
            'Hand it to someone trained for cells. If it was a slip of the finger before opening, change what was taken in.',
          )
        : ok(null);
    }
    case 'charge-school':
      return act.school === 'storage-mode' && context.profile.opening.storageModeBelowPercent === null
        ? refuse('no-storage-mode', 'This device has no storage mode.', 'Follow the lower charge.')
        : state.doneSteps.length > 0
          ? refuse('opened', 'The device has been opened.', 'Take its steps back first.')
          : ok(null);
    case 'answer':
      return state.doneSteps.length > 0
        ? refuse('opened', 'The work has begun the one way.', 'Take its steps back first.')
        : ok(null);
    case 'revision':
      return keepsDone(state, { ...job, revisionId: act.revisionId }, context)
        ? ok(null)
        : refuse(
            'opened',
            'On this board the steps are others, and some of them are done.',
            'Take those steps back first.',
          );
    case 'choose':
      return job.dock
        ? refuse('docked', 'The drives lie on the dock already.', 'Take both drives out of the dock first.')
        : job.installed
          ? refuse(
              'installed',
              'The device has written the new drive.',
              'Take the device in again for another one.',
            )
          : ok(null);
    case 'lay-out':
      return isTrue(facts, 'copy.begun')
        ? refuse('copy-begun', 'The copy has begun with the layout as it was.', 'Finish it first.')
        : ok(null);
    case 'route':
      return state.doneSteps.length > 0 || job.dock
        ? refuse('begun', 'The work has begun in the way that was taken.', 'Take its steps back first.')
        : context.profile.ways?.[act.route]?.possible === false
          ? refuse('way-closed', 'This device cannot be restored in this way.', 'Choose another one.')
          : isLed(context.profile, act.route)
            ? ok(null)
            : refuse(
                'not-led',
                'Nobody has written down what this device does in this way.',
                'Follow the maker’s manual, or take another way.',
              );
    case 'take-stick':
      return job.route !== 'stick'
        ? refuse(
            'other-way',
            'This job copies the old drive.',
            'Take the way “Fresh, from a stick” at Data first.',
          )
        : isTrue(facts, 'device.started')
          ? refuse('started', 'The device is running.', 'The stick has done its work.')
          : ok(null);
    case 'dock':
      if (job.route !== 'copy-on-dock')
        return refuse(
          'other-way',
          'This job is restored from a stick.',
          'Take the way “Copy on the dock” at Data first.',
        );
      if (!job.choice || !job.wish)
        return refuse(
          'no-layout',
          'No drive or layout is chosen yet.',
          'Choose a drive at Fit and lay it out at Data.',
        );
      if (job.dock)
        return refuse(
          'docked',
          'Both drives lie on the dock already.',
          'Type the bench label of the new one.',
        );
      return factValue(facts, 'drive.inserted') === false
        ? ok(null)
        : refuse(
            'drive-inside',
            'The old drive is still in the device.',
            'Open the device and draw it out first.',
          );
    case 'undock':
      if (!job.dock)
        return refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');
      return actsOf(job, context).some(
        ({ id, station }) => station === 'swap' && state.doneSteps.includes(id),
      )
        ? refuse('swapped', 'The swap has begun with these drives.', 'Take its steps back first.')
        : ok(null);
    case 'arm':
      return job.dock
        ? ok(null)
        : refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');
    case 'copy':
      if (!job.dock)
        return refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');
      return held(['copy', 'first-write']);
    case 'restore': {
      const missing = restoreNeeds(state);
      return missing ?? poweredOn();
    }
    case 'switch-on':
    case 'power-on':
      return job.power ? refuse('is-on', 'The device is on.', 'Switch it off first.') : poweredOn();
    case 'observe-start':
      return poweredOn();
    case 'switch-off':
      return job.power ? ok(null) : refuse('is-off', 'The device is not on.', 'Switch it on at First power.');
    case 'press':
      if (!job.power || job.power.real)
        return refuse('is-off', 'The simulated device is not on.', 'Switch it on at First power.');
      if ((act.key === 'network' || act.key === 'stick') && act.key !== job.route)
        return refuse(
          'other-way',
          'This would write the new drive anew, and the job takes another way.',
          'Take that way at Data before the device is opened.',
        );
      return act.key === 'stick' ? (restoreNeeds(state) ?? ok(null)) : ok(null);
    case 'look-into':
    case 'finding':
      return job.outcome !== null && job.outcome !== 'started'
        ? ok(null)
        : refuse('nothing-wrong', 'Nothing is wrong that was seen.', 'Switch it on at First power first.');
    case 'read':
      return isTrue(facts, 'device.started')
        ? ok(null)
        : refuse('not-started', 'The device has not started yet.', 'Switch it on at First power.');
    case 'take-back':
      return job.handedOver
        ? ok(null)
        : refuse('not-handed-over', 'This job is still on the bench.', 'Hand it over when it is proved.');
    case 'hand-over': {
      const fault = holdFault(state, context, ['sheet']);
      if (fault) return { ok: false, fault };
      return job.proved
        ? ok(null)
        : refuse('not-proved', 'The result is not proved yet.', 'Finish Prove first.');
    }
    default:
      return ok(null);
  }
}
