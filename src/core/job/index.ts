export { observable } from './observable';
export { Outcome, ReadingName } from './outcome';
export { historyKinds, isOnSheet } from './history-kind';
export type { HistoryKind } from './history-kind';
export { said } from './said';
export {
  stepsOf,
  dueStepsOf,
  holdsOf,
  ledgerOf,
  measuringOf,
  nextStep,
  stopsOfStep,
  waitUntil,
} from './steps-of';
export type { DecideContext, JobContext } from './context';
export { isRecording, profileOfJob } from './profile-of-job';
export { circumstancesOf } from './circumstances';
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
export { SeenAtPower } from './seen-at-power';
export type { StickForJob } from './stick';
export type { JobRecord, JobState } from './job';
export { Choice } from './choice';
export { chargeLimitOf, chargePolicies } from './charge-policy';
export type { ChargePolicy } from './charge-policy';
export { PowerRun, devicePace, deviceSeconds } from './power-run';
export {
  choiceFit,
  fitAnswer,
  fitOfIds,
  insideOfChoice,
  isAllowed,
  keepWhatFits,
  marginSentence,
  needsReason,
  notAgreed,
  oldDriveOf,
  settingOfJob,
} from './fit-of';
export { placeIdOf } from './place-of-job';
export { handworkSpread, promiseMargin, workLeftSeconds } from './promise';
export { currentStation, stationHold, stationStatesOf } from './stations';
export { TakeIn, TakeInForm, takeInFacts } from './take-in';
export type { DeviceAnswers, PartsAnswers, YesNoUnknown } from './take-in';
export type { LayoutSource } from './expect';
export { standsAgainst } from './prove';
