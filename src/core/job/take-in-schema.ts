import * as z from 'zod';
import { FormFactorText } from '../part';
import { Money } from '../units';

const yesNoUnknown = z.enum(['yes', 'no', 'unknown']);

export type YesNoUnknown = z.infer<typeof yesNoUnknown>;

export const jobReasons = ['full', 'failed', 'slow', 'revival', 'second-system'] as const;

/** What is noted while the device still starts and its papers are at hand; each may be left out. */
export const MoreOfTakeIn = z.object({
  /** Why it came. */
  reason: z.enum(jobReasons).nullable().default(null),
  /** The last day of a guarantee that still runs. */
  guaranteeUntil: z.iso.date('Pick a day.').nullable().default(null),
  /** The account it is signed in with, as its owner names it; never a password. */
  account: z.string().trim().max(120, 'Keep it under 120 characters.').default(''),
  /** What its maker asks for before it gives an image: model, region, code. */
  makerData: z.string().trim().max(200, 'Keep it under 200 characters.').default(''),
  oldKind: z.enum(['solid', 'rotating']).nullable().default(null),
});
export type MoreOfTakeIn = z.infer<typeof MoreOfTakeIn>;

/** What is asked when a device comes in; all of it can stop the job later. */
export const TakeIn = z.object({
  profileId: z.string().min(1, 'Choose the device.').max(60),
  owner: z.string().trim().min(1, 'Say whose device it is.').max(120, 'Keep the name under 120 characters.'),
  serial: z.string().trim().max(60, 'Keep the serial number under 60 characters.'),
  place: z.string().trim().max(120, 'Keep it under 120 characters.'),
  wish: z.enum(['bigger', 'replace']),
  wantedGB: z.int('Type whole gigabytes.').positive('A capacity of 0 GB is none.').max(100_000),
  dataToKeep: z.boolean(),
  /** What the parts may cost; null where nobody said. */
  budget: Money.nullable().default(null),
  /** What is in the place now; null where it is empty: then nothing is copied from it. */
  oldDrive: z
    .object({
      formFactor: FormFactorText,
      labelGB: z.int('Type whole gigabytes.').positive('A capacity of 0 GB is none.').max(100_000),
      usedBytes: z.int().nonnegative().nullable(),
    })
    .nullable(),
  encryption: yesNoUnknown,
  card: yesNoUnknown,
  swollen: yesNoUnknown,
  consent: z.boolean(),
  chargePercent: z.number().min(0).max(100, 'Charge goes to 100 %.').nullable(),
  /** As the device shows it, such as 4.2.1; null where nobody has looked. */
  systemVersion: z.string().trim().max(20, 'A version is short, such as 4.2.1.').nullable().default(null),
  /** The place in the device that this job is about, as its profile names it; null for the main one. */
  placeId: z.string().max(40).nullable().default(null),
  promisedAt: z.iso.datetime().nullable(),
  note: z.string().trim().max(2000, 'Keep the note under 2,000 characters.'),
  more: MoreOfTakeIn.optional(),
  /** To practise: simulated drives and a simulated device take part. Jobs from before it was asked had them. */
  practice: z.boolean().default(true),
});
export type TakeIn = z.infer<typeof TakeIn>;

/** A form is looser than its answer: used data cannot be more than the drive, and an empty place holds none. */
export const TakeInForm = TakeIn.superRefine((takeIn, context) => {
  if (!takeIn.oldDrive) {
    if (takeIn.dataToKeep)
      context.addIssue({
        code: 'custom',
        path: ['dataToKeep'],
        message: 'An empty place holds no data to keep.',
      });
    return;
  }
  const { usedBytes, labelGB } = takeIn.oldDrive;
  if (usedBytes !== null && labelGB > 0 && usedBytes > labelGB * 1e9) {
    context.addIssue({
      code: 'custom',
      path: ['oldDrive', 'usedBytes'],
      message: `More than the old drive’s ${labelGB} GB cannot be in use. Check the unit.`,
    });
  }
});
