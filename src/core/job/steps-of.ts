import { placeOf } from '../device';
import { highest, isKept } from '../margin';
import { insideWords, screwAtMm, swapConditionsOf } from '../fit';
import {
  type HandStep,
  type Hold,
  type Stop,
  type Ledger,
  type Procedure,
  factValue,
  isTrue,
  overrideFact,
  type SwapConditions,
  allSteps,
  dueSteps,
  fastenersOf,
  screwLedger,
  standingHolds,
} from '../work';
import { chargeOfWay, writesItself } from '../route';
import { chargeLimitOf } from './charge-policy';
import { fitAnswer, insideOfChoice } from './fit-of';
import { falseSizeHold } from './false-size-hold';
import { guaranteeHold } from './guarantee-hold';
import { lossesOfJob } from './losses-of-job';
import { measuringOf } from './measuring';
import { leadsBack, stepAnew } from './opened-again';
import { placeIdOf } from './place-of-job';
import type { DecideContext, JobContext } from './context';
import type { Job, JobState } from './job';

/** What the job decides about the swap: what its build changes, and which way it goes through the procedure. */
function swapConditions(job: Job, { drive, profile }: JobContext): SwapConditions {
  const { choice, answers, revisionId, openedAgain } = job;
  const { oldDrive } = job.takeIn;
  const putIn = leadsBack(job)
    ? {
        formFactor: oldDrive?.formFactor ?? null,
        hasPad: false,
        hasSink: false,
        hasAdapter: false,
        changesCase: false,
      }
    : {
        formFactor: drive?.formFactor ?? null,
        hasPad: (choice?.padIds.length ?? 0) > 0,
        hasSink: choice?.sinkId != null,
        hasAdapter: choice?.adapterId != null,
        // What was cut once is not cut again.
        changesCase: openedAgain === null && (choice?.caseChangeIds.length ?? 0) > 0,
      };
  const stood = openedAgain ? openedAgain.cameOut : (oldDrive?.formFactor ?? null);
  const screwMm = screwAtMm(placeOf(profile, placeIdOf(job)), stood);
  return {
    answers,
    revisionId,
    isEmpty: openedAgain === null && oldDrive === null,
    holds: swapConditionsOf(putIn, screwMm),
    measuring: openedAgain ? null : measuringOf(job, profile),
  };
}

/** Ways through procedures that were worked out, by all that a way depends on: judging a job asks for its own many times. */
const ways = new WeakMap<Procedure, Map<string, HandStep[]>>();
const mostWays = 100;

/** The steps of a job as it stands, for those who ask again in the same request. */
const stepsAsked = new WeakMap<Job, Pick<JobContext, 'profile' | 'drive'> & { steps: HandStep[] }>();

/** All steps of the hands in their order: the way in, the swap, the way back. Not to be changed by who gets it. */
export function stepsOf(job: Job, context: JobContext): HandStep[] {
  const { profile, drive } = context;
  const asked = stepsAsked.get(job);
  if (asked?.profile === profile && asked.drive === drive) return asked.steps;
  const steps = stepsOfWay(job, context);
  stepsAsked.set(job, { profile, drive, steps });
  return steps;
}

function stepsOfWay(job: Job, context: JobContext): HandStep[] {
  const { procedure } = context.profile;
  const conditions = swapConditions(job, context);
  const known = ways.get(procedure) ?? new Map<string, HandStep[]>();
  ways.set(procedure, known);
  const { openedAgain } = job;
  const key = JSON.stringify([conditions, openedAgain?.tookOut, openedAgain?.putsIn]);
  const found = known.get(key) ?? stepsAnew(allSteps(procedure, conditions), openedAgain);
  if (known.size >= mostWays) known.clear();
  known.set(key, found);
  return found;
}

const stepsAnew = (steps: HandStep[], openedAgain: Job['openedAgain']): HandStep[] =>
  openedAgain ? steps.map((step) => stepAnew(step, openedAgain)) : steps;

