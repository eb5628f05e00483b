import type { CandidateLine, FitAnswer } from '../fit';
import type { Build, Setting } from '../fit';
import type { Heatsink, Pad } from '../part';

/** One way that practitioners of the trade stand by, and why they do. */
export type School = { says: string; because: string };

/** A question that practitioners answer differently: both schools, which one counts here unless somebody decides otherwise, and why. */
export type Dispute = {
  id: string;
  question: string;
  schools: readonly [School, School];
  /** Which of the two counts here, and the reason in this very case; null where it is left to taste. */
  ours: { school: 0 | 1; why: string } | null;
  /** What was computed for it; null where nothing is. */
  figures: string | null;
};

/** What disputes are decided by. */
export type DisputeAsked = {
  setting: Setting;
  build: Build;
  answer: FitAnswer;
  /** What was ranked around it. */
  lines: CandidateLine[];
  pads: Pad[];
  sinks: Heatsink[];
  /** Form factor of the drive that comes out; null where nobody said. */
  oldFormFactor: string | null;
};
