import * as z from 'zod';
import { rehearsalVerdicts } from './rehearsal-verdicts';

export const Rehearsal = z.object({
  at: z.iso.datetime(),
  /** Its own number, which the drive of the emulated machine bears as its serial number. */
  run: z.string().regex(/^\d{4,12}$/u),
  verdict: z.enum(rehearsalVerdicts),
  /** The firmware's or the program's own line that it comes from; '' where there was none. */
  said: z.string().max(400),
  seconds: z.number().nonnegative(),
  /** A drive that was simulated was started, with the demo's own program on it. */
  simulated: z.boolean(),
});
export type Rehearsal = z.infer<typeof Rehearsal>;
