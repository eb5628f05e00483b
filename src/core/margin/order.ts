import { verdicts } from './verdict-names';
import { type Margin, type Verdict } from './margin-schema';

/** Worst first: over, unknown, tight, clear. */
export const compareVerdicts = (a: Verdict, b: Verdict): number => verdicts.indexOf(a) - verdicts.indexOf(b);

/** A name (or version) that is not allowed is past its limit altogether: no number comes before it. No use at all comes last. */
const weight = ({ verdict, limit, use }: Margin): number =>
  verdict === 'over' && (limit.kind === 'one-of' || limit.kind === 'version-at-least')
    ? Number.MAX_VALUE
    : (use ?? -1);

/** Sorts from worst: over, unknown, tight, clear; then the greater use first. */
export function compareMargins(a: Margin, b: Margin): number {
  const byVerdict = compareVerdicts(a.verdict, b.verdict);
  return byVerdict !== 0 ? byVerdict : weight(b) - weight(a);
}

/** True where the limit is kept for all that is known: clear, or tight. Not known is not kept. */
export const isKept = ({ verdict }: Margin): boolean => verdict === 'clear' || verdict === 'tight';

/** The worst margin is the answer of the whole set; null for an empty set. */
export function worstMargin(margins: Margin[]): Margin | null {
  let worst: Margin | null = null;
  for (const margin of margins) if (worst === null || compareMargins(margin, worst) < 0) worst = margin;
  return worst;
}
