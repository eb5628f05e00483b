import * as z from 'zod';
import { LatchKind } from '../work';

/** What the hands can do while a device is opened for the first time; each is one tap. */
export const recordedKinds = [
  'switch-off',
  'mains-out',
  'wait',
  'ground',
  'unscrew',
  'loosen',
  'twist',
  'unplug',
  'pry',
  'lift',
  'slide',
  'peel',
  'no-battery',
  'no-mains',
  'draw',
] as const;
export type RecordedKind = (typeof recordedKinds)[number];

/** What a thing is to the device, so that what depends on it is known. */
export const recordedParts = ['cover', 'shield', 'battery', 'drive', 'fan', 'board', 'other'] as const;
export type RecordedPart = (typeof recordedParts)[number];

const words = (most: number) => z.string().trim().max(most);

/** One act of the hands as it was recorded. */
export const RecordedAct = z
  .object({
    what: z.enum(recordedKinds),
    /** What it is done to, as people say it: back cover, battery, ribbon of the stick. */
    of: words(50),
    part: z.enum(recordedParts).default('other'),
    /** Of fasteners: how many, how long, which bit. */
    count: z.int().min(1).max(40).default(1),
    lengthMm: z.number().positive().max(400).nullable().default(null),
    bit: words(20).min(1).nullable().default(null),
    latch: LatchKind.nullable().default(null),
    /** Of a wait: how long. */
    waitMinutes: z.number().positive().max(240).nullable().default(null),
    note: words(250).default(''),
    /** It is not put back: film that was peeled, an old seal. */
    staysOut: z.boolean().default(false),
  })
  .superRefine(({ what, of, bit, lengthMm, latch, waitMinutes }, context) => {
    const wrong = (path: string, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    const needsName = ![
      'switch-off',
      'mains-out',
      'wait',
      'ground',
      'no-battery',
      'no-mains',
      'draw',
    ].includes(what);
    if (needsName && of === '') wrong('of', 'Say what it is done to, such as back cover.');
    if ((what === 'unscrew' || what === 'loosen') && bit === null) wrong('bit', 'Name the bit, such as PH0.');
    if ((what === 'unscrew' || what === 'loosen') && lengthMm === null)
      wrong('lengthMm', 'Measure one of the screws, in millimetres.');
    if (what === 'unplug' && latch === null) wrong('latch', 'Say how it is held.');
    if (what === 'wait' && waitMinutes === null) wrong('waitMinutes', 'Say for how many minutes.');
  });
export type RecordedAct = z.infer<typeof RecordedAct>;

/** A recorded act with the id that its step has, and the minutes that it took where they are known. */
export const Recorded = z.object({
  id: z.string().regex(/^r[1-9]\d{0,3}$/u),
  act: RecordedAct,
});
export type Recorded = z.infer<typeof Recorded>;

/** On the way back this one is undone right before that one, where plain reversal would do it at another time. */
export const GoesFirst = z.object({ id: Recorded.shape.id, before: Recorded.shape.id });
export type GoesFirst = z.infer<typeof GoesFirst>;

/** What a job recorded while its device was opened, whether it is through, and what goes back in another order. */
export const Recording = z.object({
  acts: z.array(Recorded).max(40),
  ended: z.boolean(),
  order: z.array(GoesFirst).max(40).optional(),
});
export type Recording = z.infer<typeof Recording>;

export const nothingRecorded: Recording = Object.freeze({ acts: [], ended: false });

/** The id of the next act: numbers are never given twice in a recording that goes on. */
export const nextRecordedId = ({ acts }: Recording): string =>
  `r${acts.reduce((most, { id }) => Math.max(most, Number(id.slice(1))), 0) + 1}`;
