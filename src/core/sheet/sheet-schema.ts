import * as z from 'zod';
import { Margin } from '../margin';
import { Money } from '../units';
import { CopyProof } from '../copy';

/** The hand-over sheet as data: the same object prints, downloads as JSON, and becomes Markdown. */
export const Sheet = z.object({
  schema: z.literal('jicara.sheet/1'),
  job: z.string(),
  /** Under what number it was issued; null for a draft. */
  number: z.string().nullable().default(null),
  /** What the owner pays, as it was issued last; null where nothing was. */
  price: z
    .object({ number: z.string().nullable(), kind: z.enum(['quote', 'final']), total: Money })
    .nullable()
    .default(null),
  device: z.string(),
  serial: z.string(),
  owner: z.string(),
  place: z.string(),
  madeAt: z.iso.datetime(),
  /** Why the job turned back and the old drive is in it again; null where it did not. */
  wentBack: z.string().nullable().default(null),
  /** Null where nothing was in the place. */
  before: z.object({ drive: z.string(), bytes: z.int().nullable() }),
  after: z.object({ drive: z.string(), bytes: z.int(), benchLabel: z.string(), serial: z.string() }),
  partitions: z.array(
    z.object({
      name: z.string(),
      type: z.string(),
      /** Null where the system is fresh: the old drive had no part in it. */
      beforeBytes: z.int().nullable(),
      afterBytes: z.int(),
      change: z.string(),
    }),
  ),
  /** Drives and device were simulated: it is a sheet to practise with. */
  practice: z.boolean().default(true),
  copy: CopyProof.nullable(),
  margins: z.array(z.object({ station: z.string(), margin: Margin })),
  screws: z.object({ total: z.int(), inBowl: z.int() }),
  parts: z.array(z.object({ what: z.string(), price: Money })),
  totals: z.array(Money),
  work: z.array(z.object({ by: z.string(), acts: z.int(), minutes: z.number() })),
  notes: z.array(z.object({ at: z.iso.datetime(), by: z.string(), text: z.string() })),
  oldDrive: z.string(),
  /** How this device counts when it shows a size; the readings of Prove are in it, all else in thousands. */
  showsCapacity: z.enum(['decimal', 'binary', 'binary-called-decimal']),
  cautions: z.array(z.string()),
  /** What the owner does in the first days. */
  firstDays: z.array(z.string()).default([]),
  /** What does not come across, and what the owner said of it; null where nobody asked. */
  losses: z.array(z.object({ what: z.string(), fate: z.enum(['saved', 'may-go']).nullable() })).default([]),
  /** What was changed for good, and whether the owner had agreed before. */
  forGood: z.array(z.object({ what: z.string(), why: z.string(), agreed: z.boolean() })).default([]),
  /** Where the owner's things go, store by store; empty where nobody asked. */
  things: z
    .array(z.object({ store: z.string(), bytes: z.int(), count: z.int(), names: z.array(z.string()) }))
    .default([]),
  /** The store to set in the device for each kind of thing. */
  placeOfKinds: z.array(z.object({ kind: z.string(), store: z.string() })).default([]),
  /** What the device wants later, and by when. */
  care: z.array(z.object({ what: z.string(), how: z.string(), due: z.iso.date() })).default([]),
  /** What the maker of the new drive promises, in words; null where nobody stated it. */
  guarantee: z.string().nullable().default(null),
});

export type Sheet = z.infer<typeof Sheet>;
