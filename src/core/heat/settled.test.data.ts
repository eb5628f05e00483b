import type { Network } from '.';

/**
 * Settled temperatures by elimination from the balance of each node, Σ (Tᵢ − Tⱼ)/R = q: an oracle that shares nothing with
 * the modes that the product works with.
 */
export function settledByBalance(
  { capacityJPerK, between, toRoom }: Network,
  heatW: ArrayLike<number>,
  roomC: number,
): number[] {
  const size = capacityJPerK.length;
  const rows = capacityJPerK.map((_, i) => {
    const row = new Array<number>(size + 1).fill(0);
    row[size] = heatW[i] ?? 0;
    return row;
  });
  for (const { a, b, kPerW } of between)
    for (const [one, other] of [
      [a, b],
      [b, a],
    ] as const) {
      rows[one]![one]! += 1 / kPerW;
      rows[one]![other]! -= 1 / kPerW;
    }
  for (const { a, kPerW } of toRoom) {
    rows[a]![a]! += 1 / kPerW;
    rows[a]![size]! += roomC / kPerW;
  }
  for (let column = 0; column < size; column += 1)
    for (let i = 0; i < size; i += 1) {
      if (i === column) continue;
      const factor = rows[i]![column]! / rows[column]![column]!;
      rows[i] = rows[i]!.map((x, j) => x - factor * rows[column]![j]!);
    }
  return rows.map((row, i) => row[size]! / row[i]!);
}
