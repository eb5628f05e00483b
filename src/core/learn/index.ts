export { learn, nothingLearned, learning } from './quantity';
export type { Observation, Quantity } from './quantity';
export { factorOf, learnSum, rangeHolds, sumOf, widening } from './forecast';
export type { Factor, Piece } from './forecast';
export { nobodyLearned, learnedFrom } from './learned';
export type { Learned, LearnedKind } from './learned';
export { Lesson } from './lesson';
export {
  caseKeys,
  copyKeys,
  faultKeys,
  handsKeys,
  heatKeys,
  lessonKinds,
  lookKeys,
  readKeys,
} from './lesson-keys';
export type { LessonKind } from './lesson-keys';
export type { LessonOfJob } from './lesson';
export { below, calibrationOf, placeOn } from './calibration';
export type { Calibration, Held } from './calibration';
export { faultLearning, faultWeights } from './faults';
export type { FaultSeen, FaultWeights } from './faults';
export { faultLines, lookLines } from './faults-found';
export type { FaultLine, LookLine } from './faults-found';
export { learnedView } from './learned-view';
export type { HeldLine, LearnedKindView, LearnedLine } from './learned-view';
export { failureStart, learnedShare, misreadStart, misreadWithin } from './share';
export type { LearnedShare, ShareStart, Trial } from './share';
