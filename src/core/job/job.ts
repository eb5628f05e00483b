import { z } from 'zod';
import { LayoutWish } from '../disk';
import { Measures } from '../device';
import { Library } from '../fit';
import { Known } from '../margin';
import { Route } from '../route';
import { SwitchedOn } from '../simulator';
import { FactChange, type Facts, foldFacts } from '../work';
import { Outcome } from './act';
import { Choice } from './choice';
import { chargeSchools } from './charge-school';
import { CopyProof } from './copy-proof';
import { PowerRun } from './power-run';
import { SeenAtPower } from './seen-at-power';
import { Sheet } from './sheet';
import { JobStick } from './stick';
import { TakeIn } from './take-in';

/** A drive as it lies on the dock. */
export const DockedDrive = z.object({
  benchLabel: z.string(),
  sectors: z.int().positive(),
  sectorBytes: z.int().positive(),
  serial: z.string(),
});
export type DockedDrive = z.infer<typeof DockedDrive>;

/** The new drive, wherever its system came from; null before it has been on the dock or in the device. */
export const newDriveOf = ({ dock, installed }: Pick<Job, 'dock' | 'installed'>): DockedDrive | null =>
  dock?.new ?? installed;

/** The job as it stands: its answers. What happened, and so every fact, is in the history. */
export const Job = z.object({
  schema: z.literal('jicara.job/1'),
  id: z.string().regex(/^Q-\d{4,8}$/u),
  route: Route,
  takeIn: TakeIn,
  measures: Measures,
  /** Board revision by its marks, once somebody has looked. */
  revisionId: z.string().max(40).nullable().default(null),
  /** How the technician answered the procedure's questions, by question. */
  answers: z.record(z.string().max(40), z.string().max(40)).default({}),
  /** Which school counts for the charge before opening; the lower charge unless the storage mode was chosen. */
  chargeSchool: z.enum(chargeSchools).default('low-charge'),
  /** What the owner wants to have on the drive. */
  library: Library.nullable().default(null),
  choice: Choice.nullable(),
  wish: LayoutWish.nullable(),
  dock: z.object({ old: DockedDrive, new: DockedDrive, caseId: z.string() }).nullable(),
  copy: CopyProof.nullable(),
  /** The stick that the device is restored from, where that is its way. */
  stick: JobStick.nullable().default(null),
  /** The new drive as the device wrote it itself, from a stick. */
  installed: DockedDrive.nullable().default(null),
  /** Since when the device is on, and what was pressed on it; null while it is off. */
  power: PowerRun.nullable().default(null),
  outcome: Outcome.nullable(),
  /** What the simulated device last showed; null where a person looked at a real one. */
  lastStart: SwitchedOn.nullable(),
  /** What was looked at since it did not start, in order. */
  seenAtPower: z.array(SeenAtPower).max(60).default([]),
  readings: z.object({ 'size-shown': Known, 'read-test': Known, 'parts-shown': Known }).partial(),
  proved: z.boolean(),
  handedOver: z
    .object({
      at: z.iso.datetime(),
      by: z.string(),
      oldDrive: z.enum(['kept', 'returned']),
      /** As it was printed: what the catalogue says later changes it no more. */
      sheet: Sheet,
    })
    .nullable(),
});
export type Job = z.infer<typeof Job>;

/** A job as it begins: taken in, nothing chosen. */
export const newJob = (id: string, takeIn: TakeIn): Job => ({
  schema: 'jicara.job/1',
  id,
  route: 'copy-on-dock',
  takeIn,
  measures: {},
  revisionId: null,
  answers: {},
  chargeSchool: 'low-charge',
  library: null,
  choice: null,
  wish: null,
  dock: null,
  copy: null,
  stick: null,
  installed: null,
  power: null,
  outcome: null,
  lastStart: null,
  seenAtPower: [],
  readings: {},
  proved: false,
  handedOver: null,
});

/** One line of the append-only history. */
export const HistoryEntry = z.object({
  at: z.iso.datetime(),
  by: z.string().max(8),
  kind: z.string().max(40),
  sentence: z.string().max(2400),
  changes: z.array(FactChange),
  stepId: z.string().nullable(),
});
export type HistoryEntry = z.infer<typeof HistoryEntry>;

export type JobState = { job: Job; facts: Facts; doneSteps: string[]; history: HistoryEntry[] };

/** The state of a job: its document and what the history says. A step taken back is not done. */
export function jobState(job: Job, history: HistoryEntry[]): JobState {
  const doneSteps: string[] = [];
  for (const entry of history) {
    if (entry.kind === 'step' && entry.stepId) doneSteps.push(entry.stepId);
    if (entry.kind === 'step-back') doneSteps.pop();
  }
  return { job, facts: foldFacts(history.flatMap((entry) => entry.changes)), doneSteps, history };
}
