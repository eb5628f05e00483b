import type { DeviceProfile } from '../device';
import type { Day, TaskPin } from '../day';
import type { Layout, PartitionRules, PartitionTable, TableKind } from '../disk';
import type { Factor } from '../learn';
import type { Margin, Verdict } from '../margin';
import type { Build, CandidateLine } from '../fit';
import type { DockCase, Drive, Heatsink, Pad } from '../part';
import type { Trend } from '../price';
import type { Fault } from '../result';
import type { RankedWay, StationId, StationState } from '../route';
import type { Shown } from '../simulator';
import type { HandStep, Facts, Hold, Ledger } from '../work';
import type { Settings, Technician } from '../workshop';
import type { CopyState } from '../copy';
import type { DiagnosisView } from './diagnosis-view';
import type { HistoryEntry, Job, StickForJob } from '../job';
import type { Sheet } from '../sheet';
/** A photo that the technician took at a job, or a note that was spoken there; its file is asked for by job and id. */
export type PhotoLine = {
  id: string;
  jobId: string;
  stepId: string | null;
  note: string;
  forAll: boolean;
  at: string;
  by: string;
  widthPx: number;
  heightPx: number;
  /** What its file is: `image/jpeg`, or a kind of sound. */
  media: string;
};

/** What was read on an old drive, as far as screens and layouts need it. */
export type SourceSummary = {
  table: PartitionTable | null;
  faults: string[];
  /** Tables that a person must choose between; empty where the drive says it by itself. */
  tables: TableKind[];
  usedBytes: number;
  usedByPartition: Record<number, number>;
  rules: PartitionRules;
};

/** The list of checksums that a real new drive is held against; `share` of it made, 0 to 1, counts both readings of its image. */
export type SumsState =
  | { kind: 'none'; fault: Fault | null }
  | { kind: 'making'; share: number }
  | { kind: 'ready'; stretches: number; bytes: number };

/** What every screen needs around its own answer; a workshop without device profiles cannot take anything in. */
/** Image files of real drives, as they lie in the folder that was named for them. */
export type DriveFiles = {
  folder: string;
  files: {
    name: string;
    bytes: number;
    changedAt: string;
    /** The drive on the dock that it is, and its job; null where none has it. */
    takenAs: { benchLabel: string; jobId: string } | null;
  }[];
  odd: { name: string; why: string }[];
  fault: string | null;
};

export type FrameView = {
  settings: Settings;
  technicians: Technician[];
  now: string;
  hasProfiles: boolean;
  /** The demo: everything is made up, and every job is practice. */
  isDemo: boolean;
  jobs: JobLine[];
};

/** A job as its screens draw it: plain data, computed from the same core as the refusals. */
export type JobView = {
  job: Job;
  version: number;
  frame: FrameView;
  profile: DeviceProfile;
  drive: Drive | null;
  build: Build | null;
  cases: DockCase[];
  stations: StationState[];
  current: StationId;
  facts: Facts;
  holds: Hold[];
  stationHolds: Partial<Record<StationId, Hold>>;
  steps: (HandStep & { done: boolean })[];
  nextStepId: string | null;
  /** Acts that may be done at the same time as the next one. */
  alongsideIds: string[];
  /** The hold that stops the next act of the hands; null where none does. */
  nextHold: Hold | null;
  /** When the next act, a wait, is over; null where it does not wait. */
  waitUntil: string | null;
  ledger: Ledger;
  source: SourceSummary | null;
  layout: Layout | null;
  layoutOrigin: 'expected' | 'read' | null;
  layoutFault: Fault | null;
  copy: CopyState;
  /** False where the data folder’s file system knows no holes, so that stand-in drives take their full size. */
  knowsHoles: boolean;
  /** What lies in the folder of image files, for a job whose drives are not on the dock yet; null where no folder was named. */
  driveFiles: DriveFiles | null;
  /** Whether the finished copy would start; null before there is one. */
  evidence: Margin[] | null;
  /** Every way for the system to come across, the best first. */
  ways: RankedWay[];
  /** What is likely wrong; null while nothing is. */
  diagnosis: DiagnosisView | null;
  /** Sticks that could serve, where the job is restored from one. */
  sticks: StickForJob[];
  promise: Margin;
  prove: Margin[];
  /** How readings of such a build came out here before, against their forecast; null where none was taken. */
  readBefore: { read: Factor | null; heat: Factor | null };
  sheet: Sheet;
  history: HistoryEntry[];
  /** What the simulated device shows now; null while it is off, or where a person looks at a real one. */
  device: Shown | null;
  /** Seconds of its own since it was switched on; null while it is off. */
  deviceS: number | null;
  /** How far overwriting the old drive is; null where none runs and none was cut off. */
  wiping: { runs: boolean; phase: 'writing' | 'reading'; share: number } | null;
  photos: PhotoLine[];
  /** Photos of earlier jobs that are meant for every device of this kind. */
  pictures: PhotoLine[];
};

/** What changed of a job: its view without what did not change, and the lines of history since the version that was seen. */
export type JobChange = Omit<JobView, 'profile' | 'frame' | 'history' | 'sheet'> & {
  since: number;
  newLines: HistoryEntry[];
  /** Only near the end of the job, where it is looked at; null elsewhere. */
  sheet: Sheet | null;
  /** While the way in is recorded: the profile with the procedure as it stands now. */
  profile?: JobView['profile'];
};

export type BenchColumn = 'hands' | 'machine' | 'held' | 'ready';

/** A job on the bench: what it waits for, in one line. */
export type BenchCard = {
  id: string;
  station: StationId;
  device: string;
  who: string;
  column: BenchColumn;
  next: string;
  worst: Margin | null;
};

/** A job in a list: enough to find it by and to go there. */
export type JobLine = { id: string; device: string; who: string; handedOverAt: string | null };

/** A job that today's rules cannot read: it is shown, can be exported, and stops nothing else. */
export type UnreadLine = { id: string; why: string };

/** An old drive that lies here though its term is over. */
export type DueDrive = { id: string; device: string | null; who: string; until: string };

export type BenchView = {
  frame: FrameView;
  cards: BenchCard[];
  /** What the jobs still want, in minutes from the frame’s moment. */
  day: Day;
  /** The pins of its tasks as they were set, by task; also those that are not followed. */
  pins: Record<string, TaskPin>;
  /** Why a pin is not followed, in sentences. */
  loosePins: string[];
  unread: UnreadLine[];
  handedOver: JobLine[];
  /** Old drives whose term is over. */
  dueDrives: DueDrive[];
};

/** What may be laid on a drive, at Fit; drives come ranked from the server. */
export type PartsView = { pads: Pad[]; sinks: Heatsink[]; cases: DockCase[] };

/** Candidates for one place of a device, the best first; the rest only counted. */
export type RankedView = {
  lines: CandidateLine[];
  /** All that were held against the place, by verdict, and how many of them the search left. */
  counts: Record<Verdict, number>;
  matching: number;
  /** How many of a large catalogue did not have to be judged, since they stand behind what is shown even at best. */
  unjudged?: number;
  /** No drive of the size that was asked for fits: these are of the nearest sizes. */
  isNearest?: boolean;
  /** How the prices of these drives move, by id, from this workshop’s own records; one without any is left out. */
  trends: Readonly<Record<string, Trend>>;
};

/** What can be had for a wish: drives of that size or more, how many fit, the cheapest, and the nearest where none does. */
export type PartsForesight = {
  offered: number;
  fitting: number;
  cheapest: CandidateLine | null;
  nearest: CandidateLine | null;
};
