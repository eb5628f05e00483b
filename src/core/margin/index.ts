export {
  Estimate,
  Known,
  Missing,
  about,
  atMostKnown,
  difference,
  exact,
  highest,
  lowest,
  missing,
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
  named,
  oneOf,
  verdicts,
  within,
} from './margin';
export { compareMargins, isKept, worstMargin } from './order';
