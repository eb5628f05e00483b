export { ActRequest, JobAct, Outcome, ReadingName, observable } from './act';
export { actsOf, holdsOf, ledgerOf, nextAct, swapConditions } from './acts-of';
export type { JobContext } from './acts-of';
export { decide, decideReport } from './decide';
export type { Decision, Report } from './decide';
export { permit } from './permit';
export type { DecideContext } from './permit';
export { expectedLayout, mainPart, proveMargins, sizeShownTolerancePercent } from './expect';
export { CopyProof, DockedDrive, HistoryEntry, Job, jobState, newJob } from './job';
export type { JobState } from './job';
export { foresee } from './foresee';
export { makeSheet } from './make-sheet';
export type { SheetContext } from './make-sheet';
export { promiseMargin, workLeftSeconds } from './promise';
export { Sheet, escapeMarkdown, habitNote, marginOptions, sheetMarkdown } from './sheet';
export { cordOf, currentStation, stationHold, stationStops } from './stations';
export { TakeIn, TakeInForm, takeInFacts } from './take-in';
export type { YesNoUnknown } from './take-in';
export type {
  BenchCard,
  BenchColumn,
  BenchView,
  CopyProgress,
  CopyState,
  FrameView,
  JobView,
  SourceSummary,
} from './view';
