import type { DeviceProfile } from '../device';
import type { Layout } from '../disk';
import { type Build, type BuildIds, fit } from '../fit';
import { isKept } from '../margin';
import { type Drive, parseFormFactor } from '../part';
import {
  type Act,
  type Hold,
  type Ledger,
  isTrue,
  overrideFact,
  screwLedger,
  standingHolds,
  swapActs,
  wayBack,
  wayIn,
} from '../work';
import type { Technician } from '../workshop';
import { settingOfJob } from './fit-of';
import type { Job, JobState } from './job';
import type { StickForJob } from './stick';

/** What a job is judged against: the catalogue entries that it names. */
export type JobContext = { profile: DeviceProfile; drive: Drive | null };

/** The catalogue as far as acts name it, and the layout as read on the dock once there is one. */
export type DecideContext = JobContext & {
  findBuild: (ids: BuildIds) => Build | null;
  /** Layout from the bytes on the dock, or the expected one before. */
  layout: Layout | null;
  /** Sticks of the bench as this job’s device would take them; empty where the job needs none. */
  sticks: StickForJob[];
  technicians: Technician[];
  /** When it is done and by whom (initials): the clock and the bench say so, not the core. */
  at: string;
  by: string;
};

/** What the job decides about the swap: whether the stand-off moves and whether a pad is laid. */
export function swapConditions(job: Job, { drive }: JobContext) {
  const length = (text: string | undefined) => {
    const form = text === undefined ? null : parseFormFactor(text);
    return form?.ok && form.value.kind === 'module' ? form.value.lengthMm : null;
  };
  const [before, after] = [length(job.takeIn.oldDrive.formFactor), length(drive?.formFactor)];
  const lengthChanges = before !== null && after !== null && before !== after && !job.choice?.adapterId;
  return { lengthChanges, padChosen: (job.choice?.padIds.length ?? 0) > 0, answers: job.answers };
}

/** All acts of the hands in their order: the way in, the swap, the way back. */
export function actsOf(job: Job, context: JobContext): Act[] {
  const { revisions, procedure: whole } = context.profile;
  const without = revisions.find(({ id }) => id === job.revisionId)?.withoutSteps ?? [];
  const procedure = { ...whole, open: whole.open.filter(({ id }) => !without.includes(id)) };
  const conditions = swapConditions(job, context);
  return [
    ...wayIn(procedure, conditions.answers),
    ...swapActs(procedure, conditions),
    ...wayBack(procedure, conditions),
  ];
}

/** The first act that is not done; null when the hands are finished. */
export const nextAct = (state: JobState, context: JobContext): Act | null =>
  actsOf(state.job, context).find((act) => !state.doneSteps.includes(act.id)) ?? null;

export const ledgerOf = (state: JobState, { profile }: JobContext): Ledger =>
  screwLedger(profile.procedure, state.facts);

export const holdsOf = (
  state: JobState,
  context: JobContext & Partial<Pick<DecideContext, 'findBuild'>>,
): Hold[] => {
  const holds = standingHolds(state.facts, {
    chargeLimitPercent: context.profile.opening.chargeBelowPercent,
    targetLabel: state.job.dock?.new.benchLabel ?? null,
    ledger: ledgerOf(state, context),
    carriedBy: state.job.route === 'stick' ? 'stick' : 'copy',
    power: context.profile.procedure.power,
  });
  const old = isTrue(state.facts, overrideFact('system-version')) ? null : versionHold(state, context);
  return old ? [...holds, old] : holds;
};

/** Closed up again, a device whose system is too old does not see its new drive: said before it is opened. */
function versionHold(
  { job }: JobState,
  context: JobContext & Partial<Pick<DecideContext, 'findBuild'>>,
): Hold | null {
  const build = job.choice && context.findBuild?.(job.choice);
  const margin =
    build &&
    fit(settingOfJob(job, context.profile, job.choice!.placeId), build).margins.find(
      ({ id }) => id === 'system-version',
    );
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
