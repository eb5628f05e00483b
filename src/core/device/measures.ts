import * as z from 'zod';
import { Estimate, Known } from '../margin';

/** The heights a technician can measure on the device in hand; they take the place of the profile's. */
export const Measures = z.object({
  sinkUndersideMm: Estimate.optional(),
  coverMm: Estimate.optional(),
  moduleUndersideMm: Estimate.optional(),
  roomBelowMm: Estimate.optional(),
  /** Gap between chips and sink by an impression, with a drive of that id in. */
  gap: z
    .object({ driveId: z.string().max(60), mm: Known, pointsMm: z.array(z.number().min(0).max(60)).max(40) })
    .optional(),
});
export type Measures = z.infer<typeof Measures>;
