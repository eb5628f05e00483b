export {
  Estimate,
  Known,
  Missing,
  Origin,
  about,
  addKnown,
  atMostKnown,
  difference,
  exact,
  greater,
  highest,
  lowest,
  missing,
  negate,
  sum,
} from './estimate';
export type { Combination } from './estimate';
export {
  Limit,
  Margin,
  MarginUnit,
  Named,
  Verdict,
  atLeast,
  atMost,
  compareVersions,
  named,
  oneOf,
  verdicts,
  versionAtLeast,
  within,
} from './margin';
export { compareMargins, compareVerdicts, isKept, worstMargin } from './order';
export { boundsOf, monthsBefore, oldestDay } from './age';
export { rangeFault } from './range';
export type { Range } from './range';
