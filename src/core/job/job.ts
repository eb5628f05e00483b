import * as z from 'zod';
import { LayoutWish, tableKinds } from '../disk';
import { Measures, ReadingName } from '../device';
import { Library } from '../fit';
import { CapacityTried } from '../genuine';
import { Health } from '../health';
import { Known } from '../margin';
import { Route, wayOfEmpty } from '../route';
import { SwitchedOn } from '../simulator';
import { FactChange, FactSetting, type Facts, foldFacts, restore } from '../work';
import { Choice } from './choice';
import { chargePolicies } from './charge-policy';
import { lookResults } from './look-round';
import { CopyProof, Rehearsal } from '../copy';
import { Quote } from '../money';
import { OldDriveAfter } from '../old-drive';
import { Placed, PlacementQuestion } from '../placement';
import { Outcome } from './outcome';
import { PowerRun } from './power-run';
import { ChargeSeen } from './charge-seen';
import { SeenAtPower } from './seen-at-power';
import { Sheet } from '../sheet';
import { Recording, isUnwritten, nothingRecorded } from '../teach';
import { JobStick } from './stick-schema';
import { TakeIn } from './take-in-schema';

/** A drive as it lies on the dock. */
export const DockedDrive = z.object({
  benchLabel: z.string(),
  sectors: z.int().positive(),
  sectorBytes: z.int().positive(),
  serial: z.string(),
  /** The image file that it is; null for a simulated drive. */
  file: z.string().nullable().default(null),
  /** Which of two tables counts on it, where a person had to say; null where none had to. */
  table: z.enum(tableKinds).nullable().default(null),
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
  revisionId: z.string().nullable().default(null),
  /** How the technician answered the procedure's questions, by question. */
  answers: z.record(z.string(), z.string()).default({}),
  /** Which policy counts for the charge before opening; the lower charge unless the storage mode was chosen. */
  chargePolicy: z.enum(chargePolicies).default('low-charge'),
  /** What the owner wants to have on the drive. */
  library: Library.nullable().default(null),
  /** Changes to the case that the owner has agreed to, though they cannot be undone. */
  agreedChanges: z.array(z.string().max(40)).max(8).default([]),
  /** The charge as it was read, one time after another: how fast it runs down follows. */
  chargeSeen: z.array(ChargeSeen).max(20).optional(),
  /** Faults that were found behind a dead start, and mended. */
  found: z
    .array(
      z.object({
        faultId: z.string().max(40),
        at: z.iso.datetime(),
        /** What was looked at before, and whether it was read otherwise than this fault shows it. */
        looks: z
          .array(z.object({ checkId: z.string().max(40), isMisread: z.boolean() }))
          .max(400)
          .default([]),
      }),
    )
    .max(200)
    .optional(),
  /** Drives that the owner brings along: they cost nothing here. */
  broughtIds: z.array(z.string().max(60)).max(8).default([]),
  /** What the owner said of each thing that the way does not bring across: saved elsewhere, or may go. */
  losses: z
    .array(z.object({ what: z.string().max(200), fate: z.enum(['saved', 'may-go']) }))
    .max(40)
    .default([]),
  choice: Choice.nullable(),
  wish: LayoutWish.nullable(),
  dock: z
    .object({
      old: DockedDrive,
      new: DockedDrive,
      caseId: z.string(),
      /** The old drive's case; null where a port of the computer itself reads it, or nobody said. */
      oldCaseId: z.string().nullable().default(null),
    })
    .nullable(),
  copy: CopyProof.nullable(),
  /** What an emulated machine showed of the copy; null where nobody rehearsed its start. */
  rehearsal: Rehearsal.nullable().default(null),
  /** What reading the new drive came to, where its image was written to it elsewhere; null before that. */
  driveRead: z
    .object({
      at: z.iso.datetime(),
      matched: z.int().nonnegative(),
      differing: z.array(z.object({ offset: z.int(), bytes: z.int() })),
      missing: z.array(z.object({ offset: z.int(), bytes: z.int() })),
      strange: z.int().nonnegative(),
    })
    .nullable()
    .default(null),
  /** The stick that the device is restored from, where that is its way. */
  stick: JobStick.nullable().default(null),
  /** The new drive as the device wrote it itself, from a stick. */
  installed: DockedDrive.nullable().default(null),
  /** Since when the device is on, and what was pressed on it; null while it is off. */
  power: PowerRun.nullable().default(null),
  outcome: Outcome.nullable(),
  /** What the simulated device last showed; null where a person looked at a real one. */
  lastStart: SwitchedOn.nullable(),
  /** What was seen of a real device when it was switched on, as one of the first looks; null where nobody said more than that it does not start. */
  firstLook: z.string().max(40).nullable().default(null),
  /** What was looked at since it did not start, in order. */
  seenAtPower: z.array(SeenAtPower).default([]),
  readings: z.partialRecord(ReadingName, Known),
  /** What the temperature was read under: the air around it, and the minutes of work before; null where none was read. */
  load: z.object({ roomC: z.number(), minutes: z.number() }).nullable().default(null),
  /** Whether what must still work does, as it was tried. */
  functions: z
    .array(
      z.object({
        id: z.string().max(40),
        result: z.enum(['works', 'fails', 'unseen']),
        note: z.string().max(200),
      }),
    )
    .max(20)
    .default([]),
  /** How the device was found while it was open. */
  lookedRound: z
    .array(z.object({ id: z.string().max(40), result: z.enum(lookResults), note: z.string().max(200) }))
    .max(8)
    .default([]),
  /** What this device cannot show, and why; it stands on the sheet as not known. */
  unseen: z
    .array(z.object({ name: ReadingName, why: z.string().max(300) }))
    .max(6)
    .default([]),
  /** What the hands did while the device was opened, where nobody had written that down; null where somebody had. */
  recording: Recording.nullable().default(null),
  /** What drives said of themselves, by files that were brought: the newest of each drive last. */
  health: z
    .array(
      z.object({
        which: z.enum(['old', 'new']),
        at: z.iso.datetime(),
        /** The file it was read from. */
        name: z.string().max(120),
        said: Health,
      }),
    )
    .max(20)
    .default([]),
  /** What came of the updates and drivers that the profile names: done, or left and why. */
  updates: z
    .array(z.object({ id: z.string().max(40), done: z.boolean(), note: z.string().max(200) }))
    .max(20)
    .default([]),
  /** Lines of the device's boot menu, before the work and after it; null where nobody noted them. */
  bootEntries: z
    .object({
      before: z.array(z.string().max(80)).max(20).nullable(),
      after: z.array(z.string().max(80)).max(20).nullable(),
    })
    .default({ before: null, after: null }),
  /** What the job was said to cost, and what it came to: as issued. */
  quotes: z.array(Quote).max(20).default([]),
  /** Where the owner's things go, as it was kept; null where nobody asked. */
  things: z
    .object({ at: z.iso.datetime(), question: PlacementQuestion, placed: Placed })
    .nullable()
    .default(null),
  /** What trying the new drive’s size came to; null where nobody tried, and once the drive is another. */
  capacity: CapacityTried.nullable().default(null),
  /** Why a device that was open once is opened another time, and which drive goes in; null where it was not. */
  openedAgain: z
    .object({
      at: z.iso.datetime(),
      why: z.string().max(300),
      /** The drive that was in it as it was opened, and the one that goes in. */
      tookOut: z.enum(['new', 'old']),
      putsIn: z.enum(['new', 'old']),
      /** Form factor of the drive that stood under the screw; null where nobody knows. */
      cameOut: z.string().max(40).nullable(),
    })
    .nullable()
    .default(null),
  proved: z.boolean(),
  handedOver: z
    .object({
      at: z.iso.datetime(),
      by: z.string(),
      oldDrive: z.enum(['kept', 'returned', 'none']),
      /** As it was printed: what the catalogue says later changes it no more. */
      sheet: Sheet,
    })
    .nullable(),
  /** What became of the old drive since, where it was kept; null before, and where none was. */
  oldDriveAfter: OldDriveAfter.nullable().default(null),
});
export type Job = z.infer<typeof Job>;

