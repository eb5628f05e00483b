/** A store while it is filled: its room, what is used of it, and the price of a byte of it. Nowhere has all the room there is. */
export type Shelf = { readonly id: string | null; readonly room: number; used: number; price: number };

/** A place that a thing may go to, and what is waited for it there in a week. */
export type Option = { readonly shelf: Shelf; readonly cost: number };

/** A thing to be placed, with every place that it may go to: nowhere is always one of them. */
export type Thing = { readonly id: string; readonly bytes: number; readonly options: readonly Option[] };

/** Where each thing goes. */
export type Placing = Map<Thing, Option>;

/** What a placement costs. */
export function costOf(placing: Placing): number {
  let sum = 0;
  for (const { cost } of placing.values()) sum += cost;
  return sum;
}

/** What a thing costs at a place with the price of its room. */
export const pricedAt = ({ bytes }: Thing, { shelf, cost }: Option): number => cost + shelf.price * bytes;

/** What sums of rounding come to: answers that differ by less are one. */
export const tiny = (cost: number): number => Math.abs(cost) * 1e-11;

/** Puts on every shelf what a placement puts there, and nothing else. */
export function refill(shelves: readonly Shelf[], placing: Placing): void {
  for (const shelf of shelves) shelf.used = 0;
  for (const [{ bytes }, { shelf }] of placing) shelf.used += bytes;
}

/** Whether no shelf is over its room. */
export function stands(placing: Placing, shelves: readonly Shelf[]): boolean {
  const used = new Map(shelves.map((shelf) => [shelf, 0]));
  for (const [{ bytes }, { shelf }] of placing) used.set(shelf, (used.get(shelf) ?? 0) + bytes);
  return shelves.every((shelf) => (used.get(shelf) ?? 0) <= shelf.room);
}
