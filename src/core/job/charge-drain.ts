import type { Spread } from '../link';
import type { ChargeSeen } from './charge-seen';

/** Readings that are kept: the last ones count. */
const mostKept = 20;
/** Whole percent are shown: each reading may be off by half of one. */
const fallOffPercent = 1;
/** Readings closer than this tell nothing about how fast it falls. */
const leastMinutes = 10;

/** The readings with one more. */
export const withCharge = (seen: readonly ChargeSeen[] | undefined, next: ChargeSeen | null): ChargeSeen[] =>
  [...(seen ?? []), ...(next ? [next] : [])].slice(-mostKept);

const minutesBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 60_000;

/**
 * How many minutes it takes from `at` on until a charge that is running down shows less than `limitPercent`, as it fell between the last
 * reading and one before; all 0 where it should be there. Null where nobody can tell: one reading, none that fell by more than readings may
 * be off, or none long enough before; and where it is low enough already.
 */
export function chargeRunsDown(
  seen: readonly ChargeSeen[] | undefined,
  limitPercent: number,
  at: string,
): Spread | null {
  const last = seen?.at(-1);
  if (!seen || !last || last.percent < limitPercent) return null;
  // A charge that rose in between was put in: what was before it says nothing.
  const rose = seen.findLastIndex(
    (one, i) => one.percent > (seen[i - 1]?.percent ?? Number.POSITIVE_INFINITY),
  );
  const first = seen[Math.max(0, rose)];
  if (!first) return null;
  const [fell, minutes] = [first.percent - last.percent, minutesBetween(first.at, last.at)];
  if (minutes < leastMinutes || fell <= fallOffPercent) return null;
  // Until it shows that many fewer: half a percent of it, or a whole one, may be over already.
  const wanted = Math.floor(last.percent - limitPercent) + 1;
  const passed = Math.max(0, minutesBetween(last.at, at));
  const left = (percent: number, perMinute: number) => Math.max(0, percent / perMinute - passed);
  return {
    least: left(wanted - 1, (fell + fallOffPercent) / minutes),
    middle: left(wanted - 0.5, fell / minutes),
    most: left(wanted, (fell - fallOffPercent) / minutes),
  };
}