/** A job as it begins: taken in, nothing chosen. Of an empty place nothing is copied: its way begins with another one. */
export const newJob = (
  id: string,
  takeIn: TakeIn,
  device: Parameters<typeof wayOfEmpty>[0] & Parameters<typeof isUnwritten>[0],
): Job => ({
  schema: 'jicara.job/1',
  id,
  route: takeIn.oldDrive ? 'copy-on-dock' : wayOfEmpty(device),
  takeIn,
  measures: {},
  revisionId: null,
  answers: {},
  chargePolicy: 'low-charge',
  library: null,
  agreedChanges: [],
  broughtIds: [],
  losses: [],
  choice: null,
  wish: null,
  dock: null,
  copy: null,
  driveRead: null,
  rehearsal: null,
  stick: null,
  installed: null,
  power: null,
  outcome: null,
  lastStart: null,
  firstLook: null,
  recording: isUnwritten(device) ? nothingRecorded : null,
  seenAtPower: [],
  readings: {},
  load: null,
  functions: [],
  lookedRound: [],
  health: [],
  unseen: [],
  updates: [],
  bootEntries: { before: null, after: null },
  quotes: [],
  things: null,
  capacity: null,
  openedAgain: null,
  proved: false,
  handedOver: null,
  oldDriveAfter: null,
});

