import * as z from 'zod';
import { Known } from '../margin';
import { checked, wrong } from './checked';
import { partBase } from './common';

/**
 * How a sink holds on: bands and clips press with a force, so the pad decides the distance; a frame is screwed
 * together, so the distance is given and the pad has to fit it.
 */
export const SinkHold = z.discriminatedUnion('by', [
  z.object({ by: z.literal('bands'), forceN: Known }),
  z.object({ by: z.literal('clips'), forceN: Known }),
  z.object({ by: z.literal('frame'), gapAboveBoardMm: Known }),
]);
export type SinkHold = z.infer<typeof SinkHold>;

/**
 * What of a sink stands beside and behind its module: its own width, what clips and side screws add on each side, and what
 * reaches past the module’s end, mm.
 */
export const SinkOutline = z.object({ widthMm: Known, clipsMm: Known, pastEndMm: Known });
export type SinkOutline = z.infer<typeof SinkOutline>;

/** A heatsink for a module. Lengths in mm, areas in mm², mass in g. */
export const HeatsinkShape = z.object({
  schema: z.literal('jicara.heatsink/1'),
  ...partBase,
  forLengthsMm: z.array(z.number().positive().max(200)).min(1).max(8),
  baseMm: Known,
  /** Fins above the base; 0 for a plain plate. */
  finsMm: Known,
  /** Plate under the module with its pad, from the underside of the board; null for a sink on top only. */
  underBoardMm: Known.nullable(),
  hold: SinkHold,
  massG: Known,
  material: z.enum(['aluminium', 'copper']),
  finnedAreaMm2: Known,
  /** Board left free at the contacts and at the screw notch. */
  leavesContactsMm: Known,
  leavesScrewMm: Known,
  /** Left out where nobody stated it: beside close neighbours it is not known then whether it goes in. */
  outline: SinkOutline.optional(),
});

/** A heatsink as it may come in. */
export const Heatsink = checked(HeatsinkShape, (sink) => [
  ...(['baseMm', 'massG', 'finnedAreaMm2'] as const)
    .filter((name) => sink[name].value <= 0)
    .map((name) => wrong(name, 'It cannot be zero or less.')),
  ...(sink.baseMm.value + sink.finsMm.value > 60
    ? [wrong('finsMm', 'A sink for a module is not higher than 60 mm.')]
    : []),
]);
export type Heatsink = z.infer<typeof HeatsinkShape>;
