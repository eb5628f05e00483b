export { dayTasksOf } from './day-tasks';
export { withDeliveries } from './day-deliveries';
export { needsOfJob, partsOfJob } from './parts-of-job';
export { lessonsOf } from './lessons-of-job';
export { bytesToCopy, copyAskedOf } from './way-facts';
export { seenWords } from './diagnosis-view';
export type { DiagnosisView, NextAtPower } from './diagnosis-view';
export { foresee, foreseeParts } from './foresee';
export { benchCard } from './bench-card';
export { changedView, isNearEnd, makeChange, makeView } from './make-view';
export type { Loaded } from './make-view';
export { makeSheet, partWords } from './make-sheet';
export type {
  BenchCard,
  BenchColumn,
  BenchView,
  DriveFiles,
  PhotoLine,
  FrameView,
  JobChange,
  DueDrive,
  JobLine,
  JobView,
  PartsForesight,
  PartsView,
  RankedView,
  SourceSummary,
  SumsState,
  UnreadLine,
} from './view';
export type {
  DockImage,
  DockItem,
  DockLibrary,
  DockPair,
  DockStorage,
  DockView,
  ImageRunView,
} from './dock-view';
