import type { JobAct, JobView, PartsView } from '@/core/job';
import type { ShowOptions } from '@/core/units';

/** What every station gets: the job as it stands, and a way to act on it. Acting resolves to true when it was done. */
export type StationProps = {
  view: JobView;
  act: (act: JobAct) => Promise<boolean>;
  /** What there is to choose among; empty where nothing is chosen. */
  parts: PartsView;
  busy: boolean;
  openNote: () => void;
  /** Goes to where the work is; null while it is at this station. */
  goOn: { words: string; go: () => void } | null;
};

export const showOptions = (view: JobView): ShowOptions & { locale: string; timeZone: string } => ({
  locale: view.frame.settings.locale,
  timeZone: view.frame.settings.timeZone,
  habit: 'decimal',
});
