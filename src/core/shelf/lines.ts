import type { Incoming, Need, ShelfLine, Stock } from './model';

const sum = (list: readonly { count: number }[]): number => list.reduce((all, { count }) => all + count, 0);

/** Holds the book against the jobs and what was ordered, part by part; parts that miss most stand first. */
export function shelfLines(
  stocks: readonly Stock[],
  needs: readonly Need[],
  incoming: readonly Incoming[],
): ShelfLine[] {
  return stocks
    .map((stock): ShelfLine => {
      const reserved = needs.filter(({ partId }) => partId === stock.id);
      const coming = incoming.filter(({ partId }) => partId === stock.id);
      const out = sum(reserved.filter(({ isOut }) => isOut));
      // What is out was here, though the book knew of less.
      const onShelf = Math.max(stock.onShelf, out);
      const free = onShelf - sum(reserved);
      return {
        ...stock,
        onShelf,
        reserved,
        incoming: coming,
        inDrawer: onShelf - out,
        free,
        toOrder: Math.max(0, stock.minimum - free - sum(coming)),
      };
    })
    .sort((a, b) => b.toOrder - a.toOrder || a.free - b.free || (a.name < b.name ? -1 : 1));
}
