export { addUp, worstCaseOf, contributions, isClosed, openDimension } from './dimension';
export type { Contribution, Dimension, StackSum } from './dimension';
export { gapFromImpression } from './impression';
export type { Impression } from './impression';
export { simulateStack } from './monte-carlo';
export type { Simulated } from './monte-carlo';
export { choosePads, padCombinations, whyPad } from './pad-choice';
export type { PadChoice, PadChoices, PadQuestion } from './pad-choice';
export {
  contactMm2KPerW,
  ends,
  padKPerW,
  padStack,
  padWords,
  pressureAt,
  squeezeAt,
  squeezedMm,
} from './pad-stack';
export type { PadStack } from './pad-stack';
export { draw, quantile } from './sample';
export type { Random } from './sample';
export { studentQuantile, studentShare } from './student';
