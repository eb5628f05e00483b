import { type Solver, bySolver } from './by-solver';
import { exchanged } from './exchange';
import { better, greedy } from './improve';
import { type Option, type Placing, type Shelf, type Thing, costOf, tiny } from './model';
import type { Item, Placed, PlacementQuestion } from './placement-schema';
import { narrowed, raiseBound } from './relax';
import { byTable } from './table';
import { byWalk } from './walk';
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
 * problem). Up to `exactUpTo` things a table gives the exact answer where at most two stores can be full. Elsewhere the prices of rooms give a
 * bound (`relax`), a greedy placement made better by moves and swaps a first answer, `byWalk` the rest, and where it is not through a solver; where
 * that is cut off or not there, and beyond, `leastS` says how far the answer may be off. What a person pinned stands, where it has room.
 */
export function placeThings(question: PlacementQuestion, solver: Solver | null = null): Placement {
  const nowhere: Shelf = { id: null, room: Number.POSITIVE_INFINITY, used: 0, price: 0 };
  const stores = question.stores.map(({ id, roomBytes }): Shelf => ({
    id,
    room: roomBytes,
    used: 0,
    price: 0,
  }));
  const shelves = [...stores, nowhere];
  // A pin that finds no room is given up last of all, and for nowhere alone.
  const unpinning = 1 + 10 * question.items.reduce((sum, item) => sum + waitingS(item, null, question), 0);
  const things = question.items.map((item): Thing => ({
    id: item.id,
    bytes: item.bytes,
    options: [
      ...optionsOf(item, stores, question),
      { shelf: nowhere, cost: waitingS(item, null, question) + (isPinned(item, question) ? unpinning : 0) },
    ],
  }));
  const whole = things.length <= exactUpTo ? byTable(things, shelves) : null;
  if (whole) return answer(question, whole, costOf(whole), true);
  const first = better(greedy(things, shelves), shelves);
  const opens = things.map((thing) => ({ thing, options: thing.options }));
  const bound = raiseBound(opens, shelves, costOf(first));
  const guided = better(greedy(things, shelves), shelves);
  const best = exchanged(costOf(guided) < costOf(first) ? guided : first, shelves);
  if (things.length > exactUpTo) return answerWithin(question, best, bound);
  const walked = byWalk(things, shelves, best);
  if (walked.isExact) return answer(question, walked.placing, costOf(walked.placing), true);
  const known = exchanged(better(walked.placing, shelves), shelves);
  if (!solver) return answerWithin(question, known, bound);
  const left = narrowed(opens, bound, costOf(known) - tiny(costOf(known)));
  // A thing that has no place left under what is known: nothing is better than that.
  if (left.some(({ options }) => options.length === 0)) return answer(question, known, costOf(known), true);
  const { placing, leastS, isExact } = bySolver(left, shelves, known, solver);
  return answer(question, placing, Math.max(leastS, Math.min(bound, costOf(placing))), isExact);
}

/** An answer and a bound: exact where they meet. */
function answerWithin(question: PlacementQuestion, placing: Placing, bound: number): Placement {
  const cost = costOf(placing);
  const isProved = cost <= bound + tiny(bound);
  return answer(question, placing, isProved ? cost : Math.min(cost, bound), isProved);
}

const isPinned = ({ pinned }: Item, { stores }: PlacementQuestion): boolean =>
  pinned !== null && stores.some(({ id }) => id === pinned);

/** The stores that a thing may go to, with what is waited for it there: those that hold it, and of a pinned one its own alone. */
function optionsOf(item: Item, shelves: readonly Shelf[], question: PlacementQuestion): Option[] {
  return shelves.flatMap((shelf) => {
    const store = question.stores.find(({ id }) => id === shelf.id);
    if (!store || store.roomBytes < item.bytes) return [];
    if (isPinned(item, question) && item.pinned !== shelf.id) return [];
    return [{ shelf, cost: waitingS(item, store, question) }];
  });
}

function answer(question: PlacementQuestion, placing: Placing, leastS: number, isExact: boolean): Placement {
  const placed: Placed = {};
  for (const [{ id }, { shelf }] of placing) placed[id] = shelf.id;
  const waiting = question.items.reduce(
    (sum, item) =>
      sum + waitingS(item, question.stores.find(({ id }) => id === placed[item.id]) ?? null, question),
    0,
  );
  // Where a pin was given up the bound is of another question: of this one only the answer is known.
  const isPlain = Math.abs(waiting - costOf(placing)) <= tiny(waiting);
  return { placed, waitingS: waiting, leastS: isExact ? waiting : isPlain ? leastS : 0, isExact };
}
