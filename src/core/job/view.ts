import type { DeviceProfile } from '../device';
import type { GrowthLimits, Layout, PartTable } from '../disk';
import type { Margin, Verdict } from '../margin';
import type { Build, CandidateLine } from '../fit';
import type { DockCase, Drive, Heatsink, Pad } from '../part';
import type { Fault } from '../result';
import type { StationId, StationState } from '../route';
import type { Act, Facts, Hold, Ledger } from '../work';
import type { Settings, Technician } from '../workshop';
import type { HistoryEntry, Job } from './job';
import type { Sheet } from './sheet';

/** How far a copy is. Bytes count what moves; verified bytes were read back and matched. */
export type CopyProgress = {
  totalBytes: number;
  writtenBytes: number;
  verifiedBytes: number;
  blocks: number;
  verifiedBlocks: number;
  rateBytesPerS: number;
  secondsLeft: number | null;
};

/** What is known of a job's copy; `interrupted` is a journal without a running copier behind it. */
export type CopyState =
  | { kind: 'none' }
  | { kind: 'running'; progress: CopyProgress | null }
  | { kind: 'interrupted'; verifiedBlocks: number; fault: Fault | null }
  | { kind: 'verified' };

/** What was read on an old drive, as far as screens and layouts need it. */
export type SourceSummary = {
  table: PartTable | null;
  faults: string[];
  usedBytes: number;
  usedByPart: Record<number, number>;
  limits: GrowthLimits;
};

/** What every screen needs around its own answer; a workshop without device profiles cannot take anything in. */
export type FrameView = {
  settings: Settings;
  technicians: Technician[];
  now: string;
  hasProfiles: boolean;
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
  cord: StationState[];
  current: StationId;
  facts: Facts;
  holds: Hold[];
  stationHolds: Partial<Record<StationId, Hold>>;
  acts: (Act & { done: boolean })[];
  nextActId: string | null;
  ledger: Ledger;
  source: SourceSummary | null;
  layout: Layout | null;
  layoutOrigin: 'expected' | 'read' | null;
  layoutFault: Fault | null;
  copy: CopyState;
  promise: Margin;
  prove: Margin[];
  sheet: Sheet;
  history: HistoryEntry[];
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
  promise: Margin;
  promisedAt: string | null;
  worst: Margin | null;
};

/** A job in a list: enough to find it by and to go there. */
export type JobLine = { id: string; device: string; who: string; handedOverAt: string | null };

export type BenchView = { frame: FrameView; cards: BenchCard[]; handedOver: JobLine[] };

/** What may be laid on a drive, at Fit; drives come ranked from the server. */
export type PartsView = { pads: Pad[]; sinks: Heatsink[] };

/** Candidates for one place of a device, the best first; the rest only counted. */
export type RankedView = {
  lines: CandidateLine[];
  /** All that were held against the place, by verdict, and how many of them the search left. */
  counts: Record<Verdict, number>;
  matching: number;
};

/** What can be had for a wish: drives of that size or more, how many fit, the cheapest, and the nearest where none does. */
export type PartsForesight = {
  offered: number;
  fitting: number;
  cheapest: CandidateLine | null;
  nearest: CandidateLine | null;
};
