import * as z from 'zod';
import { PictureSum } from '../picture-sum';

/** Where a number comes from; every number in Jicara carries one. */
export const Origin = z.object({
  kind: z.enum([
    'specification',
    'data-sheet-maximum',
    'data-sheet-typical',
    'measured',
    'owner',
    'reading',
    'default',
    'computed',
  ]),
  note: z.string().max(400),
  at: z.string().max(40).optional(),
  /** The photo that it was read from, as evidence. */
  photo: PictureSum.optional(),
});
export type Origin = z.infer<typeof Origin>;

/**
 * A value with how far it may lie below (`minus`) and above (`plus`), both ≥ 0 and in the value's own unit.
 * `null` on a side says that nothing is known there: a size code gives the tallest chip and not the lowest.
 */
export const Known = z.object({
  known: z.literal(true),
  value: z.number(),
  minus: z.number().nonnegative().nullable(),
  plus: z.number().nonnegative().nullable(),
  origin: Origin,
});
export type Known = z.infer<typeof Known>;

/** A number that is not there: which one, and how to get it. */
export const Missing = z.object({
  known: z.literal(false),
  what: z.string().max(200),
  howToGet: z.string().max(400),
});
export type Missing = z.infer<typeof Missing>;

export const Estimate = z.discriminatedUnion('known', [Known, Missing]);
export type Estimate = z.infer<typeof Estimate>;
