import type { Row } from './rows';

/** Cells of a table at most, things times units of room. */
const mostCells = 120_000_000;
const mostPlane = 2_000_000;

const beyond = Number.POSITIVE_INFINITY;
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));

/**
 * The exact answer where at most two stores can be full: dynamic programming over the units of room that are used in each, a unit being what divides
 * every size. Null where there are more such stores, or more units than a table holds.
 */
export function byTable(rows: readonly Row[], rooms: readonly number[]): number[] | null {
  const total = rows.reduce((sum, { bytes }) => sum + bytes, 0);
  const full = rooms.flatMap((room, j) => (room < total ? [j] : []));
  if (full.length > 2 || rows.length === 0) return rows.length === 0 ? [] : null;
  const unit = rows.reduce((divides, { bytes }) => gcd(divides, bytes), 0);
  const [a = -1, b = -1] = full;
  const [width, height] = [a, b].map((j) => (j < 0 ? 1 : Math.floor(rooms[j]! / unit) + 1)) as [
    number,
    number,
  ];
  if (width * height > mostPlane || width * height * rows.length > mostCells) return null;
  const plane = width * height;
  const least = new Float64Array(plane);
  // Which of the two it went into, or neither: a byte for each thing and cell.
  const took = new Uint8Array(plane * rows.length);
  const besides = rows.map(({ cost }) =>
    cost
      .map((_, j) => j)
      .filter((j) => j !== a && j !== b)
      .reduce((best, j) => (cost[j]! < cost[best]! ? j : best)),
  );
  rows.forEach(({ bytes, cost }, i) => {
    const size = bytes / unit;
    const other = cost[besides[i]!]!;
    const costA = a < 0 ? beyond : cost[a]!;
    const costB = b < 0 ? beyond : cost[b]!;
    const base = i * plane;
    for (let y = height - 1; y >= 0; y -= 1)
      for (let x = width - 1; x >= 0; x -= 1) {
        const cell = y * width + x;
        let best = least[cell]! + other;
        let into = 0;
        if (x >= size && least[cell - size]! + costA < best) {
          best = least[cell - size]! + costA;
          into = 1;
        }
        if (y >= size && least[cell - size * width]! + costB < best) {
          best = least[cell - size * width]! + costB;
          into = 2;
        }
        least[cell] = best;
        took[base + cell] = into;
      }
  });
  if (least[plane - 1] === beyond) return null;
  const at = rows.map(() => 0);
  let cell = plane - 1;
  for (let i = rows.length - 1; i >= 0; i -= 1) {
    const into = took[i * plane + cell]!;
    const size = rows[i]!.bytes / unit;
    at[i] = into === 1 ? a : into === 2 ? b : besides[i]!;
    if (into === 1) cell -= size;
    if (into === 2) cell -= size * width;
  }
  return at;
}
