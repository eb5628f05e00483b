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
import { systemPartitionsBytes } from '../disk';
import { labelCapacity } from '../part';
import { type Build, type Setting, driveBytes, sheet } from './question';
import { keptBytes, wishMargins } from './wish';

const wholeDrive = (drive: Build['drive'], label: Estimate): Estimate =>
  label.known
    ? exact(driveBytes(drive), { kind: 'specification', note: 'sectors by label, IDEMA LBA1-03' })
    : label;

/** A copy on the dock carries whole partitions. */
const roomForPartitions = (oldGB: number, drive: Build['drive'], label: Estimate): Margin =>
  atLeast(
    {
      id: 'carry-over',
      what: 'Room for the old partitions',
      unit: 'bytes',
      remedy:
        'A copy on the dock carries whole partitions: choose a drive that is at least as large as the old one.',
    },
    wholeDrive(drive, label),
    exact(driveBytes({ labelGB: oldGB, sectorBytes: 512 }), {
      kind: 'specification',
      note: 'old drive, sectors by label',
    }),
  );

const unknownParts = missing(
  'what the system’s own partitions take',
  'Look inside the old drive or an image of it: its partitions can be taken over into the profile.',
);

/** Nothing is carried over: the system's own partitions must still have room. */
const roomForSystem = ({ profile }: Setting, drive: Build['drive'], label: Estimate): Margin =>
  atLeast(
    {
      id: 'system-room',
      what: 'Room for the system',
      unit: 'bytes',
      remedy: 'Choose a drive that holds the system’s own partitions.',
    },
    wholeDrive(drive, label),
    profile.deliveredParts.length > 0
      ? exact(systemPartitionsBytes(profile.deliveredParts), {
          kind: 'computed',
          note: 'partitions as delivered, without the one that grows',
        })
      : unknownParts,
  );

/** Capacity the device takes, room for the old data, the old partitions and what the owner wants on it, sector size. */
export function capacityMargins(setting: Setting, build: Build, place: Place, freeBytes: number): Margin[] {
  const { old } = setting;
  const { drive } = build;
  const label = labelCapacity(drive);
  const free = label.known
    ? place.role === 'system' && setting.profile.deliveredParts.length === 0
      ? about(freeBytes, null, 0, {
          kind: 'computed',
          note: 'at most: what the system’s own partitions take is not known',
        })
      : exact(freeBytes, {
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
  margins.push(...wishMargins(setting, build, place, free));
  if (!old || place.role !== 'system') return margins;
  margins.push(
    atMost(
      {
        id: 'old-data',
        what: 'Room for the old data',
        unit: 'bytes',
        remedy: 'Choose a larger drive, or have the owner clear some out first.',
      },
      keptBytes(setting),
      free,
    ),
    old.dataToKeep ? roomForPartitions(old.labelGB, drive, label) : roomForSystem(setting, drive, label),
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
