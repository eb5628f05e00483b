import { better, greedy } from './improve';
import { type Placing, type Shelf, type Thing, costOf, pricedAt, tiny } from './model';
import { type Open, chosenBy, raiseBound } from './relax';

/** Rounds of prices before the search stops and says how far it may be off. */
const mostRounds = 30_000;
const roundsAtRoot = 300;
const roundsAtNode = 24;

export type Searched = { placing: Placing; leastS: number; isExact: boolean };

/**
 * Branch and bound for the generalised assignment problem: at each node the prices of rooms give a bound, and what the reduced costs exclude is excluded.
 * Exact where it comes to its end.
 */
export function search(things: readonly Thing[], shelves: readonly Shelf[], start: Placing): Searched {
  let best = start;
  let bestCost = costOf(best);
  let rounds = 0;
  const target = () => bestCost - tiny(bestCost);
  const offer = (placing: Placing) => {
    // What is far from the best is not made better: that costs more than it finds.
    if (costOf(placing) > bestCost * 1.01) return;
    const improved = better(placing, shelves);
    const cost = costOf(improved);
    if (cost < bestCost) [best, bestCost] = [improved, cost];
  };
  const raise = (opens: readonly Open[], most: number) => {
    const raised = raiseBound(opens, shelves, target, most, () => offer(chosenBy(opens)));
    rounds += raised.rounds;
    return raised.bound;
  };

  const go = (given: readonly Open[], isRoot: boolean): void => {
    if (rounds > mostRounds) return;
    let opens: readonly Open[] | null = given;
    let bound = raise(opens, isRoot ? roundsAtRoot : roundsAtNode);
    if (isRoot) {
      rootBound = bound;
      offer(greedy(things, shelves));
    }
    for (;;) {
      if (bound >= target()) return;
      const narrowed = narrow(opens, bound, target(), shelves);
      if (!narrowed) return;
      const isSame = widthOf(narrowed) === widthOf(opens);
      opens = narrowed;
      if (isSame) break;
      bound = raise(opens, roundsAtNode);
    }
    const branch = closest(opens);
    if (!branch) {
      const only = chosenBy(opens);
      if (stands(only, shelves)) offer(only);
      return;
    }
    const prices = shelves.map(({ price }) => price);
    const nodes = opens;
    for (const option of branch.options.toSorted(
      (a, b) => pricedAt(branch.thing, a) - pricedAt(branch.thing, b),
    )) {
      for (const [at, shelf] of shelves.entries()) shelf.price = prices[at] ?? 0;
      go(
        nodes.map((open) => (open === branch ? { thing: branch.thing, options: [option] } : open)),
        false,
      );
    }
  };
  let rootBound = Number.NEGATIVE_INFINITY;
  go(
    things.map((thing) => ({ thing, options: thing.options })),
    true,
  );
  const isExact = rounds <= mostRounds;
  return { placing: best, leastS: isExact ? bestCost : Math.min(bestCost, rootBound), isExact };
}

const widthOf = (opens: readonly Open[]): number =>
  opens.reduce((sum, { options }) => sum + options.length, 0);

const stands = (placing: Placing, shelves: readonly Shelf[]): boolean => {
  const used = new Map(shelves.map((shelf) => [shelf, 0]));
  for (const [{ bytes }, { shelf }] of placing) used.set(shelf, (used.get(shelf) ?? 0) + bytes);
  return shelves.every((shelf) => (used.get(shelf) ?? 0) <= shelf.room);
};

/** Leaves out what would cost too much or has no room any more; null where a thing can go nowhere. */
function narrow(
  opens: readonly Open[],
  bound: number,
  target: number,
  shelves: readonly Shelf[],
): Open[] | null {
  const left = new Map(shelves.map((shelf) => [shelf, shelf.room]));
  for (const { thing, options } of opens) {
    const [only, ...others] = options;
    if (only && others.length === 0) left.set(only.shelf, (left.get(only.shelf) ?? 0) - thing.bytes);
  }
  if (shelves.some((shelf) => (left.get(shelf) ?? 0) < 0)) return null;
  const narrowed: Open[] = [];
  for (const open of opens) {
    const { thing, options } = open;
    if (options.length === 1) {
      narrowed.push(open);
      continue;
    }
    const least = Math.min(...options.map((option) => pricedAt(thing, option)));
    const stay = options.filter(
      (option) =>
        bound - least + pricedAt(thing, option) < target && thing.bytes <= (left.get(option.shelf) ?? 0),
    );
    if (stay.length === 0) return null;
    narrowed.push({ thing, options: stay });
  }
  return narrowed;
}

/** The thing whose two best places are closest: its place is what the bound does not know. Undefined where every thing has its place. */
function closest(opens: readonly Open[]): Open | undefined {
  let found: Open | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const open of opens) {
    const [first, second] = open.options
      .map((option) => pricedAt(open.thing, option))
      .toSorted((a, b) => a - b);
    if (first === undefined || second === undefined || second - first >= least) continue;
    least = second - first;
    found = open;
  }
  return found;
}
