import type { PartFinder } from '@/core/fit';
import { type Part, type PartKind, type PartOf, kindOf, pairOf, singleId } from '@/core/part';

/** Looks parts up among those that were loaded; an id of another kind is not found. */
export function finderOf(parts: Part[]): PartFinder {
  const find =
    <K extends PartKind>(kind: K) =>
    (id: string): PartOf[K] | null =>
      (parts.find((part) => part.id === id && kindOf(part) === kind) as PartOf[K] | undefined) ?? null;
  const one = find('drive');
  /** Two of a card by the id of the pair. */
  const drive = (id: string) => {
    const single = singleId(id);
    const found = single === null ? one(id) : one(single);
    return found && single !== null ? pairOf(found) : found;
  };
  return { drive, sink: find('heatsink'), pad: find('pad') };
}
