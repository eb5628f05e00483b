import { type Shelf, type Thing, pricedAt } from './model';

// Looked up once: inner loops are quicker with names of their own.
const beyond = Number.POSITIVE_INFINITY;
const { max, ceil } = Math;

const rounds = 400;

/** What a thing may still be given, at a node of the search. */
export type Open = Pick<Thing, 'options'> & { thing: Thing };

/** The shelves that can be full: nowhere has room for all. */
const limited = (shelves: readonly Shelf[]): Shelf[] => shelves.filter(({ id }) => id !== null);

/**
 * The bound that the prices of rooms give (Fisher 1981, The Lagrangian relaxation method): each thing takes what is cheapest with its room
 * paid for, and the rooms there are pay back. Leaves on the shelves what that would use.
 */
export function boundOf(opens: readonly Open[], shelves: readonly Shelf[]): number {
  let bound = 0;
  for (const shelf of shelves) {
    shelf.used = 0;
    if (shelf.id !== null) bound -= shelf.room * shelf.price;
  }
  for (const { thing, options } of opens) {
    let least = beyond;
    let into: Shelf | null = null;
    for (const option of options) {
      const priced = option.cost + option.shelf.price * thing.bytes;
      if (priced < least) {
        least = priced;
        into = option.shelf;
      }
    }
    bound += least;
    if (into) into.used += thing.bytes;
  }
  return bound;
}

/** Leaves out the places that would cost as much as a target, or more: their reduced cost on top of the bound says so. A thing may be left without any. */
export function narrowed(opens: readonly Open[], bound: number, target: number): Open[] {
  return opens.map(({ thing, options }) => {
    const least = Math.min(...options.map((option) => pricedAt(thing, option)));
    return { thing, options: options.filter((option) => bound - least + pricedAt(thing, option) < target) };
  });
}

/**
 * Moves the prices of rooms until the bound beats a target or gains no more (Polyak's steps): leaves the best prices on the shelves and gives the bound that they
 * came to.
 */
export function raiseBound(opens: readonly Open[], shelves: readonly Shelf[], target: number): number {
  let most = -beyond;
  const full = limited(shelves);
  const priceOf = (shelf: Shelf) => shelf.price;
  let kept = shelves.map(priceOf);
  let scale = 1.5;
  let since = 0;
  // A long run has time to look around before it takes shorter steps.
  const patience = ceil(rounds / 30);
  for (let round = 0; round < rounds; round += 1) {
    const bound = boundOf(opens, shelves);
    if (bound > most) {
      most = bound;
      kept = shelves.map(priceOf);
      since = 0;
    } else if ((since += 1) >= patience) {
      scale /= 2;
      since = 0;
    }
    if (most >= target || bound === beyond) break;
    let norm = 0;
    let isWithin = true;
    for (const { used, room, price } of full) {
      const over = used - room;
      if (over > 0) isWithin = false;
      if (over > 0 || price > 0) norm += over * over;
    }
    const uses = full.map(({ used }) => used);
    if (isWithin && norm === 0) break;
    const stride = (scale * (target - bound)) / norm;
    for (const [at, shelf] of full.entries())
      shelf.price = max(0, shelf.price + stride * ((uses[at] ?? 0) - shelf.room));
  }
  for (const [at, shelf] of shelves.entries()) shelf.price = kept[at] ?? 0;
  return most;
}
