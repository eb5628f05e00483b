import type { Option, Placing, Shelf, Thing } from './model';

/** Cells of a table at most, things times units of room. */
const mostCells = 120_000_000;
const mostPlane = 2_000_000;

const beyond = Number.POSITIVE_INFINITY;
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/**
 * The exact answer where at most two stores can be full: dynamic programming over the units of room that are used in each, a unit being what divides
 * every size. Null where there are more such stores, or more units than a table holds.
 */
export function byTable(things: readonly Thing[], shelves: readonly Shelf[]): Placing | null {
  const total = things.reduce((sum, { bytes }) => sum + bytes, 0);
  const full = shelves.filter(({ room }) => room < total);
  if (full.length > 2) return null;
  const unit = Math.max(
    1,
    things.reduce((divides, { bytes }) => gcd(divides, bytes), 0),
  );
  const [wide, high] = full;
  const units = (shelf: Shelf | undefined) => (shelf ? Math.floor(shelf.room / unit) + 1 : 1);
  const [width, height] = [units(wide), units(high)];
  const plane = width * height;
  if (plane > mostPlane || plane * things.length > mostCells) return null;
  const least = new Float64Array(plane);
  const steps: { thing: Thing; took: Uint8Array; size: number; ways: (Option | undefined)[] }[] = [];
  for (const thing of things) {
    const optionAt = (shelf: Shelf | undefined) => thing.options.find((option) => option.shelf === shelf);
    const besides = thing.options
      .filter(({ shelf }) => shelf !== wide && shelf !== high)
      .reduce<Option | undefined>((best, one) => (best && best.cost <= one.cost ? best : one), undefined);
    const ways = [besides, wide && optionAt(wide), high && optionAt(high)];
    const [other, costWide, costHigh] = ways.map((way) => way?.cost ?? beyond);
    const size = thing.bytes / unit;
    // Which of the two it went into, or neither: a byte for each cell.
    const took = new Uint8Array(plane);
    fill(least, took, {
      width,
      height,
      size,
      costs: [other ?? beyond, costWide ?? beyond, costHigh ?? beyond],
    });
    steps.push({ thing, took, size, ways });
  }
  const placing: Placing = new Map();
  let cell = plane - 1;
  for (const { thing, took, size, ways } of steps.toReversed()) {
    const into = took[cell] ?? 0;
    const option = ways[into];
    if (!option) return null;
    placing.set(thing, option);
    if (into === 1) cell -= size;
    if (into === 2) cell -= size * width;
  }
  return placing;
}

/** One thing more: each cell takes the least of leaving it beside, and putting it into either of the two. From the far end on, so that it is put once. */
function fill(
  least: Float64Array,
  took: Uint8Array,
  {
    width,
    height,
    size,
    costs: [other, costWide, costHigh],
  }: { width: number; height: number; size: number; costs: [number, number, number] },
): void {
  for (let y = height - 1; y >= 0; y -= 1)
    for (let x = width - 1; x >= 0; x -= 1) {
      const cell = y * width + x;
      let best = (least[cell] ?? beyond) + other;
      let into = 0;
      const left = x >= size ? (least[cell - size] ?? beyond) + costWide : beyond;
      if (left < best) {
        best = left;
        into = 1;
      }
      const above = y >= size ? (least[cell - size * width] ?? beyond) + costHigh : beyond;
      if (above < best) {
        best = above;
        into = 2;
      }
      least[cell] = best;
      took[cell] = into;
    }
}
