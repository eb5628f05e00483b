import type { ShelfMove } from './model';

/** Of which lot something was taken: known, one of several, or nothing is known. */
export type TakenOf = { lot: string | null; note: string | null };

/**
 * Of which lot a part was taken that lay on the shelf, by the book of that part: a lot is only named where nothing else can lie there. What
 * came without a lot, or was counted in, may lie between them. Which one a hand took nobody saw.
 */
export function takenOf(
  moves: readonly Pick<ShelfMove, 'change' | 'lot' | 'why'>[],
  onShelf: number,
): TakenOf {
  const came = new Map<string, number>();
  for (const { change, lot, why } of moves)
    if (lot !== null && why !== 'returned') came.set(lot, (came.get(lot) ?? 0) + change);
  const lots = [...came].filter(([, left]) => left > 0).sort(([a], [b]) => (a < b ? -1 : 1));
  if (lots.length === 0) return { lot: null, note: null };
  const named = lots.reduce((sum, [, left]) => sum + left, 0);
  const [only] = lots;
  if (only && lots.length === 1 && named >= onShelf) return { lot: only[0], note: null };
  const names = lots.map(([lot]) => lot).join(', ');
  return {
    lot: null,
    note:
      named >= onShelf
        ? `Of one of the lots ${names}.`
        : `Of lot ${names}, or of what lay there without one.`,
  };
}
