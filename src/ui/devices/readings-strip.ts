import type { Readings } from '@/core/teach';

/** Where readings, their mean and the interval of one more lie on a strip of `widthPx`, from its left end. */
export type Strip = {
  points: number[];
  mean: number;
  band: [from: number, to: number];
  from: number;
  to: number;
};

/** Lays readings out on a strip: the interval with a quarter of it free on both sides. Null where there is nothing to lay out. */
export function readingsStrip(readings: readonly number[], of: Readings, widthPx: number): Strip | null {
  const { value, minus, plus } = of.estimate;
  if (minus === null || plus === null) return null;
  const low = Math.min(value - minus, of.least);
  const high = Math.max(value + plus, of.most);
  const free = (high - low || 1) / 4;
  const [from, to] = [low - free, high + free];
  const x = (n: number) => ((n - from) / (to - from)) * widthPx;
  return { points: readings.map(x), mean: x(value), band: [x(value - minus), x(value + plus)], from, to };
}
