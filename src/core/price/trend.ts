import { studentQuantile } from '../stack';
import type { PriceSeen } from './price-seen';

const dayMs = 86_400_000;
/** Fewer days with a price, or a shorter while, carry no trend: named defaults. */
const leastDays = 6;
const leastSpanDays = 60;
const monthDays = 30;
/** A trend whose newest price is older than this says nothing of today. */
const freshDays = 90;
/** How far back prices count. */
const lookBackDays = 400;

/**
 * How a price moves, percent a month with its 90 % range, and what that says: buy now where the whole range rises, wait where the whole
 * range falls. `few` where this workshop’s own records do not carry it.
 */
export type Trend =
  | { kind: 'few'; days: number; why: string }
  | {
      kind: 'trend';
      percentAMonth: number;
      low: number;
      high: number;
      days: number;
      says: 'buy now' | 'wait' | 'no trend';
    };

/** What a trend says, in a sentence; where the records carry none, that they do not. */
export const trendWords = (trend: Trend): string =>
  trend.kind === 'few'
    ? 'Too few prices to say whether to wait.'
    : {
        'buy now': 'Buy now: it rises, over the whole of its range.',
        wait: 'Waiting pays: it falls, over the whole of its range.',
        'no trend': 'No trend: it may rise as well as fall.',
      }[trend.says];

/**
 * Least squares over the logarithm of each day’s lowest price in one currency; the slope’s range by Student’s t with n − 2 degrees of
 * freedom (Draper and Smith, "Applied Regression Analysis", 1.4).
 */
export function priceTrend(prices: PriceSeen[], today: string, currency: string): Trend {
  const from = new Date(Date.parse(today) - lookBackDays * dayMs).toISOString().slice(0, 10);
  const lowest = new Map<string, number>();
  for (const { day, price, stock } of prices) {
    if (price.currency !== currency || price.minor <= 0 || stock === 0) continue;
    if (day < from || day > today.slice(0, 10)) continue;
    lowest.set(day, Math.min(lowest.get(day) ?? Infinity, price.minor));
  }
  const points = [...lowest].map(([day, minor]) => ({ x: Date.parse(day) / dayMs, y: Math.log(minor) }));
  const n = points.length;
  const span = n > 0 ? Math.max(...points.map(({ x }) => x)) - Math.min(...points.map(({ x }) => x)) : 0;
  if (n < leastDays || span < leastSpanDays)
    return {
      kind: 'few',
      days: n,
      why: `Too few prices: ${n} ${n === 1 ? 'day' : 'days'} over ${Math.round(span)}, wanted are ${leastDays} over ${leastSpanDays}.`,
    };
  const oldDays = Math.floor(Date.parse(today) / dayMs - Math.max(...points.map(({ x }) => x)));
  if (oldDays > freshDays)
    return {
      kind: 'few',
      days: n,
      why: `The newest price is ${oldDays} days old: too old to say how it moves now.`,
    };
  const mean = (pick: (point: { x: number; y: number }) => number) =>
    points.reduce((sum, point) => sum + pick(point), 0) / n;
  const [meanX, meanY] = [mean(({ x }) => x), mean(({ y }) => y)];
  const sxx = points.reduce((sum, { x }) => sum + (x - meanX) ** 2, 0);
  const slope = points.reduce((sum, { x, y }) => sum + (x - meanX) * (y - meanY), 0) / sxx;
  const left = points.reduce((sum, { x, y }) => sum + (y - meanY - slope * (x - meanX)) ** 2, 0);
  const spread = studentQuantile(0.95, n - 2) * Math.sqrt(left / (n - 2) / sxx);
  const percent = (perDay: number) => (Math.exp(perDay * monthDays) - 1) * 100;
  const [low, high] = [percent(slope - spread), percent(slope + spread)];
  return {
    kind: 'trend',
    percentAMonth: percent(slope),
    low,
    high,
    days: n,
    says: low > 0 ? 'buy now' : high < 0 ? 'wait' : 'no trend',
  };
}
