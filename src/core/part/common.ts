import * as z from 'zod';
import { Money } from '../units';

/** Text from people and files: bounded, so that nothing grows without end. */
export const shortText = z.string().trim().min(1).max(120);

export const PartId = z
  .string()
  .regex(/^[a-z0-9-]{1,60}$/u, 'Small letters, digits and hyphens, at most 60.');

/** A calendar day as ISO 8601 writes it, such as 2026-05-18. */
export const Day = z.iso.date();

/** What every part of the catalogue has. */
export const partBase = {
  id: PartId,
  maker: shortText,
  model: shortText,
  price: Money,
  /** Who asks this price, since when, and how many they have; left out where nobody noted it. */
  seller: shortText.optional(),
  priceDate: Day.optional(),
  stockElsewhere: z.int().nonnegative().max(100_000).optional(),
  /** How many lie on the workshop's shelf. */
  onShelf: z.int().nonnegative().max(100_000).default(0),
  /** Where it lies: a drawer, a box; left out where nobody said. */
  shelfPlace: shortText.optional(),
  /** Which paper the figures come from, and of which day. */
  source: shortText,
  sourceDate: Day.optional(),
};
