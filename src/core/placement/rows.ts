/** One thing to be placed: its size, and what each store costs, the last one being nowhere; infinite where it may not lie. */
export type Row = { id: string; bytes: number; cost: number[] };

/** What a placement costs: for each thing the number of its store. */
export const costOf = (at: readonly number[], rows: readonly Row[]): number =>
  rows.reduce((sum, { cost }, i) => sum + cost[at[i]!]!, 0);

/** What sums of rounding come to: answers that differ by less are one. */
export const tiny = (cost: number): number => Math.abs(cost) * 1e-11;
