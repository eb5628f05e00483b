import type { Spread } from '../link';
import { type Quantity, believed, learning } from './quantity';

/** The ranges of this product hold four of five: from the tenth to the ninetieth of a hundred. */
export const rangeHolds = 0.8;
/** How many standard deviations that is on either side, for a normal law. */
export const rangeSd = 1.2815515655446004;

/** Most that a range is made wider or narrower by how the ones before it held. */
const mostWidening = 4;
const leastWidening = 0.6;

/** The value below which so much of a sorted list lies. */
function quantile(sorted: readonly number[], share: number): number {
  const at = share * (sorted.length - 1);
  const low = sorted[Math.floor(at)] ?? 0;
  const high = sorted[Math.ceil(at)] ?? low;
  return low + (high - low) * (at - Math.floor(at));
}

/** Scores of forecasts that had been right: the half-normal law at (i + ½) ÷ 20. What the widening starts from. */
const asIfRight = [
  0.0313, 0.0941, 0.1573, 0.2211, 0.2858, 0.3518, 0.4193, 0.4888, 0.5607, 0.6357, 0.7144, 0.7978, 0.8871,
  0.9842, 1.0916, 1.2133, 1.3563, 1.5341, 1.7805, 2.2414,
];

/** Factors that were worked out: lists of scores are not changed, but replaced. */
const widenings = new WeakMap<readonly number[], number>();

/**
 * By what factor ranges are made wider, so that four of five hold: where of the last forecasts fewer did, it is above 1 (split conformal
 * prediction with a start weight, Vovk et al. 2005).
 */
export function widening({ scores }: Pick<Quantity, 'scores'>): number {
  const known = widenings.get(scores);
  if (known !== undefined) return known;
  const all = [...scores.map(Math.abs), ...asIfRight].sort((a, b) => a - b);
  const wider = Math.min(mostWidening, Math.max(leastWidening, quantile(all, rangeHolds) / rangeSd));
  widenings.set(scores, wider);
  return wider;
}

/** A range of factors on what is usual, and from how many observations of its finest cause it comes. */
export type Factor = Spread & { from: number; isWidened: boolean };

/** The factor on what is usual for one thing that hangs on these keys: median, and the range that holds four of five. */
export function factorOf(quantity: Quantity, keys: readonly string[], at: string): Factor {
  const { mean, shared, own, from } = believed(quantity, keys, at);
  const wider = widening(quantity);
  const sd = Math.sqrt(shared + own) * wider * rangeSd;
  return {
    least: Math.exp(mean - sd),
    middle: Math.exp(mean),
    most: Math.exp(mean + sd),
    from,
    isWidened: wider > 1.05,
  };
}

/** One piece of a sum: how much is usual, and what it hangs on. */
export type Piece = { usual: number; keys: readonly string[] };

/** Median and standard deviation of the logarithm of a sum, before it is widened; null where there is nothing to add. */
function momentsOf(
  quantity: Quantity,
  pieces: readonly Piece[],
  at: string,
): { middle: number; sd: number; from: number } | null {
  const shared = new Map<string, number>();
  let mean = 0;
  let own = 0;
  let from = 0;
  const noise = believed(quantity, [], at).own;
  for (const { usual, keys } of pieces) {
    const one = believed(quantity, keys, at);
    const size = usual * Math.exp(one.mean + (one.shared + noise) / 2);
    mean += size;
    own += size * size * (Math.exp(noise) - 1);
    from += one.from;
    for (const key of keys) shared.set(key, (shared.get(key) ?? 0) + size);
  }
  if (mean <= 0) return null;
  let variance = own;
  for (const [key, size] of shared)
    variance += size * size * (Math.exp(believed(quantity, [key], at).shared) - 1);
  const square = Math.log(1 + variance / (mean * mean));
  return { middle: mean * Math.exp(-square / 2), sd: Math.sqrt(square), from };
}

/**
 * A sum of pieces, such as the minutes of the steps that are left. What they share is off for all of them together; what is each one's
 * own evens out. By moments of the log-normal law (Fenton 1960 with the shared part kept correlated); widened by how sums before it held.
 */
export function sumOf(quantity: Quantity, pieces: readonly Piece[], at: string): Spread & { from: number } {
  const moments = momentsOf(quantity, pieces, at);
  if (!moments) return { least: 0, middle: 0, most: 0, from: 0 };
  const { middle, from } = moments;
  const sd = moments.sd * widening({ scores: quantity.sumScores }) * rangeSd;
  return { least: middle * Math.exp(-sd), middle, most: middle * Math.exp(sd), from };
}

/** Takes into account what a whole sum came to, against its forecast as it stands now: before its pieces are learned. */
export function learnSum(quantity: Quantity, pieces: readonly Piece[], actual: number, at: string): Quantity {
  const moments = momentsOf(quantity, pieces, at);
  if (!moments || !(actual > 0)) return quantity;
  const score = Math.log(actual / moments.middle) / moments.sd;
  return { ...quantity, sumScores: [...quantity.sumScores.slice(1 - learning.looksBack), score] };
}
