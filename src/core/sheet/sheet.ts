import * as z from 'zod';
import { Margin } from '../margin';
import { Money, type ShowOptions } from '../units';
import { CopyProof } from '../copy';
/** The hand-over sheet as data: the same object prints, downloads as JSON, and becomes Markdown. */
export const Sheet = z.object({
  schema: z.literal('jicara.sheet/1'),
  job: z.string(),
  device: z.string(),
  serial: z.string(),
  owner: z.string(),
  place: z.string(),
  madeAt: z.iso.datetime(),
  before: z.object({ drive: z.string(), bytes: z.int() }),
  after: z.object({ drive: z.string(), bytes: z.int(), benchLabel: z.string(), serial: z.string() }),
  partitions: z.array(
    z.object({
      name: z.string(),
      type: z.string(),
      beforeBytes: z.int(),
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
});
export type Sheet = z.infer<typeof Sheet>;

/** Readings are told as the device tells them; everything else in decimal units. */
export const marginOptions = (sheet: Sheet, station: string, options: ShowOptions): ShowOptions => ({
  ...options,
  habit: station === 'prove' ? sheet.showsCapacity : 'decimal',
  ...(sheet.parts[0] ? { currency: sheet.parts[0].price.currency } : {}),
});

/** Said where a device counts otherwise than a label does; empty where they agree. */
export const habitNote = (sheet: Sheet): string =>
  ({
    decimal: '',
    binary: 'This device shows sizes in GiB and TiB (1024s); labels count in thousands.',
    'binary-called-decimal':
      'This device counts in 1024s and says GB or TB: it shows a smaller number than the label for the same size.',
  })[sheet.showsCapacity];

/** Said at the top of a sheet of practice, wherever it is read. */
export const practiceNote =
  'Practice: the drives and the device were simulated. Nothing on this sheet proves anything of real ones.';
