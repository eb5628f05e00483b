import { type Option, type Placing, type Shelf, type Thing, refill, tiny } from './model';

/** Fillings of a shelf that are told apart: of those that fill it alike the cheapest is kept. */
const steps = 4096;
const mostRounds = 8;
const beyond = Number.POSITIVE_INFINITY;

/** A thing that may go to either of two shelves. */
type Either = { thing: Thing; here: Option; there: Option };

/**
 * Divides what lies in two shelves anew between them, pair by pair, as long as that is waited for less: a table of how full the first may be, each with its
 * exact bytes, so that what is found has room to the byte. Finds the full shelves that moves and swaps of single things miss.
 */
export function exchanged(given: Placing, shelves: readonly Shelf[]): Placing {
  const placing: Placing = new Map(given);
  const limited = shelves.filter(({ id }) => id !== null);
  const pairs = limited.flatMap((here, i) =>
    shelves.filter((there) => !limited.slice(0, i + 1).includes(there)).map((there) => ({ here, there })),
  );
  for (let round = 0, gained = true; gained && round < mostRounds; round += 1) {
    gained = false;
    for (const { here, there } of pairs) {
      refill(shelves, placing);
      const eithers = eithersOf(placing, here, there);
      const now = eithers.reduce((sum, { thing }) => sum + (placing.get(thing)?.cost ?? 0), 0);
      const divided = divide(eithers, here, there, placing);
      if (!divided || divided.cost >= now - tiny(now)) continue;
      for (const [thing, option] of divided.placing) placing.set(thing, option);
      gained = true;
    }
  }
  return placing;
}

function eithersOf(placing: Placing, here: Shelf, there: Shelf): Either[] {
  const found: Either[] = [];
  for (const [thing, { shelf }] of placing) {
    if (shelf !== here && shelf !== there) continue;
    const at = (one: Shelf) => thing.options.find((option) => option.shelf === one);
    const [first, second] = [at(here), at(there)];
    if (first && second) found.push({ thing, here: first, there: second });
  }
  return found;
}

/** The cheapest way to divide things between two shelves that the table holds; null where none has room. */
function divide(
  eithers: readonly Either[],
  here: Shelf,
  there: Shelf,
  placing: Placing,
): { cost: number; placing: Placing } | null {
  const sum = (shelf: Shelf) =>
    eithers.reduce((bytes, { thing }) => bytes + (placing.get(thing)?.shelf === shelf ? thing.bytes : 0), 0);
  const all = sum(here) + sum(there);
  const most = here.room - here.used + sum(here);
  const least = all - (there.room - there.used + sum(there));
  const step = Math.max(1, most) / (steps - 1);
  let bytes = new Float64Array(steps);
  let costs = new Float64Array(steps).fill(beyond);
  costs[0] = 0;
  // For each thing the row that each filling comes from, those that took it below zero.
  const from: Int32Array[] = [];
  for (const { thing, here: first, there: second } of eithers) {
    const [nextBytes, nextCosts] = [new Float64Array(steps), new Float64Array(steps).fill(beyond)];
    const came = new Int32Array(steps);
    const offer = (row: number, filled: number, cost: number, origin: number) => {
      if (cost >= (nextCosts[row] ?? beyond)) return;
      nextCosts[row] = cost;
      nextBytes[row] = filled;
      came[row] = origin;
    };
    for (let row = 0; row < steps; row += 1) {
      const cost = costs[row] ?? beyond;
      if (cost === beyond) continue;
      const filled = bytes[row] ?? 0;
      offer(row, filled, cost + second.cost, row);
      const more = filled + thing.bytes;
      if (more <= most) offer(Math.floor(more / step), more, cost + first.cost, -1 - row);
    }
    [bytes, costs] = [nextBytes, nextCosts];
    from.push(came);
  }
  let best = -1;
  for (let row = 0; row < steps; row += 1)
    if ((bytes[row] ?? 0) >= least && (costs[row] ?? beyond) < (costs[best] ?? beyond)) best = row;
  const cost = costs[best];
  if (cost === undefined || cost === beyond) return null;
  const divided: Placing = new Map();
  let row = best;
  for (const [at, came] of [...from.entries()].reverse()) {
    const origin = came[row] ?? 0;
    const one = eithers[at];
    if (one) divided.set(one.thing, origin < 0 ? one.here : one.there);
    row = origin < 0 ? -1 - origin : origin;
  }
  return { cost, placing: divided };
}
