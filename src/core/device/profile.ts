import { z } from 'zod';
import { DeliveredPart } from '../disk';
import { Estimate } from '../margin';
import { shortText } from '../part';
import { Procedure } from '../work';

/** Heights count in mm above the main board's upper face. */
export const Slot = z.object({
  protocols: z.array(z.enum(['NVMe', 'SATA'])).min(1),
  key: z.enum(['B', 'M']),
  standOffsMm: z.array(z.number().positive()).min(1),
  widthMm: z.number().positive(),
  /** Sides of the module that may carry chips, by the socket's height. */
  sides: z.array(z.enum(['single', 'double'])).min(1),
  linkGeneration: z.int().min(1).max(6),
  lanes: z.int().min(1).max(4),
  /** Underside of the module's board. */
  moduleUndersideMm: Estimate,
  /** Free height under the module, to the tallest part on the main board. */
  roomBelowMm: Estimate,
  sink: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('fixed'), name: shortText, undersideMm: Estimate, thicknessMm: Estimate }),
    z.object({ kind: z.literal('none') }),
  ]),
  /** Inner face of the cover. */
  coverMm: Estimate,
});
export type Slot = z.infer<typeof Slot>;

/** A silent phase at switching on: how long it usually lasts, and from when on one should worry. Seconds. */
export const PowerPhase = z.object({
  shows: shortText,
  usualS: z.number().nonnegative(),
  worryS: z.number().positive(),
});
export type PowerPhase = z.infer<typeof PowerPhase>;

/** All that Jicara knows about a kind of device. Every figure is an estimate with its origin. */
export const DeviceProfile = z.object({
  schema: z.literal('jicara.device/1'),
  id: z.string().regex(/^[a-z0-9-]{1,60}$/u),
  maker: shortText,
  name: shortText,
  family: shortText,
  cautions: z.array(z.string().max(300)),
  slot: Slot,
  limits: z.object({
    readAtLeastBytesPerS: Estimate,
    generationAtLeast: Estimate,
    capacityFromGB: Estimate,
    capacityToGB: Estimate,
  }),
  deliveredDrives: z.array(z.object({ sizeCode: z.string(), labelGB: z.int().positive() })).min(1),
  deliveredParts: z.array(DeliveredPart).min(1),
  /** Where the firmware looks for its start file (UEFI specification 3.5.1.1 names the default). */
  startFile: z.string().max(200),
  showsCapacity: z.enum(['decimal', 'binary', 'binary-called-decimal']),
  opening: z.object({ chargeBelowPercent: z.number().min(1).max(100), school: z.string().max(300) }),
  firstPower: z.object({
    startsOnlyOnCharger: z.boolean(),
    phases: z.array(PowerPhase).min(1),
  }),
  procedure: Procedure,
});
export type DeviceProfile = z.infer<typeof DeviceProfile>;

/** The heights a technician can measure on the device in hand; they take the place of the profile's. */
export const Measures = z.object({
  sinkUndersideMm: Estimate.optional(),
  coverMm: Estimate.optional(),
  moduleUndersideMm: Estimate.optional(),
});
export type Measures = z.infer<typeof Measures>;

export const measureNames: Readonly<Record<keyof Measures, string>> = Object.freeze({
  sinkUndersideMm: 'underside of the sink',
  coverMm: 'inside of the cover',
  moduleUndersideMm: 'underside of the module',
});

/** The profile's slot with what was measured on this device put in. */
export function measuredSlot(slot: Slot, measures: Measures): Slot {
  return {
    ...slot,
    coverMm: measures.coverMm ?? slot.coverMm,
    moduleUndersideMm: measures.moduleUndersideMm ?? slot.moduleUndersideMm,
    sink:
      slot.sink.kind === 'fixed' && measures.sinkUndersideMm
        ? { ...slot.sink, undersideMm: measures.sinkUndersideMm }
        : slot.sink,
  };
}
