import * as z from 'zod';
import { pressKeys } from '../simulator';

/** A network that went while a real device restored over it: when, and what the device did once it was back. */
const NetworkLoss = z.object({
  at: z.iso.datetime(),
  backAt: z.iso.datetime().nullable(),
  goesOn: z.enum(['where-it-was', 'anew']).nullable(),
});

/** A device that is on: since when, whether a real one, and what was pressed on the simulated one, in seconds of its own. */
export const PowerRun = z.object({
  onAt: z.iso.datetime(),
  real: z.boolean(),
  /** With the keys of its boot menu held. */
  menu: z.boolean(),
  /** How many of its seconds pass in one of the clock. */
  pace: z.number().positive(),
  presses: z.array(z.object({ atS: z.number().nonnegative(), key: z.enum(pressKeys) })),
  losses: z.array(NetworkLoss).max(50).optional(),
});
export type PowerRun = z.infer<typeof PowerRun>;
