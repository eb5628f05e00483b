import * as z from 'zod';
import { mostItems, needs } from './needs';

const id = z.string().regex(/^[a-z0-9-]{1,24}$/u);
const bytes = z.int().positive().max(1e15);
const rate = z.number().positive().max(40e9);

/** A game, a film, saved data: what it is called, how large it is, how often it is used. */
export const Item = z.object({
  id,
  name: z.string().trim().min(1).max(120),
  /** Such as game, film, recording; what the device sorts by when it asks where things go. */
  kind: z.string().trim().max(40).default(''),
  bytes,
  usesPerWeek: z.number().min(0).max(200),
  needs: z.enum(needs),
  /** The store it lies in now; null where it is fetched anew. */
  now: id.nullable().default(null),
  /** Where a person wants it, whatever else would be better; null where nobody said. */
  pinned: id.nullable().default(null),
});
export type Item = z.infer<typeof Item>;

/** A place that holds things: a drive in the device, a card, a drive outside. */
export const Store = z.object({
  id,
  name: z.string().trim().min(1).max(80),
  /** Room for things, after overhead and what the system wants free. */
  roomBytes: z.int().nonnegative().max(1e15),
  /** Whether things start from it, and whether also those that need the quick drive do. */
  runs: z.enum(['all', 'some', 'none']),
  readBytesPerS: rate,
  writeBytesPerS: rate,
});
export type Store = z.infer<typeof Store>;

/** What is asked: things, stores, and how quick what lies nowhere is fetched again. */
export const PlacementQuestion = z.object({
  items: z.array(Item).max(mostItems),
  stores: z.array(Store).min(1).max(8),
  fetchBytesPerS: rate,
});
export type PlacementQuestion = z.infer<typeof PlacementQuestion>;

/** Where each thing goes, by its id; null: nowhere, it is fetched when it is wanted. */
export const Placed = z.record(z.string(), id.nullable());
export type Placed = z.infer<typeof Placed>;
