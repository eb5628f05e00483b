import type { CopyState, FrameView } from './view';
import type { DockedDrive } from './job';

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
  /** False where the finished copy was not read back. */
  isCompared: boolean;
};

export type DockView = {
  frame: FrameView;
  pairs: DockPair[];
  /** Faults that are switched on to practise with. */
  faults: string[];
  /** False where the data folder’s file system knows no holes, so that stand-in drives take their full size. */
  knowsHoles: boolean;
};
