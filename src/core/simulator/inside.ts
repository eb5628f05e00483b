import type { DeviceProfile } from '../device';
import { showBytes } from '../units';
import { type Facts, factValue, isTrue } from '../work';
import type { DriveContents } from './contents';

/** What the simulated device is made of: the same facts as the procedure and the holds, the drive in it, what is plugged into it. */
export type Inside = {
  facts: Facts;
  drive: DriveContents | null;
  driveName: string;
  /** What its firmware thinks of the drive. */
  accepts: 'yes' | 'system-too-old' | 'not-on-list';
  stick: { name: string; starts: boolean } | null;
  /** The drive after the device has formatted or restored it by itself; null where it cannot. */
  fresh: DriveContents | null;
  /** Facts that are not as they should be and that nobody sees, such as `ribbon.latched`. */
  wrong: ReadonlySet<string>;
  /** What the slot’s chain carries with this drive, bytes a second; `luck` 0..1 varies the read test by 3 %. */
  chainBytesPerS: number | null;
  /** Writing, and copying within the drive, bytes a second; what it comes to under load, °C; null where nothing is known to work it out from. */
  writesBytesPerS?: number | null;
  copiesBytesPerS?: number | null;
  underLoadC?: number | null;
  luck: number;
};

/** Why it has no power, in words; null where it has. */
export function powerless(profile: DeviceProfile, { facts, wrong }: Inside): string | null {
  if (wrong.has('board.alive')) return 'Nothing at all happens: charger, plug and key were tried?';
  // Opened with a nearly empty cell: without a charger that works nothing is left to start on.
  if (wrong.has('power.comes')) return 'No power comes in: another charger or cable, straight from the wall.';
  // A plug that is half home keeps it from starting even on the charger.
  if (wrong.has('battery.home')) return 'The cell is not seen: is its plug home?';
  const feed = profile.firstPower.cables.at(-1)!;
  if (profile.procedure.power === 'mains')
    return isTrue(facts, feed.fact) ? null : `No power: is the ${feed.words} in?`;
  const charger = isTrue(facts, 'charger.connected');
  const battery = isTrue(facts, 'battery.connected') && factValue(facts, 'battery.in') !== false;
  if (!charger && !battery) return 'No power: neither battery nor charger is connected.';
  if (!charger && profile.firstPower.startsOnlyOnCharger)
    return 'After its battery was unplugged this device starts only on the charger.';
  return null;
}

/** Whether the firmware sees the drive at all. */
export const seesDrive = ({ facts, drive, wrong }: Inside): boolean =>
  isTrue(facts, 'drive.inserted') &&
  drive !== null &&
  !wrong.has('drive.seated') &&
  !wrong.has('drive.alive');

/** A line of the boot menu: what can be started from, with what is really on it. */
export type MenuEntry = { id: 'drive' | 'stick' | 'network'; words: string; note: string };

const startNote = (drive: DriveContents): string => {
  if (!drive.tableReadable) return drive.parts === 0 ? 'nothing on it' : 'its table cannot be read';
  if (drive.startFile === 'no-efi-part') return `${drive.parts} partitions, no EFI partition`;
  if (drive.startFile === 'missing') return 'EFI partition without a start file';
  if (drive.sealed) return 'start file found; a partition is encrypted';
  if (drive.mainFileSystemBytes === null) return 'start file found; its system partition cannot be read';
  // Its size tells a partition that was not grown from one that was.
  return `start file found; its largest partition has ${showBytes(drive.mainFileSystemBytes)} of ${showBytes(drive.driveBytes)}`;
};

/** The boot menu, read from what is in the device. */
export function bootMenu(profile: DeviceProfile, inside: Inside): MenuEntry[] {
  const { drive, driveName, stick, wrong } = inside;
  const entries: MenuEntry[] = [];
  if (drive && seesDrive(inside)) {
    const lost = wrong.has('boot-entry.kept') ? '; no entry saved for it' : '';
    entries.push({ id: 'drive', words: driveName, note: `${startNote(drive)}${lost}` });
  }
  if (stick)
    entries.push({
      id: 'stick',
      words: stick.name,
      note: stick.starts ? 'starts the restore' : 'does not start: its image is broken or for another model',
    });
  if (profile.firstPower.network.length > 0)
    entries.push({ id: 'network', words: 'Restore over the network', note: 'long; then leave it alone' });
  return entries;
}
