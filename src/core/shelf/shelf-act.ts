import * as z from 'zod';
import { Day, PartId, shortText } from '../part';
import { Money } from '../units';

const count = z.int('Type a whole number.').min(1, 'At least one.').max(100_000, 'At most 100,000.');
const counted = z.int('Type a whole number.').min(0, 'None is 0.').max(100_000, 'At most 100,000.');
const jobId = z.string().max(20).nullable().default(null);

/** What is done with the shelf. */
export const ShelfAct = z.discriminatedUnion('kind', [
  /** So many should always be there. */
  z.object({ kind: z.literal('minimum'), partId: PartId, minimum: counted }),
  /** Ordered, for the shelf or for one job. */
  z.object({
    kind: z.literal('order'),
    partId: PartId,
    count,
    expected: Day.nullable().default(null),
    seller: shortText.nullable().default(null),
    price: Money.nullable().default(null),
    jobId,
  }),
  /** Came, and was looked at: so many accepted, so many sent back and why. */
  z.object({
    kind: z.literal('came'),
    incomingId: z.int(),
    accepted: counted,
    returned: counted.default(0),
    why: shortText.nullable().default(null),
    lot: shortText.nullable().default(null),
    place: shortText.nullable().default(null),
  }),
  /** The order comes to nothing. */
  z.object({ kind: z.literal('cancel'), incomingId: z.int() }),
  /** Counted in the drawer. `book` is what the window showed for it. */
  z.object({
    kind: z.literal('count'),
    partId: PartId,
    inDrawer: counted,
    book: z.int(),
    note: shortText.nullable().default(null),
  }),
]);
export type ShelfAct = z.infer<typeof ShelfAct>;
