export { ActRequest, JobAct, Outcome, ReadingName, observable } from './act';
export { actsOf, holdsOf, ledgerOf, nextAct } from './acts-of';
export type { DecideContext, JobContext } from './acts-of';
export { decide } from './decide';
export { decideReport, outcomeWords } from './report';
export type { Decision, Report } from './report';
export { permit } from './permit';
export {
  expectedLayout,
  expectedSource,
  expectedTarget,
  mainPart,
  proveMargins,
  readingsAsked,
} from './expect';
export { CopyProof, proofSentences } from './copy-proof';
export { DockedDrive, HistoryEntry, Job, jobState, newDriveOf, newJob } from './job';
export { againstStick } from './stick';
export type { DiagnosisView, NextAtPower } from './diagnosis-view';
export { SeenAtPower } from './seen-at-power';
export type { StickForJob } from './stick';
export type { JobState } from './job';
export { Choice } from './choice';
export { chargeLimitOf, chargeSchools } from './charge-school';
export type { ChargeSchool } from './charge-school';
export { PowerRun, devicePace, deviceSeconds } from './power-run';
export { choiceFit, oldDriveOf, settingOfJob } from './fit-of';
export { foresee, foreseeParts } from './foresee';
export { benchCard } from './bench-card';
export { Manifest } from './manifest';
export { makeView } from './make-view';
export type { Loaded } from './make-view';
export { makeSheet } from './make-sheet';
export { handworkSpread, promiseMargin, workLeftSeconds } from './promise';
export { Sheet, habitNote, marginOptions } from './sheet';
export { sheetMarkdown } from './sheet-markdown';
export { cordOf, currentStation } from './stations';
export { TakeIn, TakeInForm, takeInFacts } from './take-in';
export type { DeviceAnswers, PartsAnswers, YesNoUnknown } from './take-in';
export type {
  BenchCard,
  BenchColumn,
  BenchView,
  CopyProgress,
  CopyState,
  PhotoLine,
  FrameView,
  JobLine,
  JobView,
  PartsForesight,
  PartsView,
  RankedView,
  SourceSummary,
} from './view';
export type { LayoutSource } from './expect';
export { startEvidence } from './start-evidence';
export type { EvidenceQuestion } from './start-evidence';
export type { DockImage, DockItem, DockLibrary, DockPair, DockView, ImageRunView } from './dock-view';
export { standsAgainst } from './prove';
