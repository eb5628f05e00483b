import * as z from 'zod';
import { checkIds, deviceFaultIds } from '../simulator';

/** A check and what it showed, or a remedy after which the device still does not start. */
export const SeenAtPower = z.union([
  z.object({ check: z.enum(checkIds), outcome: z.string().max(40) }),
  z.object({ mended: z.enum(deviceFaultIds) }),
]);
export type SeenAtPower = z.infer<typeof SeenAtPower>;
