export { observable } from './observable';
export { Outcome, ReadingName } from './outcome';
export { historyKinds, isOnSheet } from './history-kind';
export type { HistoryKind } from './history-kind';
export { said } from './said';
export { actsOf, dueActsOf, holdsOf, ledgerOf, nextAct, stopsOfStep, waitUntil } from './acts-of';
export type { DecideContext, JobContext } from './acts-of';
export { decideReport, isOn, outcomeWords, started } from './report';
export type { Decision, Report } from './report';
export {
  expectedLayout,
  expectedSource,
  expectedTarget,
  mainPart,
  proveMargins,
  readingsAsked,
} from './expect';
export { CopyProof, proofSentences } from './copy-proof';
export {
  DockedDrive,
  DoneStep,
  HistoryEntry,
  Job,
  advance,
  jobState,
  lastStepOf,
  newDriveOf,
  newJob,
  stateOf,
} from './job';
export { againstStick } from './stick';
export { seenWords } from './diagnosis-view';
export type { DiagnosisView, NextAtPower } from './diagnosis-view';
export { SeenAtPower } from './seen-at-power';
export type { StickForJob } from './stick';
export type { JobRecord, JobState } from './job';
export { Choice } from './choice';
export { chargeLimitOf, chargeSchools } from './charge-school';
export type { ChargeSchool } from './charge-school';
export { PowerRun, devicePace, deviceSeconds } from './power-run';
export {
  choiceFit,
  fitOfIds,
  isAllowed,
  keepWhatFits,
  marginSentence,
  oldDriveOf,
  settingOfJob,
} from './fit-of';
export { foresee, foreseeParts } from './foresee';
export { benchCard } from './bench-card';
export { Manifest } from './manifest';
export { changedView, isNearEnd, makeChange, makeView } from './make-view';
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
  JobChange,
  JobLine,
  JobView,
  PartsForesight,
  PartsView,
  RankedView,
  SourceSummary,
  UnreadLine,
} from './view';
export type { LayoutSource } from './expect';
export { startEvidence } from './start-evidence';
export type { EvidenceQuestion } from './start-evidence';
export type {
  DockImage,
  DockItem,
  DockLibrary,
  DockPair,
  DockStorage,
  DockView,
  ImageRunView,
} from './dock-view';
export { standsAgainst } from './prove';
