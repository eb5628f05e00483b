export {
  Estimate,
  Known,
  Missing,
  Origin,
  about,
  atMostKnown,
  difference,
  exact,
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
export { compareMargins, isKept, worstMargin } from './order';