/** The first step that is not done; null when the hands are finished. */
export const nextStep = (state: JobState, context: JobContext): HandStep | null =>
  stepsOf(state.job, context).find((step) => !state.doneSteps.includes(step.id)) ?? null;

/** Steps that may be done now: the next one, and those that can be done at the same time. */
export const dueStepsOf = (state: JobState, context: JobContext): HandStep[] =>
  dueSteps(stepsOf(state.job, context), state.doneSteps);

/** When a waiting step is over, counted from the step before it; null for all others, and where nobody knows when it began. */
export function waitUntil(state: JobState, context: JobContext, step: HandStep): Date | null {
  if (!step.waits) return null;
  const order = stepsOf(state.job, context).map(({ id }) => id);
  const before = order[order.indexOf(step.id) - 1];
  const since = state.steps.findLast(({ stepId }) => stepId === before)?.at;
  return since === undefined ? null : new Date(Date.parse(since) + step.minutes * 60_000);
}

/** The kinds of hold that stop a step of the hands. */
export const stopsOfStep = ({
  station,
  touchesBoard,
}: Pick<HandStep, 'station' | 'touchesBoard'>): Stop[] => [
  ...(station === 'open' ? (['opening'] as const) : []),
  ...(station === 'swap' ? (['swap'] as const) : []),
  ...(touchesBoard ? (['board'] as const) : []),
];

export const ledgerOf = (state: JobState, { profile, drive }: JobContext): Ledger =>
  screwLedger(
    { fasteners: fastenersOf(profile.procedure, stepsOf(state.job, { profile, drive })) },
    state.facts,
  );

export const holdsOf = (
  state: JobState,
  context: JobContext & Partial<Pick<DecideContext, 'findBuild' | 'technicians' | 'by' | 'at'>>,
): Hold[] => {
  const { route } = state.job;
  const isBack = leadsBack(state.job);
  const holds = standingHolds(state.facts, {
    chargeLimitPercent: chargeLimitOf(context.profile, state.job),
    targetLabel: state.job.dock?.new.benchLabel ?? null,
    ledger: ledgerOf(state, context),
    carriedBy: isBack ? 'nothing' : route === 'stick' ? 'stick' : writesItself(route) ? 'device' : 'copy',
    losesData: !isBack && state.job.takeIn.dataToKeep && lossesOfJob(state.job, context.profile).length > 0,
    onlyImage: state.job.copy?.into === 'image-file',
    storageMode: state.job.chargePolicy === 'storage-mode',
    power: context.profile.procedure.power,
  });
  // What goes in again was in it before: nothing is held against it, and the device writes nothing.
  const old =
    isBack || isTrue(state.facts, overrideFact('system-version')) ? null : versionHold(state, context);
  const unmeasured =
    isBack || isTrue(state.facts, overrideFact('fit-unmeasured')) ? null : unmeasuredHold(state, context);
  const untrained = isTrue(state.facts, overrideFact('training')) ? null : trainingHold(state, context);
  return [
    ...holds,
    ...[
      guaranteeHold(state, context.at),
      isBack ? null : falseSizeHold(state.job),
      finalHold(state, context),
      old,
      unmeasured,
      untrained,
      isBack ? null : unattendedHold(state, context),
    ].filter((hold) => hold !== null),
  ];
};

/** What can never be undone has the owner’s consent before the device is opened. */
function finalHold(state: JobState, context: JobContext): Hold | null {
  const step = stepsOf(state.job, context).find(
    ({ id, final }) =>
      final !== null && !state.job.agreedChanges.includes(id) && !state.doneSteps.includes(id),
  );
  return step?.final
    ? {
        code: 'final',
        of: step.id,
        what: `The owner has not agreed to what cannot be undone: ${step.title.charAt(0).toLowerCase()}${step.title.slice(1)}`,
        why: step.final,
        remedy: 'Tell the owner what it means, and note the answer before the device is opened.',
        stops: ['opening'],
        seen: true,
        override: 'nobody',
      }
    : null;
}

