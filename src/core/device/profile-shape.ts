import * as z from 'zod';
import { DeliveredPartition } from '../disk';
import { Estimate } from '../margin';
import { FormFactorText, Protocol, shortText } from '../part';
import { ProcedureShape } from '../work';
import { AfterStart, Care } from './after-start';
import { CarryWays } from './carry-ways';
import { FirstPower } from './first-power';
import { OwnDiagnosis } from './own-diagnosis';
import { Place } from './place';
import { Proofs } from './proofs';
import { ScrewMap } from './screw-map';
import { CaseChange, Revision } from './variation';

/** All that Jicara knows about a kind of device. Every figure is an estimate with its origin. */
export const ProfileShape = z.object({
  schema: z.literal('jicara.device/2'),
  id: z.string().regex(/^[a-z0-9-]{1,60}$/u),
  maker: shortText,
  name: shortText,
  family: shortText,
  cautions: z.array(z.string().max(300)),
  places: z.array(Place).min(1).max(6),
  revisions: z.array(Revision).max(8).default([]),
  caseChanges: z.array(CaseChange).max(8).default([]),
  /** How the owner of such a device usually uses it: what is written in a day, and for how long it should last. */
  use: z.object({ writesGBPerDay: Estimate, keepYears: Estimate }),
  /** What it comes with; what the drive speaks and how fast it is read where somebody has stated it, a disk's by its outer tracks. */
  /** Empty where nobody has written it down; the partitions likewise. */
  deliveredDrives: z
    .array(
      z.object({
        formFactor: FormFactorText,
        labelGB: z.int().positive(),
        protocol: Protocol.optional(),
        rotating: z.boolean().optional(),
        readBytesPerS: z.int().positive().max(40e9).optional(),
      }),
    )
    .max(20),
  deliveredParts: z.array(DeliveredPartition).max(40),
  /** Ways in which the system comes onto a new drive; null where nobody has written them down. */
  ways: CarryWays.nullable().default(null),
  /** What it draws while it works alone, from its own battery; null for a device on the mains, or where nobody has measured it. */
  unattended: z.object({ batteryWh: Estimate, watts: Estimate }).nullable().default(null),
  /** What it draws from its own cell while somebody uses it, the drive with it; null for a device on the mains, or where nobody measured it. */
  inUse: z.object({ batteryWh: Estimate, watts: Estimate }).nullable().default(null),
  /** Where the firmware looks for its start file (UEFI specification 3.5.1.1 names the default). */
  startFile: z.string().max(200),
  showsCapacity: z.enum(['decimal', 'binary', 'binary-called-decimal']),
  /** Charge before opening, by one of two policies: below the first figure, or the maker’s storage mode with its own, higher one. */
  opening: z.object({
    chargeBelowPercent: z.number().min(1).max(100),
    storageModeBelowPercent: z.number().min(1).max(100).nullable().default(null),
    school: z.string().max(300),
  }),
  /** Tools that a bench may not have, and why an ordinary one will not do. */
  specialTools: z
    .array(z.object({ tool: shortText, why: z.string().max(200) }))
    .max(12)
    .default([]),
  firstPower: FirstPower,
  /** What it can show of itself at Prove; null where nobody has written it down. */
  proofs: Proofs.nullable().default(null),
  /** Updates and drivers after it starts; empty where nobody has written them down. */
  afterStart: z.array(AfterStart).max(20).default([]),
  /** What it wants later. */
  care: z.array(Care).max(12).default([]),
  /** Faults and checks of its own, and which of the common ones it cannot have. */
  diagnosis: OwnDiagnosis.default({ faults: [], checks: [], never: [] }),
  /** Where its fasteners and plugs are, face by face. */
  map: ScrewMap,
  procedure: ProcedureShape,
});
export type ProfileShape = z.infer<typeof ProfileShape>;
