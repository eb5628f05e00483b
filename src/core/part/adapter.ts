import * as z from 'zod';
import { Estimate, type Missing, missing } from '../margin';
import { AddressBits } from './address-bits';
import { checked } from './checked';
import { partBase } from './common';
import { Connector } from './connector';
import { Protocol } from './drive';
import { formFactorOf } from './form-factor';
import { FormFactorText } from './form-factor-text';
import { moduleKeys } from './size-code';

const formFactorKinds = z.enum(['module', '2.5-inch', '3.5-inch', '1.8-inch', 'eMMC', 'card']);

/** A figure that a paper may leave out: it is missing then, and whatever hangs on it is not known. */
const perhaps = (what: string) =>
  Estimate.default((): Missing => missing(what, 'Measure it on the adapter, or read its data sheet.'));

export const AdapterShape = z.object({
  schema: z.literal('jicara.adapter/1'),
  ...partBase,
  /** What it looks like to the device: its own form factor, such as 2242-S1-M or 1.8-inch, its protocol there, and for a bay its plug. */
  enters: z.object({ formFactor: FormFactorText, protocol: Protocol, connector: Connector.optional() }),
  /** What it takes: for modules the keys, widths and lengths that its own socket has room for; null where nobody stated it. */
  takes: z.object({
    kind: formFactorKinds,
    protocols: z.array(Protocol).min(1),
    keys: z.array(z.enum(moduleKeys)).min(1).nullable().default(null),
    widthsMm: z.array(z.number().positive().max(60)).min(1).max(8).nullable().default(null),
    lengthsMm: z.array(z.number().positive().max(200)).max(8).default([]),
    connector: Connector.optional(),
    /** How many it holds at once: cards may come in pairs. */
    slots: z.int().min(1).max(2).default(1),
    /** Two cards are one drive of both sizes to the device; false: it sees the first alone. */
    joins: z.boolean().default(false),
  }),
  /** Its own board, and the tallest of its own parts above and below it, without a drive, mm. */
  boardMm: perhaps('the thickness of the adapter’s board'),
  aboveMm: perhaps('the height above the adapter’s board'),
  belowMm: perhaps('the height below the adapter’s board'),
  /** How much higher the drive’s underside lies than the adapter’s, mm. */
  addsHeightMm: Estimate,
  /** How far the drive reaches beyond the adapter's own end, mm. */
  addsLengthMm: Estimate,
  /** What gets through, bytes/s. */
  carriesBytesPerS: Estimate,
  /** Share of the rate that the conversion costs, 0 to 1. */
  lossShare: z.number().min(0).max(0.9).default(0),
  /** Of a bridge; left out where it passes the device’s own through, or nobody stated it. */
  addressBits: AddressBits.optional(),
});
export type Adapter = z.infer<typeof AdapterShape>;

/** An adapter as it may come in: a board between a place and a drive of another form factor or length. */
export const Adapter = checked(AdapterShape, ({ enters, takes }) => {
  const form = formFactorOf(enters.formFactor);
  const isModule = form.ok && form.value.kind === 'module';
  return [
    ...(takes.kind === 'module' && takes.lengthsMm.length === 0
      ? [{ path: ['takes', 'lengthsMm'], message: 'Say which lengths of module it has a hole for.' }]
      : []),
    ...(takes.slots > 1 && takes.kind !== 'card'
      ? [{ path: ['takes', 'slots'], message: 'Only cards come in pairs.' }]
      : []),
    ...(isModule && enters.protocol !== 'NVMe' && enters.protocol !== 'SATA'
      ? [{ path: ['enters', 'protocol'], message: 'A module’s socket carries NVMe or SATA.' }]
      : []),
  ];
});
