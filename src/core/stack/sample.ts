import type { Known } from '../margin';

/** Uniform numbers in 0 ≤ u < 1, passed in so that the same seed gives the same answer everywhere. */
export type Random = () => number;

/**
 * One draw from an estimate whose sides are both known: a triangle with its top at the value and its feet at
 * value − minus and value + plus (least assumption for a most likely value with hard ends; ISO/IEC Guide 98-3, 4.3.9).
 */
export function draw(
  { value, minus, plus }: Known & { minus: number; plus: number },
  random: Random,
): number {
  const width = minus + plus;
  if (width === 0) return value;
  const u = random();
  return u < minus / width
    ? value - minus + Math.sqrt(u * width * minus)
    : value + plus - Math.sqrt((1 - u) * width * plus);
}

/** The value below which the share `p` (0..1) of sorted numbers lies; straight between neighbours. Empty gives NaN. */
export function quantile(sorted: ArrayLike<number>, p: number): number {
  const at = (sorted.length - 1) * p;
  const low = Math.floor(at);
  const a = sorted[low] ?? NaN;
  const b = sorted[Math.min(low + 1, sorted.length - 1)] ?? a;
  return a + (b - a) * (at - low);
}
