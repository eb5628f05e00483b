import * as z from 'zod';
import { wayIds } from './way-ids';

/** Minutes as a range: the middle, and what nine of ten jobs stay within. */
const Minutes = z
  .object({
    least: z.number().nonnegative(),
    middle: z.number().nonnegative(),
    most: z.number().nonnegative(),
  })
  .refine(
    ({ least, middle, most }) => least <= middle && middle <= most,
    'Least, middle and most must rise.',
  );

const sentence = z.string().min(1).max(200);

/** One way in which the system can come onto the new drive, as far as this device goes. */
export const CarryWay = z.discriminatedUnion('possible', [
  z.object({ possible: z.literal(false), why: sentence }),
  z.object({
    possible: z.literal(true),
    /** What speaks for it or must be known of it, in a few words. */
    why: sentence,
    /** Minutes of handwork on top of opening and closing. */
    hands: Minutes,
    /** Minutes that the device works alone, beside what bytes take. */
    alone: Minutes,
    /** Bytes to write or fetch; null where it is what the old drive holds. */
    bytes: z.int().positive().nullable(),
    /** What the owner no longer has afterwards. */
    loses: z.array(sentence).max(8),
    /** What the hands do to begin it, such as the keys that open the boot menu. */
    start: sentence.nullable().default(null),
    /** Whether the device itself can copy onto the new drive in a case, with tools of its own. */
    inDevice: z.boolean().default(false),
    /** What must be at hand. */
    needs: z.array(sentence).max(8),
  }),
]);
export type CarryWay = z.infer<typeof CarryWay>;

export const WayId = z.enum(wayIds);
export type WayId = z.infer<typeof WayId>;

export const CarryWays = z.record(WayId, CarryWay);
export type CarryWays = z.infer<typeof CarryWays>;