/** One line of the append-only history. Its texts were bounded when it was decided; what stands is read whatever its length. */
export const HistoryEntry = z.object({
  at: z.iso.datetime(),
  by: z.string(),
  kind: z.string(),
  sentence: z.string(),
  changes: z.array(FactChange),
  stepId: z.string().nullable(),
});
export type HistoryEntry = z.infer<typeof HistoryEntry>;

/** A step that is done: when, and what the facts that it changed were before it. */
export const DoneStep = z.object({
  stepId: z.string(),
  at: z.iso.datetime(),
  before: z.array(FactSetting),
});
export type DoneStep = z.infer<typeof DoneStep>;

/** A job as it stands: its document, and what its history comes to. */
export type JobState = { job: Job; facts: Facts; doneSteps: string[]; steps: DoneStep[] };

/** A job with all that ever happened to it. */
export type JobRecord = JobState & { history: HistoryEntry[] };

/** A job before anything happened to it. */
const blank = (job: Job): JobState => ({ job, facts: {}, doneSteps: [], steps: [] });

/** A job after one more line of its history. A step taken back is not done; of a device that is opened again all are to do. */
export function advance(state: JobState, job: Job, entry: HistoryEntry): JobState {
  const facts = foldFacts(entry.changes, state.facts);
  const steps =
    entry.kind === 'step' && entry.stepId
      ? [...state.steps, { stepId: entry.stepId, at: entry.at, before: restore(state.facts, entry.changes) }]
      : entry.kind === 'step-back'
        ? state.steps.slice(0, -1)
        : entry.kind === 'open-again'
          ? []
          : state.steps;
  return stateOf(job, facts, steps);
}

/** A job as it was kept. */
export const stateOf = (job: Job, facts: Facts, steps: DoneStep[]): JobState => ({
  job,
  facts,
  steps,
  doneSteps: steps.map(({ stepId }) => stepId),
});

/** A job from its whole history: what `advance` comes to, line by line. */
export function jobState(job: Job, history: HistoryEntry[]): JobRecord {
  const state = history.reduce((before, entry) => advance(before, job, entry), blank(job));
  return { ...state, history };
}

/** The step that was done last; null where none is. */
export const lastStepOf = ({ steps }: JobState): DoneStep | null => steps.at(-1) ?? null;