/** Mains training is asked before the first screw, not when the device lies open before somebody who must not go on. */
function trainingHold(
  state: JobState,
  context: JobContext & Partial<Pick<DecideContext, 'technicians' | 'by'>>,
): Hold | null {
  const { technicians, by } = context;
  if (!technicians || by === undefined) return null;
  const isTrained = technicians.find(({ initials }) => initials === by)?.mains === true;
  const asks = stepsOf(state.job, context).find(
    ({ id, mayDo }) => mayDo === 'mains' && !state.doneSteps.includes(id),
  );
  if (isTrained || !asks) return null;
  const trained = technicians.filter(({ mains }) => mains).map(({ name }) => name);
  return {
    code: 'training',
    what: 'This job goes into a mains supply',
    why: `“${asks.title}” is only for those trained for it and allowed by local rules; ${by || 'nobody picked'} is not noted as that.`,
    remedy:
      trained.length > 0
        ? `Let ${trained.join(' or ')} do this job, or say who does those steps.`
        : 'Hand it to somebody who is; Workshop says who is trained.',
    stops: ['opening'],
    seen: true,
    override: 'technician',
  };
}

/** A drive that was chosen for the time being goes in only once what can be measured inside has been. */
function unmeasuredHold(
  { job }: JobState,
  context: JobContext & Partial<Pick<DecideContext, 'findBuild'>>,
): Hold | null {
  const inside = job.choice?.reason == null ? insideOfChoice(job, context) : [];
  const [first] = inside;
  return first
    ? {
        code: 'fit-unmeasured',
        what: `Not measured yet: ${insideWords(inside)}`,
        why: 'The drive was chosen for the time being: whether it fits shows only inside.',
        remedy: `${first.missing.howToGet} Enter it at Open or Fit: the choice is judged anew.`,
        stops: ['swap'],
        seen: false,
        override: 'technician',
      }
    : null;
}

/** Closed up again, a device whose system is too old does not see its new drive: said before it is opened. */
function versionHold(
  { job }: JobState,
  context: JobContext & Partial<Pick<DecideContext, 'findBuild'>>,
): Hold | null {
  const { choice } = job;
  const build = choice && context.findBuild?.(choice);
  const margin =
    choice &&
    build &&
    fitAnswer(job, context.profile, build, choice.placeId).margins.find(({ id }) => id === 'system-version');
  if (!margin || isKept(margin)) return null;
  const isKnown = margin.verdict === 'over';
  return {
    code: 'system-version',
    what: isKnown ? 'The system is too old for this drive' : 'The system version is not known',
    why: 'Closed up again, an older system does not see the drive.',
    remedy: margin.missing[0]?.howToGet ?? margin.remedy ?? 'Update the device first.',
    stops: ['opening'],
    seen: isKnown,
    override: 'technician',
  };
}

/** What the device does alone for a long time is begun with its charger in, or with a charge that is known to carry it through. */
function unattendedHold({ job, facts }: JobState, { profile }: JobContext): Hold | null {
  const { route, takeIn } = job;
  if (profile.procedure.power !== 'cell' || !writesItself(route) || isTrue(facts, 'charger.connected'))
    return null;
  if (isTrue(facts, overrideFact('unattended'))) return null;
  const charge = chargeOfWay(profile, route);
  const most = charge?.known ? highest(charge) : null;
  const shown = takeIn.chargePercent;
  if (shown !== null && most !== null && shown >= most) return null;
  return {
    code: 'unattended',
    what: 'The charger is out',
    why: `${
      most === null
        ? 'How much charge this takes is not known'
        : `This takes up to ${Math.ceil(most)} % of a full charge`
    }, and ${shown === null ? 'nobody has said what is left' : `${shown} % was left when it came in`}. A device that goes out while it writes its drive begins anew, if it starts at all.`,
    remedy: 'Plug the charger in, straight from the wall, and leave it in.',
    stops: ['unattended'],
    seen: factValue(facts, 'charger.connected') !== null,
    override: 'technician',
  };
}
