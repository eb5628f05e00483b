import * as z from 'zod';
import { Day } from '../part';
import { Money } from '../units';

/** A price that somebody saw: of which part, on which day, asked by whom. */
export const PriceSeen = z.object({
  partId: z.string().max(60),
  day: Day,
  price: Money,
  /** Empty where nobody noted it. */
  seller: z.string().trim().max(120),
  /** How many they had; null where nobody noted it. */
  stock: z.int().nonnegative().max(100_000).nullable(),
});
export type PriceSeen = z.infer<typeof PriceSeen>;

/** The latest of some prices, of one day the lowest that can be had; null where there is none in this currency. */
export function latestPrice(prices: PriceSeen[], currency: string): PriceSeen | null {
  const there = prices.filter(({ price }) => price.currency === currency);
  return (
    there.sort(
      (a, b) =>
        (a.day < b.day ? 1 : a.day > b.day ? -1 : 0) ||
        Number(a.stock === 0) - Number(b.stock === 0) ||
        a.price.minor - b.price.minor,
    )[0] ?? null
  );
}
