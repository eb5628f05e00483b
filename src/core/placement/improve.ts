import { type Option, type Placing, type Shelf, type Thing, pricedAt, refill } from './model';

const hasRoom = ({ room, used }: Shelf, bytes: number): boolean => used + bytes <= room;

/** The place that is left where no other has room: nowhere is an option of every thing. */
const nowhereOf = ({ options }: Thing): Option | undefined => options.find(({ shelf }) => shelf.id === null);

/** Things by what a byte of their room saves, each into the place that is cheapest with the prices of rooms and has room. */
export function greedy(things: readonly Thing[], shelves: readonly Shelf[]): Placing {
  for (const shelf of shelves) shelf.used = 0;
  const saved = (thing: Thing) => {
    const best = Math.min(...thing.options.map(({ cost }) => cost));
    return ((nowhereOf(thing)?.cost ?? best) - best) / thing.bytes;
  };
  const placing: Placing = new Map();
  for (const thing of things.toSorted((a, b) => saved(b) - saved(a))) {
    const into = thing.options
      .filter(({ shelf }) => hasRoom(shelf, thing.bytes))
      .toSorted((a, b) => pricedAt(thing, a) - pricedAt(thing, b))[0];
    if (!into) continue;
    placing.set(thing, into);
    into.shelf.used += thing.bytes;
  }
  return placing;
}

/** Swapping looks at every pair: beyond so many things only single moves are tried. */
const mostSwapped = 400;
const mostRounds = 20;

/** Moves one thing, or swaps two, as long as that is waited for less. A few rounds: the search does the rest. */
export function better(given: Placing, shelves: readonly Shelf[]): Placing {
  const placing: Placing = new Map(given);
  refill(shelves, placing);
  const give = (thing: Thing, from: Option, to: Option) => {
    from.shelf.used -= thing.bytes;
    to.shelf.used += thing.bytes;
    placing.set(thing, to);
  };
  const atShelf = ({ options }: Thing, shelf: Shelf) => options.find((option) => option.shelf === shelf);
  for (let round = 0, moved = true; moved && round < mostRounds; round += 1) {
    moved = false;
    const seen: Thing[] = [];
    for (const thing of given.keys()) {
      for (const to of thing.options) {
        const from = placing.get(thing);
        if (!from || to.shelf === from.shelf || to.cost >= from.cost) continue;
        if (!hasRoom(to.shelf, thing.bytes)) continue;
        give(thing, from, to);
        moved = true;
      }
      for (const other of given.size <= mostSwapped ? seen : []) {
        const [mine, its] = [placing.get(thing), placing.get(other)];
        if (!mine || !its || mine.shelf === its.shelf) continue;
        const [there, here] = [atShelf(thing, its.shelf), atShelf(other, mine.shelf)];
        if (!there || !here || there.cost + here.cost >= mine.cost + its.cost) continue;
        const grows = thing.bytes - other.bytes;
        if (!hasRoom(its.shelf, grows) || !hasRoom(mine.shelf, -grows)) continue;
        give(thing, mine, there);
        give(other, its, here);
        moved = true;
      }
      seen.push(thing);
    }
  }
  return placing;
}
