import * as z from 'zod';
import { Known } from '../margin';
import { AddressBits } from './address-bits';
import { checked } from './checked';
import { partBase, shortText } from './common';
import { Protocol } from './drive';

/** A USB case at a dock port: what it carries in practice decides how long a copy lasts. */
export const DockCaseShape = z.object({
  schema: z.literal('jicara.case/2'),
  ...partBase,
  takes: z.array(Protocol).min(1),
  /** Its link as printed, such as USB 10 Gb/s. */
  link: shortText,
  rateBytesPerS: z.int().positive(),
  /** What it passes on to the drive, W; a case with a supply of its own says so by what that gives. Left out where nobody stated it. */
  suppliesW: Known.optional(),
  addressBits: AddressBits.optional(),
});

/** A case as it may come in. */
export const DockCase = checked(DockCaseShape);
export type DockCase = z.infer<typeof DockCaseShape>;

/** A case on a bench that has copied through it: the factor on its stated rate, and from how many copies that comes. */
export type DockCaseHere = DockCase & {
  learned?: { least: number; middle: number; most: number; from: number };
};
