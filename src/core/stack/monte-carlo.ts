import { type Dimension, isClosed } from './dimension';
import { type Random, draw, quantile } from './sample';

export type Simulated = {
  runs: number;
  mean: number;
  standardDeviation: number;
  p05: number;
  p50: number;
  p95: number;
  /** Share of the runs in which the sum lay below zero, 0..1. */
  belowZero: number;
};

/**
 * Monte Carlo over a stack: each dimension drawn from its triangle, summed with its sign, `runs` times. mm.
 * Null where a dimension is missing or open on a side: an unknown must not be made up.
 */
export function simulateStack(dimensions: Dimension[], runs: number, random: Random): Simulated | null {
  const closed = dimensions.map(({ mm, sign }) => (isClosed(mm) ? { mm, sign } : null));
  if (runs < 1 || closed.includes(null)) return null;
  const sums = new Float64Array(runs);
  let total = 0;
  let below = 0;
  for (let i = 0; i < runs; i += 1) {
    let sum = 0;
    for (const dimension of closed) sum += dimension!.sign * draw(dimension!.mm, random);
    sums[i] = sum;
    total += sum;
    if (sum < 0) below += 1;
  }
  const mean = total / runs;
  const squares = sums.reduce((acc, sum) => acc + (sum - mean) ** 2, 0);
  sums.sort();
  return {
    runs,
    mean,
    standardDeviation: Math.sqrt(squares / Math.max(1, runs - 1)),
    p05: quantile(sums, 0.05),
    p50: quantile(sums, 0.5),
    p95: quantile(sums, 0.95),
    belowZero: below / runs,
  };
}
