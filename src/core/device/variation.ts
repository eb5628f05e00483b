import * as z from 'zod';
import { Estimate } from '../margin';
import { shortText } from '../part';
import { PlaceLimits, SinkRule } from './place';

/** What a board revision or a change to the case makes different about a place; what is not named stays. */
export const PlaceChange = z
  .object({
    standOffsMm: z.array(z.number().positive()).min(1),
    addsLengthsMm: z.array(z.number().positive()).min(1),
    moduleUndersideMm: Estimate,
    roomBelowMm: Estimate,
    coverMm: Estimate,
    reachAtMostMm: Estimate,
    sink: SinkRule,
    sides: z.array(z.enum(['single', 'double'])).min(1),
    linkGeneration: z.int().min(1).max(6),
    lanes: z.int().min(1).max(4),
    limits: PlaceLimits.partial(),
  })
  .partial();
export type PlaceChange = z.infer<typeof PlaceChange>;

/** A board revision, told apart by marks one can see; it may change limits, and steps of the procedure name it. */
export const Revision = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/u),
  name: shortText,
  marks: z.array(shortText).min(1).max(6),
  /** Ranges of serial numbers that tell it before the device is open, both ends within; compared letter by letter, so both have one length. */
  serials: z
    .array(
      z
        .object({ from: z.string().min(1).max(60), to: z.string().min(1).max(60) })
        .refine(
          ({ from, to }) => from.length === to.length && from <= to,
          'Both ends have one length, the first comes first.',
        ),
    )
    .max(20)
    .optional(),
  changes: z.record(z.string(), PlaceChange).default({}),
});
export type Revision = z.infer<typeof Revision>;

/** A change to the case as a condition: what it makes possible, what it takes, what it risks. */
export const CaseChange = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/u),
  title: shortText,
  how: z.string().max(400),
  minutes: z.number().positive().max(240),
  risk: z.string().max(300),
  /** What it takes beside the usual tools, and what protects from it; with the reason of each. */
  tools: z
    .array(z.object({ tool: shortText, why: z.string().max(200) }))
    .max(8)
    .default([]),
  protection: z
    .array(z.object({ what: shortText, why: z.string().max(200) }))
    .max(8)
    .default([]),
  /** Whether it can be taken back; what was cut away cannot. */
  isFinal: z.boolean().default(true),
  changes: z.record(z.string(), PlaceChange),
});
export type CaseChange = z.infer<typeof CaseChange>;
