import type { DeviceProfile } from '../device';
import type { Layout } from '../disk';
import { type Drive, type Pad, parseSizeCode } from '../part';
import {
  type Act,
  type Hold,
  type Ledger,
  screwLedger,
  standingHolds,
  swapActs,
  wayBack,
  wayIn,
} from '../work';
import type { Technician } from '../workshop';
import type { Job, JobState } from './job';

/** What a job is judged against: the catalogue entries that it names. */
export type JobContext = { profile: DeviceProfile; drive: Drive | null };

/** The catalogue as far as acts name it, and the layout as read on the dock once there is one. */
export type DecideContext = JobContext & {
  findDrive: (id: string) => Drive | null;
  findPad: (id: string) => Pad | null;
  /** Layout from the bytes on the dock, or the expected one before. */
  layout: Layout | null;
  technicians: Technician[];
  /** When it is done and by whom (initials): the clock and the bench say so, not the core. */
  at: string;
  by: string;
};

/** What the job decides about the swap: whether the stand-off moves and whether a pad is laid. */
export function swapConditions(job: Job, { drive }: JobContext) {
  const before = parseSizeCode(job.takeIn.oldDrive.sizeCode);
  const after = drive && parseSizeCode(drive.sizeCode);
  const lengthChanges = Boolean(before.ok && after?.ok && before.value.lengthMm !== after.value.lengthMm);
  return { lengthChanges, padChosen: job.choice?.padId != null };
}

/** All acts of the hands in their order: the way in, the swap, the way back. */
export function actsOf(job: Job, context: JobContext): Act[] {
  const { procedure } = context.profile;
  const conditions = swapConditions(job, context);
  return [...wayIn(procedure), ...swapActs(procedure, conditions), ...wayBack(procedure, conditions)];
}

/** The first act that is not done; null when the hands are finished. */
export const nextAct = (state: JobState, context: JobContext): Act | null =>
  actsOf(state.job, context).find((act) => !state.doneSteps.includes(act.id)) ?? null;

export const ledgerOf = (state: JobState, { profile }: JobContext): Ledger =>
  screwLedger(profile.procedure, state.facts);

export const holdsOf = (state: JobState, context: JobContext): Hold[] =>
  standingHolds(state.facts, {
    chargeLimitPercent: context.profile.opening.chargeBelowPercent,
    targetLabel: state.job.dock?.new.benchLabel ?? null,
    ledger: ledgerOf(state, context),
  });
