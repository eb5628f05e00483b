import type { Item, Placed, PlacementQuestion } from './placement-schema';

/** One thing moved: from where (null: fetched), to where, what it takes, and when it begins, seconds from the first. */
export type Move = {
  itemId: string;
  from: string | null;
  to: string;
  bytes: number;
  seconds: number;
  startS: number;
  /** Only for a while: it goes on to its place once there is room. */
  parked: boolean;
};

export type Moves = {
  moves: Move[];
  seconds: number;
  /** Things that were not brought to their place: no order was found that has room to set one aside. */
  stuck: string[];
};

/**
 * The moves that bring things from where they are to where they go, in an order that never runs out of room: whatever has room goes; where
 * nothing has, the smallest thing that is in another's way is set aside in a store with room, and goes on later. What goes nowhere is deleted first,
 * since it can be fetched again; `deletes` names it, so that a person agrees before.
 */
export function movesTo(question: PlacementQuestion, placed: Placed): Moves & { deletes: string[] } {
  const { items, stores, fetchBytesPerS } = question;
  const byId = new Map(stores.map((store) => [store.id, store]));
  const at = new Map<string, string | null>(
    items.map(({ id, now }) => [id, now !== null && byId.has(now) ? now : null]),
  );
  const goal = (item: Item) => placed[item.id] ?? null;
  const free = new Map(stores.map(({ id, roomBytes }) => [id, roomBytes]));
  const take = (id: string | null, bytes: number) => {
    if (id !== null) free.set(id, (free.get(id) ?? 0) - bytes);
  };
  for (const item of items) take(at.get(item.id) ?? null, item.bytes);
  const deletes: string[] = [];
  for (const item of items)
    if (goal(item) === null && at.get(item.id) !== null) {
      deletes.push(item.id);
      take(at.get(item.id) ?? null, -item.bytes);
      at.set(item.id, null);
    }
  const moves: Move[] = [];
  // Each is set aside once at most: so it ends.
  const wasAside = new Set<string>();
  let clock = 0;
  const roomAt = (id: string | null) => (id === null ? 0 : (free.get(id) ?? 0));
  const move = (item: Item, to: string | null, parked: boolean) => {
    if (to === null) return;
    const from = at.get(item.id) ?? null;
    const rate = Math.min(
      from === null ? fetchBytesPerS : (byId.get(from)?.readBytesPerS ?? fetchBytesPerS),
      byId.get(to)?.writeBytesPerS ?? fetchBytesPerS,
    );
    const seconds = item.bytes / rate;
    moves.push({ itemId: item.id, from, to, bytes: item.bytes, seconds, startS: clock, parked });
    clock += seconds;
    take(from, -item.bytes);
    take(to, item.bytes);
    at.set(item.id, to);
  };
  const waiting = () => items.filter((item) => goal(item) !== null && at.get(item.id) !== goal(item));
  // What is only fetched frees no room: it comes last, so that what moves has all the room there is.
  for (let left = waiting(); left.length > 0; left = waiting()) {
    const going = left.filter((item) => roomAt(goal(item)) >= item.bytes);
    const next =
      going.find((item) => at.get(item.id) !== null) ??
      (left.every((item) => at.get(item.id) === null) ? going[0] : undefined);
    if (next) {
      move(next, goal(next), false);
      continue;
    }
    const aside = parkable(
      left.filter(({ id }) => !wasAside.has(id)),
      new Set(left.map(goal)),
      at,
      free,
      stores.map(({ id }) => id),
      goal,
    );
    if (!aside) {
      // Nothing that lies somewhere can go: what is fetched goes in where it has room, the rest is stuck.
      if (going[0]) {
        move(going[0], goal(going[0]), false);
        continue;
      }
      return { moves, seconds: clock, stuck: left.map(({ id }) => id), deletes };
    }
    wasAside.add(aside.item.id);
    move(aside.item, aside.into, true);
  }
  return { moves, seconds: clock, stuck: [], deletes };
}

/** The smallest thing in another's way that some store has room for, beside its own and its goal; null where there is none. */
function parkable(
  left: readonly Item[],
  wanted: ReadonlySet<string | null>,
  at: ReadonlyMap<string, string | null>,
  free: ReadonlyMap<string, number>,
  stores: readonly string[],
  goal: (item: Item) => string | null,
): { item: Item; into: string } | null {
  const inTheWay = left
    .filter((item) => at.get(item.id) !== null && wanted.has(at.get(item.id) ?? null))
    .sort((a, b) => a.bytes - b.bytes);
  for (const item of inTheWay) {
    const into = stores.find(
      (id) => id !== at.get(item.id) && id !== goal(item) && (free.get(id) ?? 0) >= item.bytes,
    );
    if (into) return { item, into };
  }
  return null;
}
