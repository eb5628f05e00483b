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
export { atLeast, atMost, compareVersions, named, oneOf, versionAtLeast, within } from './margin';
export { verdicts } from './verdict-names';
export { Limit, Margin, MarginUnit, Named, Verdict } from './margin-schema';
export { compareMargins, compareVerdicts, isKept, worstMargin } from './order';
export { boundsOf, monthsBefore, oldestDay } from './age';
export { rangeFault } from './range';
export type { Range } from './range';
