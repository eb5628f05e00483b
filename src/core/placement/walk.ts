import { type Option, type Placing, type Shelf, type Thing, costOf, pricedAt, tiny } from './model';

const beyond = Number.POSITIVE_INFINITY;

/** Steps of the walk before it gives up: about a quarter of a second. */
const mostSteps = 1_200_000;

export type Walked = { placing: Placing; isExact: boolean };

/**
 * Walks through all placements depth first, large things first and each to its best place under the prices of rooms, and turns back where what is
 * placed and the least that the rest can cost are no better than what is known: under the prices that the shelves bear, and under rooms
 * that cost nothing. Each step costs next to nothing, so that millions are looked at where a bound at each of them would allow a thousand.
 * `known` is what is to be beaten. Exact where it comes through in its steps; else the best that it met.
 */
export function byWalk(things: readonly Thing[], shelves: readonly Shelf[], known: Placing): Walked {
  const order = [...things].sort((a, b) => b.bytes - a.bytes);
  const count = order.length;
  const indexOf = new Map(shelves.map((shelf, i) => [shelf, i]));
  const ways = order.map((thing) =>
    [...thing.options]
      .sort((a, b) => pricedAt(thing, a) - pricedAt(thing, b))
      .map((option) => ({ option, cost: option.cost, shelf: indexOf.get(option.shelf) ?? 0 })),
  );
  const bytes = Float64Array.from(order, (thing) => thing.bytes);
  const prices = Float64Array.from(shelves, ({ id, price }) => (id === null ? 0 : price));
  const left = Float64Array.from(shelves, ({ room }) => (room === beyond ? Number.MAX_VALUE : room));
  const priced = leastBehind(order, (thing, option) => pricedAt(thing, option));
  const free = leastBehind(order, (_, { cost }) => cost);
  let target = costOf(known) - tiny(costOf(known));
  let best: Option[] | null = null;
  const chosen: Option[] = [];
  let steps = 0;
  const go = (at: number, cost: number): void => {
    steps += 1;
    if (cost + (free[at] ?? 0) >= target) return;
    // Room that is left pays back what it would cost.
    let pays = 0;
    for (let shelf = 0; shelf < prices.length; shelf += 1) {
      const price = prices[shelf] ?? 0;
      if (price > 0) pays += price * (left[shelf] ?? 0);
    }
    if (cost + (priced[at] ?? 0) - pays >= target) return;
    if (at === count) {
      target = cost - tiny(cost);
      best = [...chosen];
      return;
    }
    const size = bytes[at] ?? 0;
    for (const { option, cost: more, shelf } of ways[at] ?? []) {
      if (steps > mostSteps) return;
      const room = left[shelf] ?? 0;
      if (room < size) continue;
      left[shelf] = room - size;
      chosen[at] = option;
      go(at + 1, cost + more);
      left[shelf] = room;
    }
  };
  go(0, 0);
  const found: Option[] | null = best;
  const isExact = steps <= mostSteps;
  return { placing: found ? placingOf(order, found) : known, isExact };
}

const placingOf = (order: readonly Thing[], options: readonly Option[]): Placing =>
  new Map(
    order.flatMap((thing, i): [Thing, Option][] => {
      const option = options[i];
      return option ? [[thing, option]] : [];
    }),
  );

/** For each thing the least that it and all behind it can come to, by a measure of their places. */
function leastBehind(
  order: readonly Thing[],
  measure: (thing: Thing, option: Option) => number,
): Float64Array {
  const behind = new Float64Array(order.length + 1);
  for (const [i, thing] of [...order.entries()].reverse())
    behind[i] = (behind[i + 1] ?? 0) + Math.min(...thing.options.map((option) => measure(thing, option)));
  return behind;
}
