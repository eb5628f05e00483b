import * as z from 'zod';
import { PowerPhase } from '../device';
import { shownCodes } from './shown-codes';

const ShownCode = z.enum(shownCodes);

/** What the simulated device came to, and the readings it would give once started. */
export const SwitchedOn = z.object({
  outcome: z.enum(['started', 'dark', 'no-start-device', 'does-not-finish']),
  /** Null in what was kept before there were codes. */
  code: ShownCode.nullable().default(null),
  shows: z.string(),
  /** What this usually means; null when all is well. */
  hint: z.string().nullable(),
  phases: z.array(PowerPhase),
  readings: z
    .object({
      sizeShownBytes: z.int(),
      parts: z.int(),
      /** Absent where neither the link nor the drive says how fast; what was kept before had nothing at all there. */
      readTestBytesPerS: z.int().optional(),
      /** Absent in what was kept before these were asked, and where nothing is known to work them out from. */
      writeTestBytesPerS: z.int().positive().optional(),
      timedCopyBytesPerS: z.int().positive().optional(),
      driveC: z.int().optional(),
    })
    .nullable(),
});
export type SwitchedOn = z.infer<typeof SwitchedOn>;
