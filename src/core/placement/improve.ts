import type { Row } from './rows';

/** What a thing may lie in, cheapest first by its cost and a price for each byte of room. */
const choices = ({ cost, bytes }: Row, prices: readonly number[]): number[] =>
  cost
    .map((_, j) => j)
    .filter((j) => cost[j] !== Infinity)
    .sort((a, b) => cost[a]! + (prices[a] ?? 0) * bytes - (cost[b]! + (prices[b] ?? 0) * bytes));

/** Things by what a byte of their room saves, each into the best store that has room. A pinned thing that finds none stays where it must. */
export function greedy(
  rows: readonly Row[],
  rooms: readonly number[],
  prices: readonly number[] = rooms.map(() => 0),
): number[] {
  const left = [...rooms];
  const at = rows.map(() => rooms.length);
  const saved = ({ cost, bytes }: Row) => {
    const nowhere = cost[rooms.length]!;
    const best = Math.min(...cost);
    return (nowhere === Infinity ? Infinity : nowhere - best) / bytes;
  };
  const order = rows.map((_, i) => i).sort((a, b) => saved(rows[b]!) - saved(rows[a]!));
  for (const i of order) {
    const row = rows[i]!;
    const into = choices(row, prices).find((j) => j === rooms.length || row.bytes <= left[j]!);
    at[i] = into ?? rooms.length;
    if (into !== undefined && into < rooms.length) left[into] = left[into]! - row.bytes;
  }
  return at;
}

/** Moves one thing, or swaps two, as long as that is waited for less. A few rounds: the search does the rest. */
export function better(given: readonly number[], rows: readonly Row[], rooms: readonly number[]): number[] {
  const at = [...given];
  const left = [...rooms];
  rows.forEach(({ bytes }, i) => {
    if (at[i]! < rooms.length) left[at[i]!] = left[at[i]!]! - bytes;
  });
  const give = (i: number, to: number) => {
    const { bytes } = rows[i]!;
    if (at[i]! < rooms.length) left[at[i]!] = left[at[i]!]! + bytes;
    at[i] = to;
    if (to < rooms.length) left[to] = left[to]! - bytes;
  };
  const swaps = rows.length <= 400;
  for (let round = 0, moved = true; moved && round < 20; round += 1) {
    moved = false;
    for (let i = 0; i < rows.length; i += 1) {
      const { cost, bytes } = rows[i]!;
      for (let j = 0; j <= rooms.length; j += 1)
        if (j !== at[i] && cost[j]! < cost[at[i]!]! && (j === rooms.length || bytes <= left[j]!)) {
          give(i, j);
          moved = true;
        }
      for (let k = 0; swaps && k < i; k += 1) {
        const [a, b] = [at[i]!, at[k]!];
        const other = rows[k]!;
        if (a === b || cost[b]! + other.cost[a]! >= cost[a]! + other.cost[b]!) continue;
        const fitsB = b === rooms.length || bytes <= left[b]! + other.bytes;
        const fitsA = a === rooms.length || other.bytes <= left[a]! + bytes;
        if (!fitsA || !fitsB) continue;
        give(i, rooms.length);
        give(k, a);
        give(i, b);
        moved = true;
      }
    }
  }
  return at;
}
