import { type DeviceProfile, placeOf } from '../device';
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
import {
  type Known,
  type Margin,
  type MarginUnit,
  type Missing,
  atLeast,
  atMost,
  exact,
  missing,
  named,
  oneOf,
  within,
} from '../margin';
import { type Drive, forecastSectors } from '../part';
import { type Result, ok, refuse } from '../result';
import { placeIdOf } from './place-of-job';
import { writesItself } from '../route';
import type { ReadingName } from './outcome';
import { type CopyProof, isProof, isProofOfDrive } from '../copy';
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

/** What systems round away or set aside when they show a size; a named default, percent. */
export const sizeShownTolerancePercent = 1;

/** What a person reads on the device, its unit, and where it stands. */
type Asked = { what: string; unit: MarginUnit; howToGet: string };
export const readingsAsked: Readonly<Record<ReadingName, Asked>> = Object.freeze({
  'size-shown': {
    what: 'Size the device shows',
    unit: 'bytes',
    howToGet: 'Read it in the device’s storage settings.',
  },
  'read-test': { what: 'Read test', unit: 'bytes/s', howToGet: 'Run the device’s own read test.' },
  'parts-shown': {
    what: 'Partitions found',
    unit: 'none',
    howToGet: 'Count them in the device’s storage settings.',
  },
});

/** The margins of Prove: what the device shows, each against what was to be expected. */
export function proveMargins(
  profile: DeviceProfile,
  layout: Layout | null,
  { readings, copy, choice, route, takeIn }: Pick<Job, 'readings' | 'copy' | 'choice' | 'route' | 'takeIn'>,
): Margin[] {
  const read = (name: ReadingName): Known | Missing => {
    const { what, howToGet } = readingsAsked[name];
    return readings[name] ?? missing(what.toLowerCase(), howToGet);
  };
  const words = (name: ReadingName) => ({
    id: name,
    what: readingsAsked[name].what,
    unit: readingsAsked[name].unit,
  });
  const bytes = layout ? placedBytes(layout, mainPart(layout)) : null;
  const planned = {
    kind: 'computed',
    note: `the layout, ±${sizeShownTolerancePercent} % for rounding`,
  } as const;
  const noLayout = missing('the layout', 'Lay out the new drive at Data.');
  const side = (sign: 1 | -1) =>
    bytes === null ? noLayout : exact(bytes * (1 + (sign * sizeShownTolerancePercent) / 100), planned);
  const count = read('parts-shown');
  return [
    within(
      {
        ...words('size-shown'),
        remedy: 'It still shows another size: was the partition grown, and is this the new drive?',
      },
      read('size-shown'),
      side(-1),
      side(1),
    ),
    atLeast(
      {
        ...words('read-test'),
        remedy: 'Check the unit first (megabit or megabyte), then the seat of the drive, then heat.',
      },
      read('read-test'),
      placeOf(profile, placeIdOf({ choice, takeIn })).limits.readAtLeastBytesPerS,
    ),
    oneOf(
      {
        ...words('parts-shown'),
        remedy: 'A partition is missing or one too many: look at the copy before closing the job.',
      },
      count.known ? named(String(count.value), count.origin) : count,
      layout ? [String(layout.partitions.length)] : [],
      { kind: 'computed', note: 'the layout' },
    ),
    // What a device wrote by itself, only the device can vouch for.
    ...(writesItself(route) && !copy ? [] : copyMargins(copy)),
  ];
}

/** What the copier can vouch for: every block compared, every sector read. */
function copyMargins(copy: CopyProof | null): Margin[] {
  const noCopy = missing('the comparison', 'Finish the copy at Carry over.');
  const none = (note: string) => exact(0, { kind: 'default', note });
  const compared =
    copy && !isProof(copy.grade)
      ? missing(`the comparison, skipped: ${copy.readBack.reason}`, 'Read it back at Carry over.')
      : copy && !isProofOfDrive(copy)
        ? missing('the comparison of the drive: only its image was compared', 'Read the drive at Carry over.')
        : copy
          ? exact(copy.mismatches, { kind: 'computed', note: `${copy.blocks} blocks read back and compared` })
          : noCopy;
  const unread = copy?.unreadable.reduce((total, { bytes }) => total + bytes, 0) ?? 0;
  const where = copy?.unreadable.map(({ part, area }) => (area ? `${part}: ${area}` : part)).join('; ');
  const margins = [
    atMost(
      { id: 'mismatches', what: 'Blocks that did not match', unit: 'count', remedy: 'Copy again.' },
      compared,
      none('every block must match'),
    ),
  ];
  if (!copy || unread === 0) return margins;
  const remedy = `Bring back from elsewhere what is lost (${where}), or let the owner decide.`;
  return [
    ...margins,
    atMost(
      { id: 'unreadable', what: 'Bytes of the old drive that could not be read', unit: 'bytes', remedy },
      exact(unread, { kind: 'computed', note: 'retried, then filled with zeros' }),
      none('every sector must be read'),
    ),
  ];
}
