export {
  deviceFact,
  factValue,
  factWords,
  foldFacts,
  isKnownFact,
  isTrue,
  knownFacts,
  restore,
} from './facts';
export { FactChange, FactName, FactSetting, FactState } from './fact-schema';
export type { Facts, KnownFact } from './facts';
export type { DeviceFact } from './fact-schema';
export { HoldCode, holdCodes } from './hold-code';
export { copyMayGoIn, holdOn, overrideFact, standingHolds, stops } from './holds';
export type { Hold, HoldContext, Stop } from './holds';
export { fastenersOf, lostFact, screwLedger, screwsOut } from './ledger';
export type { Ledger, LedgerRow } from './ledger';
export { Cable, LatchKind } from './cable';
export { cableFact, latchKinds, latchWords } from './cable-words';
export { FastenerGroup } from './fastener';
export { fastenerKinds, fastenerText, fastenerWords, goesToBowl } from './fastener-words';
export { CloseStep, OpenStep, ProcedureShape, SwapStep, WorkQuestion } from './procedure';
export { backId, swapConditions } from './swap-conditions';
export { Procedure } from './proved-procedure';
export { procedureFaults, safeToTouch } from './procedure-faults';
export { nearest } from './procedure-names';
export type { ProcedureFault } from './procedure-names';
export { forkOf, namedRevisions, variantsOf } from './variant';
export type { Variant } from './variant';
export type { SwapCondition } from './procedure';
export type { HandStep, HandStation } from './swap-conditions';
export { allSteps, dueSteps, swapSteps, undo, wayBack, wayIn } from './ways';
export { impliedAtStart, isMet, screwFact, screwsAtStart } from './start-facts';
export type { SwapConditions } from './ways';
export { measureStepId } from './measure-step';
export type { Measuring } from './measure-step';
