import { type Margin, verdicts } from './margin';

/** Sorts from worst: over, unknown, tight, clear; then the greater use first; no use last. */
export function compareMargins(a: Margin, b: Margin): number {
  const byVerdict = verdicts.indexOf(a.verdict) - verdicts.indexOf(b.verdict);
  return byVerdict !== 0 ? byVerdict : (b.use ?? -1) - (a.use ?? -1);
}

/** The worst margin is the answer of the whole set; null for an empty set. */
export function worstMargin(margins: Margin[]): Margin | null {
  let worst: Margin | null = null;
  for (const margin of margins) if (worst === null || compareMargins(margin, worst) < 0) worst = margin;
  return worst;
}
