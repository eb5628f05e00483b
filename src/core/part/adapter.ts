import { z } from 'zod';
import { Estimate } from '../margin';
import { partBase } from './common';
import { FormFactorText } from './form-factor';
import { Protocol } from './drive';

const formFactorKinds = z.enum(['module', '2.5-inch', '3.5-inch', '1.8-inch', 'eMMC', 'card']);

/** A board between a place and a drive of another form factor or length. */
export const Adapter = z.object({
  schema: z.literal('jicara.adapter/1'),
  ...partBase,
  /** What it looks like to the device: its own form factor, such as 2242-S1-M or 1.8-inch, and its protocol there. */
  enters: z.object({ formFactor: FormFactorText, protocol: Protocol }),
  /** What it takes: for modules the lengths it has stand-offs for. */
  takes: z.object({
    kind: formFactorKinds,
    protocols: z.array(Protocol).min(1),
    lengthsMm: z.array(z.number().positive().max(200)).max(8).default([]),
  }),
  /** How much higher the drive lies above the main board, mm. */
  addsHeightMm: Estimate,
  /** How far the drive reaches beyond the adapter's own end, mm. */
  addsLengthMm: Estimate,
  /** What gets through, bytes/s. */
  carriesBytesPerS: Estimate,
  /** Share of the rate that the conversion costs, 0 to 1. */
  lossShare: z.number().min(0).max(0.9).default(0),
});
export type Adapter = z.infer<typeof Adapter>;
