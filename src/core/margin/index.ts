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
  Slack,
  Verdict,
  atLeast,
  atMost,
  named,
  oneOf,
  verdicts,
  within,
} from './margin';
export { compareMargins, worstMargin } from './order';
