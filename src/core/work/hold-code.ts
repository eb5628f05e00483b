import * as z from 'zod';

/** Everything that can hold a job, by its code. */
export const holdCodes = [
  'swollen',
  'consent',
  'final',
  'card',
  'charge',
  'battery',
  'encryption',
  'label',
  'copy-unverified',
  'stick',
  'asleep',
  'charger',
  'mains',
  'supply',
  'system-version',
  'fit-unmeasured',
  'training',
  'screws-left',
  'screw-lost',
  'second-copy',
  'storage-mode',
  'unattended',
  'guarantee',
  'false-size',
] as const;
export const HoldCode = z.enum(holdCodes);
export type HoldCode = z.infer<typeof HoldCode>;
