import type { BenchItem, ItemUse, LibraryImage, StickContent } from '../image';
import type { Margin } from '../margin';
import type { Fault } from '../result';
import type { DriveFiles, FrameView, UnreadLine } from './view';
import type { CopyGrade, CopyState } from '../copy';
import type { DockedDrive } from '../job';
import type { LearnedShare } from '../learn';

/** A job whose drives lie on the dock, as the Dock screen draws it. */
export type DockPair = {
  jobId: string;
  /** The job's version, for acts from here. */
  version: number;
  device: string;
  who: string;
  caseModel: string;
  caseLink: string;
  old: DockedDrive;
  new: DockedDrive;
  /** The new drive sits in the device already; its port is empty. */
  isNewInside: boolean;
  copy: CopyState;
  /** What is known of the finished copy; null before it is finished. */
  grade: CopyGrade | null;
  /** False where the finished copy was not read back. */
  mayGoIn: boolean;
};

/** Work on an image or a stick as it runs. Seconds left; null where nothing is known yet. */
export type ImageRunView = {
  phase: 'fetching' | 'checking' | 'writing' | 'reading back';
  doneBytes: number;
  totalBytes: number;
  secondsLeft: number | null;
};

/** An image of the library, as the Dock screen draws it. */
export type DockImage = LibraryImage & {
  /** Names of the devices that it is for. */
  devices: string[];
  /** The newer image for the same device; null where this is the newest. */
  staleBy: { name: string; version: string } | null;
  run: ImageRunView | null;
  fault: Fault | null;
};

/** A stick or a cable with its record, as the Dock screen draws it. */
export type DockItem = {
  item: BenchItem;
  uses: ItemUse[];
  record: Margin;
  /** How often it fails, as its own record and that of all others of its kind have it. */
  fails: LearnedShare;
  /** Sticks: what it holds; the open job that it was taken for. */
  content: StickContent | null;
  takenFor: string | null;
  run: ImageRunView | null;
  fault: Fault | null;
  /** Cables: the case that it lies with. */
  caseModel: string | null;
};

export type DockLibrary = {
  images: DockImage[];
  /** Files of the own folder that cannot be used, and why. */
  oddFiles: { fileName: string; why: string }[];
  items: DockItem[];
  maker: { askedAt: string | null; isAsking: boolean; fault: Fault | null };
};

/** What the simulated drives take, bytes, and how much of it belongs to jobs that are through. */
export type DockStorage = {
  drives: number;
  bytes: number;
  throughDrives: number;
  throughBytes: number;
  keepDrivesDays: number;
};

export type DockView = {
  frame: FrameView;
  pairs: DockPair[];
  unread: UnreadLine[];
  storage: DockStorage;
  library: DockLibrary;
  /** Image files of real drives; null where no folder was named for them. */
  driveFiles: DriveFiles | null;
  /** Faults that are switched on to practise with. */
  faults: string[];
  /** False where the data folder’s file system knows no holes, so that stand-in drives take their full size. */
  knowsHoles: boolean;
};
