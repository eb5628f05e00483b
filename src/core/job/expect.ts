import type { DeviceProfile } from '../device';
import {
  type Layout,
  type LayoutWish,
  type PartitionRules,
  type PartitionTable,
  type Target,
  deliveredRules,
  deliveredTable,
  placedBytes,
  planLayout,
} from '../disk';
import { type Drive, forecastSectors } from '../part';
import { type Result, ok, refuse } from '../result';
import type { Job } from './job';

const expectedGuid = (n: number) => `${String(n).padStart(8, '0')}-0000-4000-8000-000000000000`;

/** What a layout starts from: the old drive's table and what may be done with its parts. */
export type LayoutSource = { table: PartitionTable; rules: PartitionRules };

/**
 * The old drive before it is out: parts as the maker delivers them, its size by its label; of an empty place the drive that the
 * maker delivers.
 * Faults: `parts-unknown`, those of `deliveredTable`.
 */
export function expectedSource(profile: DeviceProfile, job: Job): Result<LayoutSource> {
  if (profile.deliveredParts.length === 0)
    return refuse(
      'parts-unknown',
      'Nobody has written down how this device’s drive is laid out.',
      'It is planned when the old drive is read on the dock, or from an image of it.',
    );
  const table = deliveredTable(
    profile.deliveredParts,
    { sectors: forecastSectors(oldLabelGB(profile, job), 512), sectorBytes: 512 },
    expectedGuid,
  );
  return table.ok
    ? ok({ table: table.value, rules: deliveredRules(profile.deliveredParts, table.value) })
    : table;
}

const oldLabelGB = ({ deliveredDrives: [first] }: DeviceProfile, { takeIn }: Job): number =>
  takeIn.oldDrive?.labelGB ?? first?.labelGB ?? takeIn.wantedGB;

/** The new drive's size, by its label until it lies on the dock. */
export const expectedTarget = (drive: Drive): Target => ({
  sectors: forecastSectors(drive.labelGB, drive.sectorBytes),
  sectorBytes: drive.sectorBytes,
});

/** The layout before the old drive is out. Faults: those of `expectedSource` and `planLayout`. */
export function expectedLayout(
  profile: DeviceProfile,
  job: Job,
  drive: Drive,
  wish: LayoutWish,
): Result<Layout> {
  const source = expectedSource(profile, job);
  if (!source.ok) return source;
  return planLayout(source.value.table, expectedTarget(drive), wish, source.value.rules);
}

/** The part that a device shows as its storage: the largest one of the new layout. */
export const mainPart = (layout: Layout) =>
  layout.partitions.reduce((most, part) =>
    placedBytes(layout, part) > placedBytes(layout, most) ? part : most,
  );
