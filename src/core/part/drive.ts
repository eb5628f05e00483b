import * as z from 'zod';
import { Known } from '../margin';
import { partBase } from './common';
import { Connector } from './connector';
import { checked, wrong } from './checked';
import { formFactorOf } from './form-factor';
import { FormFactorText } from './form-factor-text';
import { SinkOutline } from './heatsink';
import { MountHoles } from './mount-holes';
import { SpeedClass } from './card-class-schema';
import type { FigureFault } from './ranges';
import { protocols, mostLanes, mostGeneration } from './protocols';

export const Protocol = z.enum(protocols);
export type Protocol = z.infer<typeof Protocol>;

/** What a drive may be rated for. Continuous video: written without a pause, day and night. */
export const Duty = z.enum(['general', 'continuous-video']);
export type Duty = z.infer<typeof Duty>;

/** A sink that comes on the drive. Heights count from the faces of the module's board. */
export const OwnSink = z.object({
  aboveBoardMm: Known,
  belowBoardMm: Known,
  massG: Known,
  finnedAreaMm2: Known,
  material: z.enum(['aluminium', 'copper']),
  /** Resistance from the chips into the sink through the pad that the maker laid, K/W. */
  innerKPerW: Known,
  outline: SinkOutline.optional(),
});
export type OwnSink = z.infer<typeof OwnSink>;

/** What a technician can measure on a drive in hand; it takes the place of the data sheet's figure, and both are kept. */
export const DriveMeasures = z
  .object({ chipTopMm: Known, heightMm: Known, readBytesPerS: Known, sustainedWriteBytesPerS: Known })
  .partial();
export type DriveMeasures = z.infer<typeof DriveMeasures>;

/** A drive of the catalogue. Sizes in bytes, rates in bytes per second, all whole numbers. */
export const DriveShape = z.object({
  schema: z.literal('jicara.drive/2'),
  ...partBase,
  protocol: Protocol,
  formFactor: FormFactorText,
  labelGB: z.int().positive().max(100_000),
  sectorBytes: z.union([z.literal(512), z.literal(4096)]),
  /** PCIe generation; SATA 1 to 3 for 1.5, 3, 6 Gb/s; PATA 1 to 4 for 33, 66, 100, 133 MB/s; else 1. */
  linkGeneration: z.int().min(1).max(6),
  lanes: z.int().min(1).max(4),
  /** A disk that turns; its rates are those of the outer tracks. */
  rotating: z.boolean().default(false),
  readBytesPerS: z.int().positive(),
  writeBytesPerS: z.int().positive(),
  /** Rate once the fast cache is full. */
  sustainedWriteBytesPerS: z.int().positive(),
  /** Fast cache while the drive is empty, GB; it shrinks as the drive fills. */
  cacheGB: z.number().nonnegative().max(10_000).optional(),
  /** Chip height above the board where someone stated it; without it only the class maximum is known. */
  chipTopMm: Known.optional(),
  /** Height of a disk in its case. */
  heightMm: Known.optional(),
  /** The plug of a disk in its case, where its form factor leaves a choice. */
  connector: Connector.optional(),
  /** Where a disk in its case has its threads; left out where nobody looked. */
  mountHoles: z.array(MountHoles).max(4).optional(),
  /** The marks on a card. */
  speedClasses: z.array(SpeedClass).max(8).optional(),
  massG: Known.optional(),
  powerW: z.object({ idle: Known, lightRead: Known.optional(), read: Known, write: Known }).optional(),
  peakPowerW: Known.optional(),
  /** What the drive itself reports as warning and critical temperature (NVM Express, identify controller, bytes 266–269). */
  warningC: Known.optional(),
  criticalC: Known.optional(),
  /** Terabytes that may be written over the drive's life. */
  enduranceTB: Known.optional(),
  duty: z.array(Duty).optional(),
  ownSink: OwnSink.optional(),
  measured: DriveMeasures.default({}),
  /** By the owner, for one job: it costs nothing there. Never so in the catalogue. */
  brought: z.literal(true).optional(),
  /** Years of the maker’s guarantee, from the day of purchase. */
  guaranteeYears: z.number().min(0).max(30).optional(),
  /** Figures that nobody stated: what stands in their place means nothing. For drives that are asked about by what is known of them. */
  unstated: z.array(z.enum(['readBytesPerS', 'writeBytesPerS', 'linkGeneration', 'labelGB'])).optional(),
});

/** What of a drive contradicts itself, each with its field. */
function driveFaults(drive: z.infer<typeof DriveShape>): FigureFault[] {
  const { protocol, lanes, linkGeneration, warningC, criticalC, powerW, peakPowerW } = drive;
  const faults: FigureFault[] = [];
  const when = (is: boolean, path: string, message: string) => is && faults.push(wrong(path, message));
  const form = formFactorOf(drive.formFactor);
  const keys = form.ok && form.value.kind === 'module' ? form.value.keys : null;
  when(
    form.ok && protocol === 'NVMe' && !keys,
    'protocol',
    'NVMe drives of this catalogue are modules with a size code.',
  );
  when(
    keys !== null && protocol !== 'NVMe' && protocol !== 'SATA' && protocol !== 'eMMC',
    'protocol',
    'A module speaks NVMe or SATA, or carries an eMMC.',
  );
  if (protocol === 'NVMe' && keys)
    when(
      lanes > mostLanes(keys),
      'lanes',
      `A module with key ${keys.join(' and ')} has ${mostLanes(keys)} lanes at most.`,
    );
  else when(lanes !== 1 && protocol !== 'NVMe', 'lanes', `${protocol} has one lane.`);
  when(
    linkGeneration > mostGeneration[protocol],
    'linkGeneration',
    `${protocol} knows generations 1 to ${mostGeneration[protocol]}.`,
  );
  when(
    drive.sustainedWriteBytesPerS > drive.writeBytesPerS,
    'sustainedWriteBytesPerS',
    'The kept-up rate cannot be above the burst rate.',
  );
  when(
    drive.readBytesPerS > 40e9,
    'readBytesPerS',
    'No drive reads faster than 40,000 MB/s: check the unit.',
  );
  when((drive.heightMm?.value ?? 0) > 60, 'heightMm', 'A disk is not higher than 60 mm.');
  when(
    warningC !== undefined && criticalC !== undefined && warningC.value > criticalC.value,
    'warningC',
    'The warning temperature lies above the critical one.',
  );
  when(
    drive.brought !== undefined,
    'brought',
    'Say in the job that the owner brings it, not in the catalogue.',
  );
  if (powerW) {
    when(powerW.idle.value > powerW.read.value, 'powerW', 'Idle draws no more than reading.');
    when(
      peakPowerW !== undefined && peakPowerW.value + (peakPowerW.plus ?? Infinity) < powerW.read.value,
      'peakPowerW',
      'The peak draw lies below what it draws while reading.',
    );
  }
  return faults;
}

/** A drive as it may come in; see `DriveShape` for what is kept. */
export const Drive = checked(DriveShape, driveFaults);
export type Drive = z.infer<typeof DriveShape>;
