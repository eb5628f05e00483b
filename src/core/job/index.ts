export { observable } from './observable';
export { Outcome } from './outcome';
export { historyKinds, isOnSheet } from './history-kind';
export type { HistoryKind } from './history-kind';
export { said } from './said';
export { stepsOf, dueStepsOf, holdsOf, ledgerOf, nextStep, stopsOfStep, waitUntil } from './steps-of';
export type { DecideContext, JobContext } from './context';
export { isRecording } from './is-recording';
export { profileOfJob } from './profile-of-job';
export { circumstancesOf } from './circumstances';
export { decideReport, isOn, outcomeWords, started } from './report';
export type { Decision, Report } from './report';
export { expectedLayout, expectedSource, expectedTarget, mainPart } from './expect';
export { lookResults, lookedAtWhileOpen } from './look-round';
export type { LookResult, LookedAt } from './look-round';
export { functionsAsked } from './functions-asked';
export { functionMarginId, proveMargins } from './prove-margins';
export { readingsAsked } from './readings-asked';
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
export { PowerRun } from './power-run';
export { devicePace, deviceSeconds } from './device-seconds';
export { networkGoneSince, retriesTaken } from './network-loss';
export { choiceFit, fitAnswer, fitOfIds, insideOfChoice, keepWhatFits } from './fit-of';
export { isAllowed, marginSentence, needsReason, notAgreed } from './agreed';
export { oldDriveOf, settingOfJob } from './setting-of-job';
export { lossesOfJob } from './losses-of-job';
export { causesOf, isPlausible } from './not-passed';
export type { Cause } from './not-passed';
export { wasEncrypted } from './was-encrypted';
export { busyUntil } from './busy-until';
export { chargeRunsDown, withCharge } from './charge-drain';
export type { BusyUntil } from './busy-until';
export { storesOfJob } from './stores-of-job';
export { factsOfAnotherOpening, leadsBack } from './opened-again';
export { measuringOf } from './measuring';
export { placeIdOf } from './place-of-job';
export { handworkSpread, promiseMargin, workLeftSeconds } from './promise';
export { currentStation, stationHold, stationStatesOf } from './stations';
export { takeInFacts } from './take-in';
export { MoreOfTakeIn, TakeIn, TakeInForm, jobReasons } from './take-in-schema';
export type { DeviceAnswers, PartsAnswers } from './take-in';
export type { YesNoUnknown } from './take-in-schema';
export type { LayoutSource } from './expect';
export { isHeldAgainstNothing, standsAgainst } from './prove';
