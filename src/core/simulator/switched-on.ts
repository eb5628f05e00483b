import * as z from 'zod';
import { PowerPhase } from '../device';

/** What can be seen of a device that was switched on; the diagnosis reasons over these. */
export const shownCodes = [
  'dark',
  'dark-with-sound',
  'goes-out',
  'sign-stays',
  'no-storage',
  'nothing-to-start',
  'not-seen',
  'not-accepted',
  'asks-key',
  'spoiled',
  'started',
] as const;
export const ShownCode = z.enum(shownCodes);
export type ShownCode = z.infer<typeof ShownCode>;

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
      readTestBytesPerS: z.int(),
      parts: z.int(),
      /** Absent in what was kept before these were asked, and where nothing is known to work them out from. */
      writeTestBytesPerS: z.int().positive().optional(),
      timedCopyBytesPerS: z.int().positive().optional(),
      driveC: z.int().optional(),
    })
    .nullable(),
});
export type SwitchedOn = z.infer<typeof SwitchedOn>;

export const outcomeOf: Readonly<Record<ShownCode, SwitchedOn['outcome']>> = Object.freeze({
  dark: 'dark',
  'dark-with-sound': 'dark',
  'goes-out': 'dark',
  'sign-stays': 'does-not-finish',
  'no-storage': 'no-start-device',
  'nothing-to-start': 'no-start-device',
  'not-seen': 'no-start-device',
  'not-accepted': 'no-start-device',
  'asks-key': 'does-not-finish',
  spoiled: 'does-not-finish',
  started: 'started',
});
