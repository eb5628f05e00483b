export {
  FactChange,
  FactName,
  FactSetting,
  FactState,
  deviceFact,
  factValue,
  factWords,
  foldFacts,
  isKnownFact,
  isTrue,
  knownFacts,
  restore,
} from './facts';
export type { DeviceFact, Facts, KnownFact } from './facts';
export { HoldCode, holdCodes } from './hold-code';
export { copyMayGoIn, holdOn, overrideFact, standingHolds, stops } from './holds';
export type { Hold, HoldContext, Stop } from './holds';
export { fastenersOf, lostFact, screwLedger, screwsOut } from './ledger';
export type { Ledger, LedgerRow } from './ledger';
export { Cable, LatchKind, cableFact, latchKinds, latchWords } from './cable';
export { FastenerGroup, fastenerText, fastenerWords, goesToBowl } from './fastener';
export { CloseStep, OpenStep, ProcedureShape, SwapStep, WorkQuestion, swapConditions } from './procedure';
export { Procedure } from './proved-procedure';
export { procedureFaults, safeToTouch } from './procedure-faults';
export { nearest } from './procedure-names';
export type { ProcedureFault } from './procedure-names';
export { forkOf, namedRevisions, variantsOf } from './variant';
export type { Variant } from './variant';
export type { HandStep, HandStation, SwapCondition } from './procedure';
export { allSteps, dueSteps, swapSteps, undo, wayBack, wayIn } from './ways';
export { screwsAtStart, isMet } from './start-facts';
export type { SwapConditions } from './ways';
export { measureStepId } from './measure-step';
export type { Measuring } from './measure-step';
