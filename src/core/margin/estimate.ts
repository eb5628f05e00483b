import type { Origin, Known, Missing, Estimate } from './estimate-schema';

export const exact = (value: number, origin: Origin): Known => ({
  known: true,
  value,
  minus: 0,
  plus: 0,
  origin,
});

export const about = (value: number, minus: number | null, plus: number | null, origin: Origin): Known => ({
  known: true,
  value,
  minus,
  plus,
  origin,
});

export const missing = (what: string, howToGet: string): Missing => ({ known: false, what, howToGet });

/** A maximum from a data sheet or a standard: it proves the upper side and says nothing about the lower. */
export const atMostKnown = (value: number, origin: Origin): Known => about(value, null, 0, origin);

/** Adds two sides of which either may not be known; then the sum is not. */
export const addKnown = (a: number | null, b: number | null): number | null =>
  a === null || b === null ? null : a + b;

const rootSide = (a: number | null, b: number | null) => (a === null || b === null ? null : Math.hypot(a, b));

/** How independent uncertainties are put together. Worst case: sum of extremes. Root sum of squares: independent ones. */
export type Combination = 'worst-case' | 'root-sum-square';

/**
 * Sum of estimates, all in one unit. A missing term makes the sum missing (the first one is named).
 * Worst case adds the sides; root sum of squares adds them in quadrature (ISO/IEC Guide 98-3, 5.1.2, equal weights).
 */
export function sum(terms: Estimate[], note: string, combination: Combination = 'worst-case'): Estimate {
  const join = combination === 'worst-case' ? addKnown : rootSide;
  let total = exact(0, { kind: 'computed', note });
  for (const term of terms) {
    if (!term.known) return term;
    total = {
      ...total,
      value: total.value + term.value,
      minus: join(total.minus, term.minus),
      plus: join(total.plus, term.plus),
    };
  }
  return total;
}

/** The estimate with its sign turned, its sides changed over. */
export function negate(term: Estimate): Estimate {
  if (!term.known) return term;
  return { ...term, value: -term.value, minus: term.plus, plus: term.minus };
}

/** a − b in their common unit; see `sum` for the combination. */
export const difference = (a: Estimate, b: Estimate, note: string, combination?: Combination): Estimate =>
  sum([a, negate(b)], note, combination);

/** The greater of two estimates in one unit, by each of its ends; missing where one of them is, and without a side that one has not. */
export function greater(a: Estimate, b: Estimate, note: string): Estimate {
  if (!a.known) return a;
  if (!b.known) return b;
  const value = Math.max(a.value, b.value);
  const end = (x: number | null, y: number | null) => (x === null || y === null ? null : Math.max(x, y));
  const [low, high] = [end(lowest(a), lowest(b)), end(highest(a), highest(b))];
  return about(value, low === null ? null : value - low, high === null ? null : high - value, {
    kind: 'computed',
    note,
  });
}

/** Lowest value that the estimate allows; null where nothing is known on that side. */
export const lowest = (e: Known): number | null => (e.minus === null ? null : e.value - e.minus);

/** Highest value that the estimate allows; null where nothing is known on that side. */
export const highest = (e: Known): number | null => (e.plus === null ? null : e.value + e.plus);
