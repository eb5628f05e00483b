import type { Place } from '../device';
import {
  type Estimate,
  type Margin,
  about,
  atLeast,
  atMost,
  exact,
  missing,
  named,
  oneOf,
  within,
} from '../margin';
import { labelCapacity } from '../part';
import { type Build, type Setting, driveBytes, libraryBytes, sheet } from './question';

/** Capacity the device takes, room for the old data, the old partitions and what the owner wants on it, sector size. */
export function capacityMargins(
  { old, library }: Setting,
  { drive }: Build,
  place: Place,
  freeBytes: number,
): Margin[] {
  const label = labelCapacity(drive);
  const free = label.known
    ? exact(freeBytes, {
        kind: 'computed',
        note: 'shown as free: drive less tables, system partitions and file system',
      })
    : label;
  const margins = [
    within(
      {
        id: 'capacity',
        what: 'Capacity the device takes',
        unit: 'GB',
        remedy: 'Choose a size that the device accepts.',
      },
      label,
      place.limits.capacityFromGB,
      place.limits.capacityToGB,
    ),
  ];
  if (library)
    margins.push(
      atMost(
        {
          id: 'library',
          what: 'Room for the library',
          unit: 'bytes',
          remedy: 'Choose a larger drive, or keep part of the library elsewhere.',
        },
        exact(libraryBytes(library), { kind: 'owner', note: 'as the owner listed it' }),
        free,
      ),
    );
  if (!old || place.role !== 'system') return margins;
  const used: Estimate = !old.dataToKeep
    ? exact(0, { kind: 'owner', note: 'no data to keep' })
    : old.usedBytes === null
      ? missing('how full the old drive is', 'Read it in the device’s settings, or on the dock.')
      : about(old.usedBytes, 0, 0, { kind: 'owner', note: 'as stated at take-in' });
  margins.push(
    atMost(
      {
        id: 'old-data',
        what: 'Room for the old data',
        unit: 'bytes',
        remedy: 'Choose a larger drive, or have the owner clear some out first.',
      },
      used,
      free,
    ),
    atLeast(
      {
        id: 'carry-over',
        what: 'Room for the old partitions',
        unit: 'bytes',
        remedy:
          'A copy on the dock carries whole partitions: choose a drive that is at least as large as the old one.',
      },
      label.known
        ? exact(driveBytes(drive), { kind: 'specification', note: 'sectors by label, IDEMA LBA1-03' })
        : label,
      exact(driveBytes({ labelGB: old.labelGB, sectorBytes: 512 }), {
        kind: 'specification',
        note: 'old drive, sectors by label',
      }),
    ),
  );
  if (drive.sectorBytes !== 512) {
    margins.push(
      oneOf(
        {
          id: 'sector',
          what: 'Sector size',
          unit: 'none',
          remedy: 'Choose a drive with 512-byte sectors: these file systems cannot change theirs.',
        },
        named(`${drive.sectorBytes}`, sheet(drive)),
        ['512'],
        { kind: 'specification', note: 'sector size of the old drive' },
      ),
    );
  }
  return margins;
}
