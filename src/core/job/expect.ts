import type { DeviceProfile } from '../device';
import { type Layout, deliveredGrowth, deliveredTable, placedBytes, planLayout } from '../disk';
import {
  type Known,
  type Margin,
  type MarginUnit,
  atLeast,
  atMost,
  exact,
  missing,
  named,
  oneOf,
  within,
} from '../margin';
import { type Drive, sectorsFromLabel } from '../part';
import type { Result } from '../result';
import type { ReadingName } from './act';
import type { CopyProof, Job } from './job';

const expectedGuid = (n: number) => `${String(n).padStart(8, '0')}-0000-4000-8000-000000000000`;

/**
 * The layout before the old drive is out: parts as the maker delivers them, sizes by label.
 * Faults: no wish or drive yet, label outside the rule, and those of `planLayout`.
 */
export function expectedLayout(
  profile: DeviceProfile,
  job: Job,
  drive: Drive,
  holdBackPercent: number,
): Result<Layout> {
  const from = sectorsFromLabel(job.takeIn.oldDrive.labelGB, 512);
  const to = sectorsFromLabel(drive.labelGB, drive.sectorBytes);
  if (!from.ok) return from;
  if (!to.ok) return to;
  const table = deliveredTable(
    profile.deliveredParts,
    { sectors: from.value, sectorBytes: 512 },
    expectedGuid,
  );
  const target = { sectors: to.value, sectorBytes: drive.sectorBytes };
  return planLayout(table, target, { holdBackPercent }, deliveredGrowth(profile.deliveredParts, table));
}

/** The part that a device shows as its storage: the largest one of the new layout. */
export const mainPart = (layout: Layout) =>
  layout.parts.reduce((most, part) => (placedBytes(layout, part) > placedBytes(layout, most) ? part : most));

/** What systems round away or set aside when they show a size; a named default, percent. */
export const sizeShownTolerancePercent = 1;

/** What a person reads on the device, and its unit. */
export const readingsAsked: Readonly<Record<ReadingName, { what: string; unit: MarginUnit }>> = Object.freeze(
  {
    'size-shown': { what: 'Size the device shows', unit: 'bytes' },
    'read-test': { what: 'Read test', unit: 'bytes/s' },
    'parts-shown': { what: 'Partitions found', unit: 'none' },
  },
);

/** The margins of Prove: what the device shows, each against what was to be expected. */
export function proveMargins(
  profile: DeviceProfile,
  layout: Layout | null,
  readings: Job['readings'],
  copy: CopyProof | null,
): Margin[] {
  const ask = (what: string) =>
    missing(what, 'Read it on the device and type it in, or take the simulated device’s reading.');
  const reading = (value: Known | undefined, what: string) => value ?? ask(what);
  const bytes = layout ? placedBytes(layout, mainPart(layout)) : null;
  const planned = {
    kind: 'computed',
    note: `the layout, ±${sizeShownTolerancePercent} % for rounding`,
  } as const;
  const noLayout = missing('the layout', 'Lay out the new drive at Data.');
  const side = (sign: 1 | -1) =>
    bytes === null ? noLayout : exact(bytes * (1 + (sign * sizeShownTolerancePercent) / 100), planned);
  const count = readings['parts-shown'];
  return [
    within(
      {
        id: 'size-shown',
        ...readingsAsked['size-shown'],
        remedy: 'It still shows another size: was the part grown, and is this the new drive?',
      },
      reading(readings['size-shown'], 'size shown'),
      side(-1),
      side(1),
    ),
    atLeast(
      {
        id: 'read-test',
        ...readingsAsked['read-test'],
        remedy: 'Check the unit first (megabit or megabyte), then the seat of the drive, then heat.',
      },
      reading(readings['read-test'], 'read test'),
      profile.limits.readAtLeastBytesPerS,
    ),
    oneOf(
      {
        id: 'parts-shown',
        ...readingsAsked['parts-shown'],
        remedy: 'A part is missing or one too many: look at the copy before closing the job.',
      },
      count ? named(String(count.value), count.origin) : ask('number of partitions'),
      layout ? [String(layout.parts.length)] : [],
      { kind: 'computed', note: 'the layout' },
    ),
    atMost(
      { id: 'mismatches', what: 'Blocks that did not match', unit: 'count', remedy: 'Copy again.' },
      copy
        ? exact(copy.mismatches, { kind: 'computed', note: `${copy.blocks} blocks read back and compared` })
        : missing('the comparison', 'Finish the copy at Carry over.'),
      exact(0, { kind: 'default', note: 'every block must match' }),
    ),
  ];
}
