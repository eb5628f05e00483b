import type { Item, Placed, PlacementQuestion } from './placement-schema';
import { startsFrom } from './waiting';

/** What did not find its place, and what would make it: bytes of a store that are missing, by the store it would start from. */
export type Left = {
  nowhere: Item[];
  /** Things that lie where they do not start from, though they are used. */
  asleep: Item[];
  /** Things that a person put into a store that has no room for them. */
  unpinned: Item[];
  /** Bytes that the quickest store would need beside its room for all of them. */
  missingBytes: number;
};

/** What is left out by a placement, and the room that would take it in. */
export function leftOut({ items, stores }: PlacementQuestion, placed: Placed): Left {
  const storeOf = (item: Item) => stores.find(({ id }) => id === placed[item.id]) ?? null;
  const nowhere = items.filter((item) => storeOf(item) === null);
  const asleep = items.filter((item) => {
    const store = storeOf(item);
    return store !== null && item.needs !== 'archive' && item.usesPerWeek > 0 && !startsFrom(item, store);
  });
  const wanted = [...nowhere, ...asleep].reduce((sum, { bytes }) => sum + bytes, 0);
  const quick = stores.find(({ runs }) => runs === 'all') ?? stores[0];
  const used = items.reduce((sum, item) => sum + (storeOf(item)?.id === quick?.id ? item.bytes : 0), 0);
  const unpinned = items.filter(
    ({ id, pinned }) =>
      pinned !== null && stores.some((store) => store.id === pinned) && placed[id] !== pinned,
  );
  return {
    nowhere,
    asleep,
    unpinned,
    missingBytes: Math.max(0, wanted - Math.max(0, (quick?.roomBytes ?? 0) - used)),
  };
}

/** What a placement breaks: stores over their room, things in stores that are not there. Empty where it stands. */
export function placementFaults({ items, stores }: PlacementQuestion, placed: Placed): string[] {
  const faults: string[] = [];
  for (const { id, name, roomBytes } of stores) {
    const used = items.reduce((sum, item) => sum + (placed[item.id] === id ? item.bytes : 0), 0);
    if (used > roomBytes) faults.push(`${name} is over its room.`);
  }
  for (const item of items) {
    const store = placed[item.id] ?? null;
    if (store !== null && !stores.some(({ id }) => id === store))
      faults.push(`${item.name} lies in no store of this device.`);
  }
  return faults;
}

/** The store to set in the device for each kind of thing: where most bytes of the kind go. */
export function placeOfKinds(
  { items }: Pick<PlacementQuestion, 'items'>,
  placed: Placed,
): { kind: string; storeId: string }[] {
  const kinds = new Map<string, Map<string, number>>();
  for (const { id, kind, bytes } of items) {
    const store = placed[id];
    if (!kind || !store) continue;
    const sums = kinds.get(kind) ?? new Map<string, number>();
    kinds.set(kind, sums.set(store, (sums.get(store) ?? 0) + bytes));
  }
  return [...kinds].map(([kind, sums]) => ({
    kind,
    storeId: [...sums].reduce((best, one) => (one[1] > best[1] ? one : best))[0],
  }));
}
