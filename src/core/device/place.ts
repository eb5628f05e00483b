import * as z from 'zod';
import { Estimate, Origin } from '../margin';
import {
  AdapterShape,
  AddressBits,
  CardStandard,
  Connector,
  Duty,
  MountHoles,
  Protocol,
  SpeedClass,
  shortText,
} from '../part';

/** The sink over a module: part of the device, demanded of the drive, allowed, or without room. */
export const SinkRule = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('fixed'),
    name: shortText,
    undersideMm: Estimate,
    thicknessMm: Estimate,
    massG: Estimate,
    finnedAreaMm2: Estimate,
    material: z.enum(['aluminium', 'copper']),
    /** Heat that the rest of the device puts into the same sink at work. */
    deviceHeatW: Estimate,
  }),
  z.object({ kind: z.literal('required') }),
  z.object({ kind: z.literal('optional') }),
  z.object({ kind: z.literal('impossible'), why: shortText }),
  /** Nobody has looked. */
  z.object({ kind: z.literal('unknown') }),
]);
export type SinkRule = z.infer<typeof SinkRule>;

/** A socket for modules. Heights count in mm above the main board's upper face. */
export const ModuleForm = z.object({
  kind: z.literal('module'),
  /** Null where nobody has looked. */
  key: z.enum(['B', 'M']).nullable(),
  standOffsMm: z.array(z.number().positive()).min(1),
  widthMm: z.number().positive(),
  /** Sides of the module that may carry chips, by the socket's height; empty where nobody knows. */
  sides: z.array(z.enum(['single', 'double'])).max(2),
  /** Underside of the module's board. */
  moduleUndersideMm: Estimate,
  /** Free height under the module, to the tallest part on the main board. */
  roomBelowMm: Estimate,
  sink: SinkRule,
  /** Inner face of the cover. */
  coverMm: Estimate,
  /** Further limits that some devices state: above the module's board, below it, and in all. */
  aboveBoardAtMostMm: Estimate.optional(),
  belowBoardAtMostMm: Estimate.optional(),
  totalAtMostMm: Estimate.optional(),
  /** Where the spacer of an empty socket stands as delivered. */
  spacerAtMm: z.number().positive().optional(),
  /** From the socket to whatever stands in the way behind the farthest stand-off. */
  reachAtMostMm: Estimate.optional(),
  /** Free beside the module’s edge on the narrower side, and behind its end, at the height of a sink; left out where nothing stands near. */
  roomBesideMm: Estimate.optional(),
  roomBehindMm: Estimate.optional(),
  /** A flat face under the module that a pad may touch, above the main board; left out where there is none. */
  faceBelowMm: Estimate.optional(),
  /** What a sink must leave free at the contacts and at the screw notch. */
  contactsFreeMm: Estimate,
  screwFreeMm: Estimate,
  /** Force through the pad that the board may take. */
  boardForceAtMostN: Estimate,
});
export type ModuleForm = z.infer<typeof ModuleForm>;

/** A bay for a disk in its case. */
export const BayForm = z.object({
  kind: z.enum(['2.5-inch', '3.5-inch', '1.8-inch']),
  heightAtMostMm: Estimate,
  /** Both null where nobody has looked. */
  mounting: z.enum(['upright', 'upside-down', 'on-edge']).nullable(),
  connectors: z.enum(['left', 'right', 'front', 'rear']).nullable(),
  /** The plug that its disk needs, where the form factor leaves a choice. */
  connector: Connector.optional(),
  /** Thicknesses that the mount is made for, where it is made for some and not for all below its height. */
  thicknessesMm: z.array(z.number().positive().max(60)).min(1).max(6).optional(),
  /** Threads that the mount uses, any one of them. */
  mountHoles: z.array(MountHoles).min(1).max(4).optional(),
});
export type BayForm = z.infer<typeof BayForm>;

