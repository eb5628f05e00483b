import { better, greedy } from './improve';
import { type Row, costOf, tiny } from './rows';

// Looked up once: inner loops are quicker with names of their own.
const beyond = Number.POSITIVE_INFINITY;
const { max, min, log2 } = Math;

/** Bounds that are worked out before the search stops and says how far it may be off. */
const mostBounds = 80_000;
/** Steps of the room prices at a node. */
const roundsAtNode = 24;

type Searched = { at: number[]; leastS: number; isExact: boolean };

/** A node: where each thing may still go, a bit for each store and one for nowhere; and the room prices it begins with. */
type Node = { mays: Uint16Array; prices: Float64Array };

/**
 * Branch and bound for the generalised assignment problem: at each node the prices of room are moved until the bound beats the best answer or gains no
 * more (Lagrangian relaxation of the rooms, Polyak's steps), and what the reduced costs exclude is excluded. Exact where it comes to its end.
 */
export function search(
  rows: readonly Row[],
  rooms: readonly number[],
  prices: readonly number[],
  start: readonly number[],
): Searched {
  const n = rows.length;
  const stores = rooms.length;
  const cost = rows.map((row) => Float64Array.from(row.cost));
  const bytes = Float64Array.from(rows, (row) => row.bytes);
  let best = [...start];
  let bestCost = costOf(best, rows);
  let bounds = 0;
  let rootBound = -beyond;
  const isBeaten = (bound: number) => bound >= bestCost - tiny(bestCost);
  const offer = (at: number[]) => {
    // What is far from the best is not made better: that costs more than it finds.
    if (costOf(at, rows) > bestCost * 1.01) return;
    const improved = better(at, rows, rooms);
    const its = costOf(improved, rows);
    if (its < bestCost) [best, bestCost] = [improved, its];
  };
  const chosen = new Int16Array(n);
  const used = new Float64Array(stores);

  /** The bound of a node under its prices; leaves in `chosen` what each thing takes, in `used` what that comes to. */
  const boundOf = (mays: Uint16Array, lambda: Float64Array): number => {
    bounds += 1;
    let bound = 0;
    for (let j = 0; j < stores; j += 1) {
      bound -= rooms[j]! * lambda[j]!;
      used[j] = 0;
    }
    for (let i = 0; i < n; i += 1) {
      const own = cost[i]!;
      let least = beyond;
      let into = stores;
      for (let j = 0; j <= stores; j += 1) {
        if ((mays[i]! & (1 << j)) === 0) continue;
        const priced = own[j]! + (j < stores ? lambda[j]! * bytes[i]! : 0);
        if (priced < least) {
          least = priced;
          into = j;
        }
      }
      bound += least;
      chosen[i] = into;
      if (into < stores) used[into] = used[into]! + bytes[i]!;
    }
    return bound;
  };

  /** Moves the prices of a node; what they come to. */
  const priced = ({ mays, prices: from }: Node, rounds: number) => {
    const lambda = Float64Array.from(from);
    let kept = Float64Array.from(from);
    let most = -beyond;
    let scale = 1;
    for (let round = 0; round < rounds; round += 1) {
      const bound = boundOf(mays, lambda);
      if (bound > most) {
        most = bound;
        kept = Float64Array.from(lambda);
      } else scale *= 0.8;
      if (isBeaten(most) || bound === beyond) break;
      let norm = 0;
      let isWithin = true;
      for (let j = 0; j < stores; j += 1) {
        const over = used[j]! - rooms[j]!;
        if (over > 0) isWithin = false;
        if (over > 0 || lambda[j]! > 0) norm += over * over;
      }
      if (isWithin) {
        // A placement that stands: the best of this node, where no price is paid for room that is left.
        offer([...chosen]);
        if (norm === 0 || isBeaten(bound)) break;
      }
      const stride = (scale * (bestCost - bound)) / norm;
      for (let j = 0; j < stores; j += 1) lambda[j] = max(0, lambda[j]! + stride * (used[j]! - rooms[j]!));
    }
    return { bound: most, lambda: kept };
  };

  /** Excludes what would cost too much or has no room any more; false where a thing can go nowhere. */
  const narrow = (mays: Uint16Array, bound: number, lambda: Float64Array): boolean => {
    const left = Float64Array.from(rooms);
    for (let i = 0; i < n; i += 1) {
      const only = log2(mays[i]!);
      if (Number.isInteger(only) && only < stores) left[only] = left[only]! - bytes[i]!;
    }
    for (let i = 0; i < n; i += 1) {
      if ((mays[i]! & (mays[i]! - 1)) === 0) continue;
      const own = cost[i]!;
      const at = (j: number) => own[j]! + (j < stores ? lambda[j]! * bytes[i]! : 0);
      let least = beyond;
      for (let j = 0; j <= stores; j += 1) if (mays[i]! & (1 << j)) least = min(least, at(j));
      for (let j = 0; j <= stores; j += 1) {
        if ((mays[i]! & (1 << j)) === 0) continue;
        if (isBeaten(bound - least + at(j)) || (j < stores && bytes[i]! > left[j]!))
          mays[i] = mays[i]! & ~(1 << j);
      }
      if (mays[i] === 0) return false;
    }
    return left.every((room) => room >= 0);
  };

  const go = (node: Node, depth: number): void => {
    if (bounds > mostBounds) return;
    const { mays } = node;
    let { bound, lambda } = priced(node, depth === 0 ? 300 : roundsAtNode);
    if (depth === 0) {
      rootBound = bound;
      for (const by of [lambda, lambda.map((price) => price * 0.9), lambda.map((price) => price * 1.1)])
        offer(greedy(rows, rooms, [...by]));
    }
    if (isBeaten(bound)) return;
    for (let before = -1, now = open(mays); now !== before;) {
      if (!narrow(mays, bound, lambda)) return;
      before = now;
      now = open(mays);
      if (now === before) break;
      ({ bound, lambda } = priced({ mays, prices: lambda }, roundsAtNode));
      if (isBeaten(bound)) return;
    }
    // The thing whose two best places are closest: its place is what the bound does not know.
    let branch = -1;
    let closest = beyond;
    for (let i = 0; i < n; i += 1) {
      if ((mays[i]! & (mays[i]! - 1)) === 0) continue;
      let [first, second] = [beyond, beyond];
      for (let j = 0; j <= stores; j += 1) {
        if ((mays[i]! & (1 << j)) === 0) continue;
        const at = cost[i]![j]! + (j < stores ? lambda[j]! * bytes[i]! : 0);
        if (at < first) [first, second] = [at, first];
        else if (at < second) second = at;
      }
      const gap = second - first;
      if (gap < closest) [closest, branch] = [gap, i];
    }
    if (branch < 0) {
      const at = Array.from(mays, (bits) => log2(bits));
      const fits = rooms.every(
        (room, j) => at.reduce((sum, one, i) => sum + (one === j ? bytes[i]! : 0), 0) <= room,
      );
      if (fits) offer(at);
      return;
    }
    const options: number[] = [];
    for (let j = 0; j <= stores; j += 1) if (mays[branch]! & (1 << j)) options.push(j);
    const by = (j: number) => cost[branch]![j]! + (j < stores ? lambda[j]! * bytes[branch]! : 0);
    options.sort((a, b) => by(a) - by(b));
    for (const j of options) {
      const child = Uint16Array.from(mays);
      child[branch] = 1 << j;
      go({ mays: child, prices: lambda }, depth + 1);
    }
  };
  const mays = Uint16Array.from(rows, (row) =>
    row.cost.reduce((bits, c, j) => (c === beyond ? bits : bits | (1 << j)), 0),
  );
  go({ mays, prices: Float64Array.from(prices) }, 0);
  const isExact = bounds <= mostBounds;
  return { at: best, leastS: isExact ? bestCost : min(bestCost, rootBound), isExact };
}

/** How many things may still go to more than one place. */
const open = (mays: Uint16Array): number =>
  mays.reduce((sum, bits) => sum + ((bits & (bits - 1)) === 0 ? 0 : 1), 0);
