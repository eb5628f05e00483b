import type { Item, PlacementQuestion, Store } from './placement-schema';

/** Share of a thing that is read before it can be used, where it lies in a store that it starts from: a named default. */
export const loadedShare = 0.05;

/** A thing that nobody uses is still wanted a little: as if it were used once in two years. */
const leastUses = 0.01;

/** Whether a thing starts from a store as it lies there. */
export const startsFrom = ({ needs }: Pick<Item, 'needs'>, { runs }: Pick<Store, 'runs'>): boolean =>
  runs === 'all' || (runs === 'some' && needs !== 'fast');

/** Where a thing must be before it can be used: the quickest store that it starts from; null where there is none. */
function whereItRuns(item: Item, stores: readonly Store[]): Store | null {
  const running = stores.filter((store) => startsFrom(item, store) && store.roomBytes >= item.bytes);
  return running.reduce<Store | null>(
    (best, store) => (best && best.readBytesPerS >= store.readBytesPerS ? best : store),
    null,
  );
}

/**
 * Seconds that are waited for a thing in a week, where it lies in a store: loading it as often as it is used; from a store that it does not
 * start from, moving it first. Where it lies nowhere, fetching it.
 */
export function waitingS(
  item: Item,
  store: Store | null,
  { stores, fetchBytesPerS }: PlacementQuestion,
): number {
  const uses = Math.max(item.usesPerWeek, leastUses);
  const runner = whereItRuns(item, stores);
  const load = runner ? (loadedShare * item.bytes) / runner.readBytesPerS : 0;
  if (store === null)
    return uses * (item.bytes / Math.min(fetchBytesPerS, runner?.writeBytesPerS ?? Infinity) + load);
  // What rests in an archive is not waited for, wherever it lies; but it must be somewhere.
  if (item.needs === 'archive') return (leastUses * loadedShare * item.bytes) / store.readBytesPerS;
  if (startsFrom(item, store)) return (uses * loadedShare * item.bytes) / store.readBytesPerS;
  return uses * (item.bytes / Math.min(store.readBytesPerS, runner?.writeBytesPerS ?? Infinity) + load);
}
