import * as z from 'zod';

const id = z.string().regex(/^[a-z0-9-]{1,40}$/u);

/**
 * A check and what it showed, or a remedy after which the device still does not start; with what it shows now where somebody looked, and
 * something was mended, be it by the way.
 * Which checks and faults there are is the profile’s.
 */
export const SeenAtPower = z.union([
  z.object({ check: id, outcome: id, shows: id.optional() }),
  z.object({ mended: id, shows: id.optional() }),
]);
export type SeenAtPower = z.infer<typeof SeenAtPower>;
