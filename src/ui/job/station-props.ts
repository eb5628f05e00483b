import type { JobAct } from '@/core/acts';
import type { JobView, PartsForesight, PartsView, PhotoLine, RankedView, SumsState } from '@/core/job-view';
import type { PartsAnswers } from '@/core/job';
import type { Result } from '@/core/result';
import type { ShowOptions } from '@/core/units';

/** What every station gets: the job as it stands, and a way to act on it. Acting resolves to true when it was done. */
export type StationProps = {
  view: JobView;
  act: (act: JobAct) => Promise<boolean>;
  /** What there is to choose among; empty where nothing is chosen. */
  parts: PartsView;
  /** Holds the catalogue against the device; the server does it. */
  rank: (question: RankQuestion) => Promise<Result<RankedView>>;
  askParts: AskParts;
  askedDriveId: string | null;
  busy: boolean;
  openNote: () => void;
  /** Looks at the simulated device again: it shows something new by now. */
  look: () => void;
  /** The list that a real new drive is held against, where the job has an image file of it; null elsewhere. */
  sums: { state: SumsState | null; make: () => void } | null;
  /** Takes a photo of this job away. */
  removePhoto: (photo: PhotoLine) => Promise<boolean>;
  /** Keeps the recorded way in as the device’s procedure. */
  keepRecording: () => Promise<Result<{ version: number }>>;
  /** Moves the minutes of the device’s procedure towards those of this job. */
  keepTimes: () => Promise<Result<{ version: number }>>;
  /** How far overwriting the old drive is. */
  askWiping: () => Promise<Result<JobView['wiping']>>;
  /** Goes to where the work is; null while it is at this station. */
  goOn: { words: string; go: () => void } | null;
};

/** What parts there are for a wish, asked while it is typed; null where no answer came. */
export type AskParts = (question: PartsAnswers & { profileId: string }) => Promise<PartsForesight | null>;

/** What candidates are asked for: a job's place, the size wanted, words to search, the shelf first. */
export type RankQuestion = {
  jobId?: string;
  profileId?: string;
  placeId: string | null;
  wantedGB: number;
  /** Only drives of this size. */
  onlyGB?: number | null;
  revisionId?: string | null;
  systemVersion?: string | null;
  text: string;
  shelfFirst: boolean;
};

export const showOptions = (view: JobView): ShowOptions & { locale: string; timeZone: string } => ({
  locale: view.frame.settings.locale,
  timeZone: view.frame.settings.timeZone,
  habit: 'decimal',
  currency: view.frame.settings.currency,
});
