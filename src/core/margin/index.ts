export {
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
export { Estimate, Known, Missing, Origin } from './estimate-schema';
export type { Combination } from './estimate';
export { atLeast, atMost, compareVersions, named, oneOf, verdicts, versionAtLeast, within } from './margin';
export { Limit, Margin, MarginUnit, Named, Verdict } from './margin-schema';
export { compareMargins, compareVerdicts, isKept, worstMargin } from './order';
export { boundsOf, monthsBefore, oldestDay } from './age';
export { rangeFault } from './range';
export type { Range } from './range';