/** A slot for a card, or a store that is soldered in. */
export const OtherForm = z.object({
  kind: z.enum(['card', 'eMMC', 'soldered']),
  /** Of a card slot: the kinds of card that it reads, and the mark that it wants. */
  cards: z
    .object({ standards: z.array(CardStandard).min(1), classAtLeast: SpeedClass.nullable().default(null) })
    .optional(),
});

/** The air and the board around a drive, for the thermal network. */
export const PlaceHeat = z.object({
  /** Air around the drive over the room while the device works, K. */
  enclosureRiseK: Estimate,
  /** The same with the cover off, or the bay open. */
  enclosureRiseOpenK: Estimate,
  /** Heat transfer into that air, W/m²K: 5 to 10 still, 25 to 50 with a fan near by. */
  airWPerM2K: Estimate,
  airOpenWPerM2K: Estimate,
  /** The same at the drive's own faces, where a fan that drives air through the sink does not reach; else as the air. */
  faceWPerM2K: Estimate.optional(),
  /** From the drive through contacts, screw and board, K/W. */
  boardKPerW: Estimate,
  /** Where the technician wants it to settle below, °C. */
  aimC: Estimate,
  /** What such a drive usually does, by which its heat is judged. */
  workload: z.enum(['loading', 'installing', 'copying', 'recording', 'idle']).default('loading'),
});
export type PlaceHeat = z.infer<typeof PlaceHeat>;

/** Drives that the device accepts whatever their data sheet says. */
export const Accepted = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('any') }),
  z.object({
    kind: z.literal('listed'),
    /** Maker, model and size as on the list, such as "Ostrel Marl 1000". */
    names: z.array(shortText).max(500),
    donorOfSameModel: z.boolean(),
    origin: Origin,
  }),
  /** Nobody knows whether it refuses drives that its data sheet would allow. */
  z.object({ kind: z.literal('unknown') }),
]);
export type Accepted = z.infer<typeof Accepted>;

export const PlaceLimits = z.object({
  readAtLeastBytesPerS: Estimate,
  writeAtLeastBytesPerS: Estimate.optional(),
  generationAtLeast: Estimate,
  lanesAtLeast: Estimate.optional(),
  capacityFromGB: Estimate,
  capacityToGB: Estimate,
});
export type PlaceLimits = z.infer<typeof PlaceLimits>;

/** A place for storage in a device, with every limit it sets. */
export const Place = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/u),
  name: shortText,
  /** What it is for: the system's own drive, room beside it, or a card that comes and goes. */
  role: z.enum(['system', 'expansion', 'card']),
  replaceable: z.boolean(),
  /** What may lie in it, and what starts from it; null where nobody wrote it down. */
  keeps: z
    .object({ holds: z.string().max(160), runs: z.string().max(160) })
    .nullable()
    .default(null),
  form: z.discriminatedUnion('kind', [ModuleForm, BayForm, OtherForm]),
  /** Empty where nobody knows what it speaks. */
  protocols: z.array(Protocol).max(5),
  /** As for drives: PCIe generation; SATA 1 to 3; PATA 1 to 4. Null where nobody has stated it, lanes likewise. */
  linkGeneration: z.int().min(1).max(6).nullable(),
  lanes: z.int().min(1).max(4).nullable(),
  /** SATA 1 to 3 of a place that speaks NVMe as well; null where it does not, or nobody stated it. */
  sataGeneration: z.int().min(1).max(3).nullable().default(null),
  limits: PlaceLimits,
  accepted: Accepted.default({ kind: 'any' }),
  duty: Duty.nullable().default(null),
  /** Bits of its sector numbers, and the table that its system reads; null where nobody stated it. */
  addressBits: AddressBits.nullable().default(null),
  table: z.enum(['gpt', 'record']).nullable().default(null),
  powerAtMostW: Estimate,
  minimumSystemVersion: z
    .object({ version: z.string().max(20), origin: Origin })
    .nullable()
    .default(null),
  adapters: z
    .array(z.object({ adapter: AdapterShape, caseChangeId: z.string().max(40).nullable() }))
    .default([]),
  heat: PlaceHeat.nullable().default(null),
});
export type Place = z.infer<typeof Place>;
