import type { Item, Placed, PlacementQuestion } from './placement-schema';
import { better, greedy } from './improve';
import { type Row, costOf, tiny } from './rows';
import { search } from './search';
import { byTable } from './table';
import { waitingS } from './waiting';

/** The most things for which a best placement is looked for to the end; beyond it the answer is good and says how far it may be off. */
export const exactUpTo = 60;

export type Placement = {
  placed: Placed;
  /** Seconds waited in a week for all things together, and the least that any placement could come to. */
  waitingS: number;
  leastS: number;
  isExact: boolean;
};

/**
 * The placement that is waited for least: every thing in one store or nowhere, no store over its room (a generalised assignment
 * problem). Up to `exactUpTo` things a table gives the exact answer where at most two stores can be full. Elsewhere Lagrangian relaxation of the rooms
 * gives a bound (Fisher 1981, The Lagrangian relaxation method), a greedy placement made better by moves and swaps a first answer, `search` the rest; where
 * that is cut off, and beyond, `leastS` says how far the answer may be off. What a person pinned stands.
 */
export function placeThings(question: PlacementQuestion): Placement {
  const { items, stores } = question;
  const rooms = stores.map(({ roomBytes }) => roomBytes);
  // A pin that finds no room is given up last of all, and nowhere else than to nowhere.
  const unpinning = 1 + 10 * items.reduce((sum, item) => sum + waitingS(item, null, question), 0);
  const rows: Row[] = items.map((item) => ({
    id: item.id,
    bytes: item.bytes,
    cost: [
      ...stores.map((store) => costIn(item, store.id, question)),
      waitingS(item, null, question) + (isPinned(item, question) ? unpinning : 0),
    ],
  }));
  const whole = rows.length <= exactUpTo ? byTable(rows, rooms) : null;
  if (whole) return answer(question, rows, whole, costOf(whole, rows), true);
  const first = better(greedy(rows, rooms), rows, rooms);
  const { multipliers, bound } = relaxed(rows, rooms, costOf(first, rows));
  const guided = better(greedy(rows, rooms, multipliers), rows, rooms);
  const start = costOf(guided, rows) < costOf(first, rows) ? guided : first;
  const cost = costOf(start, rows);
  const isProved = cost <= bound + tiny(cost);
  const searched =
    rows.length <= exactUpTo && !isProved
      ? search(rows, rooms, multipliers, start)
      : { at: start, leastS: isProved ? cost : Math.min(cost, bound), isExact: isProved };
  return answer(question, rows, searched.at, searched.leastS, searched.isExact);
}

const answer = (
  question: PlacementQuestion,
  rows: readonly Row[],
  at: readonly number[],
  leastS: number,
  isExact: boolean,
): Placement => {
  const { stores } = question;
  const placed = Object.fromEntries(rows.map(({ id }, i) => [id, stores[at[i] ?? -1]?.id ?? null]));
  const waiting = question.items.reduce(
    (sum, item) => sum + waitingS(item, stores.find(({ id }) => id === placed[item.id]) ?? null, question),
    0,
  );
  // Where a pin was given up the bound is of another question: of this one only the answer is known.
  const isPlain = Math.abs(waiting - costOf(at, rows)) <= tiny(waiting);
  return { placed, waitingS: waiting, leastS: isExact ? waiting : isPlain ? leastS : 0, isExact };
};

const isPinned = ({ pinned }: Item, { stores }: PlacementQuestion): boolean =>
  pinned !== null && stores.some(({ id }) => id === pinned);

function costIn(item: Item, storeId: string, question: PlacementQuestion): number {
  if (isPinned(item, question) && item.pinned !== storeId) return Infinity;
  const store = question.stores.find(({ id }) => id === storeId) ?? null;
  return store && store.roomBytes < item.bytes ? Infinity : waitingS(item, store, question);
}

/** Prices of room by subgradient steps, and the greatest bound that they came to. */
function relaxed(rows: readonly Row[], rooms: readonly number[], target: number) {
  let prices = rooms.map(() => 0);
  let multipliers = prices;
  let bound = -Infinity;
  let step = 1.5;
  for (let round = 0, since = 0; round < 400 && step > 1e-4; round += 1) {
    const used = rooms.map(() => 0);
    let value = -rooms.reduce((sum, room, j) => sum + room * prices[j]!, 0);
    for (const row of rows) {
      let best = rooms.length;
      let least = row.cost[rooms.length]!;
      for (let j = 0; j < rooms.length; j += 1) {
        const priced = row.cost[j]! + prices[j]! * row.bytes;
        if (priced < least) [best, least] = [j, priced];
      }
      value += least;
      if (best < rooms.length) used[best] = used[best]! + row.bytes;
    }
    if (value > bound) {
      [bound, multipliers, since] = [value, prices, 0];
    } else if ((since += 1) >= 12) {
      step /= 2;
      since = 0;
    }
    const over = rooms.map((room, j) => used[j]! - room);
    const norm = over.reduce((sum, x) => sum + x * x, 0);
    if (norm === 0 || value >= target) break;
    const gap = Math.max(target - value, Math.abs(target) * 1e-6);
    prices = prices.map((price, j) => Math.max(0, price + (step * gap * over[j]!) / norm));
  }
  return { multipliers, bound };
}
