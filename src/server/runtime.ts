import type { SourceSummary } from '@/core/job-view';
import type { Learned } from '@/core/learn';
import type { Margin } from '@/core/margin';
import type { Fault, Result } from '@/core/result';
import type { Dock } from '@/dock';
import type { ImageLibrary } from '@/images';
import type { CopyRuns } from './copy-runs';
import { type Database, DatabaseTrouble } from './database';
import type { ImageRuns } from './image-runs';
import type { InHand } from './in-hand';
import type { JobChanges } from './job-changes';
import type { JobsRead } from './jobs';
import type { KeptProfiles } from './kept-profiles';
import type { SumsMaking, Wipes } from './under-way';

/** All that a use case works with. Clock and threads are passed in, so that tests decide them. */
export type Runtime = {
  database: Database;
  dock: Dock;
  copies: CopyRuns;
  /** Who has which job open. */
  changes: JobChanges;
  /** The ferry line’s demo: everything in it is made up, and every job is practice. */
  isDemo: boolean;
  /** Where image files of real drives lie; null where no folder was named. */
  drivesFolder: string | null;
  dataFolder: string;
  photoFolder: string;
  /** Closes this workshop and opens the same folder anew, with whatever stands in it by then. */
  reopen: () => Promise<Result<null>>;
  now: () => Date;
  projectFolder: string;
  /** Old drives do not change while they lie on the dock: read once. */
  sources: Map<string, SourceSummary>;
  /** What the finished copies show, by job: read once for each copy. */
  evidence: Map<string, Margin[]>;
  /** System images, and the work on them that runs now. */
  library: ImageLibrary;
  images: ImageRuns;
  /** The image server is being asked; what it said last where it did not answer. */
  asking: Promise<void> | null;
  makerFault: Fault | null;
  /** Whether the dock's folder knows holes; null before it was tried. */
  knowsHoles: boolean | null;
  /** Jobs of the bench as they were last read. */
  jobsRead: JobsRead;
  /** Profiles that jobs began with, read once each. */
  profiles: KeptProfiles;
  /** Acts that are being done now, by job and request id: sent again, they get the answer of the first. */
  underWay: Map<string, Promise<Result<null>>>;
  /** Photos that are being scaled now. */
  scaling: number;
  /** Drives and sticks that somebody does something with at this moment. */
  inHand: InHand;
  /** Lists of checksums that are being made from finished image files, by job. */
  sums: Map<string, SumsMaking>;
  /** Simulated devices that are being looked at: one look at a time for each job. */
  looking: Set<string>;
  /** What the bench has learned, of practice and of real work; read when it is asked for. */
  learned: Map<boolean, Learned>;
  /** Old drives that are being overwritten. */
  wipes: Wipes;
  /** Open event streams, ended at shutdown. */
  streams: Set<() => void>;
  close: () => Promise<void>;
};

// Instrumentation and routes are different module instances: the handle lives on globalThis.
const holder = globalThis as typeof globalThis & {
  jicaraRuntime?: Runtime;
  jicaraClosed?: Fault;
  jicaraReopening?: Promise<unknown>;
};

/** Puts the open workshop where everybody finds it; where there is none, `why` is what everybody is told. */
export const setRuntime = (runtime: Runtime | null, why?: Fault): void => {
  holder.jicaraRuntime = runtime ?? undefined;
  holder.jicaraClosed = why;
};

/** Notes that the workshop is being closed and opened again, so that a signal waits for it and nothing is left half swapped. */
export const noteReopening = (work: Promise<unknown>): void => {
  holder.jicaraReopening = work;
};

/** Closes the workshop as it stands when nothing opens it again any more; at once where there is none. */
export async function closeRuntime(): Promise<void> {
  await holder.jicaraReopening;
  await holder.jicaraRuntime?.close();
}

const closedFault = (): Fault => ({
  code: 'closing',
  sentence: 'The workshop is being brought back from a backup, or is not open yet.',
  remedy: 'Ask again in a moment.',
});

/** The open workshop. While it is closed and opened again there is none. */
export function getRuntime(): Runtime {
  if (!holder.jicaraRuntime) throw new DatabaseTrouble(holder.jicaraClosed ?? closedFault());
  return holder.jicaraRuntime;
}
