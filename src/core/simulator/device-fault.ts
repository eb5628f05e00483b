import type { DeviceFaultId } from '../device';
import type { DriveContents } from './contents';

export { deviceFaultIds } from '../device';
export type { DeviceFaultId } from '../device';

/** What a simulated device is made of for a check: facts that are not as they should be, and the drive in it. */
export type Condition = { wrong: ReadonlySet<string>; drive: DriveContents | null };

export type DeviceFault = {
  id: DeviceFaultId;
  name: string;
  /**
   * How often it is behind a device that does not start after the work, among all faults: a named default where the profile says nothing of its own, until the logbook
   * knows the bench's. Handbook, section 8: most dead devices after an upgrade have a plug that is not home, not a bad drive.
   */
  weight: number;
  remedy: string;
  /** Whether the device must be opened for it, and how many minutes it takes beside that. */
  mend: { open: boolean; minutes: number };
  /** What it makes of a device that was in order. */
  change: (condition: Condition) => Condition;
};

const wrong =
  (...names: string[]) =>
  ({ wrong: before, drive }: Condition): Condition => ({ wrong: new Set([...before, ...names]), drive });
const drive =
  (change: Partial<DriveContents> | null) =>
  (condition: Condition): Condition => ({
    ...condition,
    drive: change === null || condition.drive === null ? null : { ...condition.drive, ...change },
  });

export const deviceFaults: readonly DeviceFault[] = Object.freeze([
  {
    id: 'battery-plug',
    name: 'The battery’s plug is not home',
    weight: 22,
    remedy: 'Open it, push the battery’s plug straight in until it is flush.',
    mend: { open: true, minutes: 1 },
    change: wrong('battery.home'),
  },
  {
    id: 'drive-seat',
    name: 'The drive is not in its socket to the end',
    weight: 16,
    remedy: 'Open it, draw the drive and push it in until no gold shows.',
    mend: { open: true, minutes: 3 },
    change: wrong('drive.seated'),
  },
  {
    id: 'ribbon',
    name: 'A ribbon is not latched',
    weight: 12,
    remedy: 'Open it, put the ribbon in to its line and latch it.',
    mend: { open: true, minutes: 2 },
    change: wrong('ribbon.latched'),
  },
  {
    id: 'fan-plug',
    name: 'The fan is not plugged or not in its place',
    weight: 7,
    remedy: 'Open it, plug the fan and lay it in its place.',
    mend: { open: true, minutes: 2 },
    change: wrong('fan.home'),
  },
  {
    id: 'charger',
    name: 'No power comes in',
    weight: 9,
    remedy: 'Take another charger or cable, straight from the wall.',
    mend: { open: false, minutes: 2 },
    change: wrong('power.comes'),
  },
  {
    id: 'half-copied',
    name: 'The copy is not whole',
    weight: 6,
    remedy: 'Copy again, read back, and look at the evidence before closing.',
    mend: { open: true, minutes: 25 },
    change: drive({ mainFileSystemBytes: null }),
  },
  {
    id: 'boot-entry',
    name: 'The firmware forgot its start entry',
    weight: 9,
    remedy: 'Open the boot menu and choose the drive; save it as the first.',
    mend: { open: false, minutes: 3 },
    change: wrong('boot-entry.kept'),
  },
  {
    id: 'no-efi',
    name: 'The EFI partition or its start file is missing',
    weight: 4,
    remedy: 'Copy the EFI partition again from the old drive.',
    mend: { open: true, minutes: 12 },
    change: drive({ startFile: 'no-efi-part' }),
  },
  {
    id: 'encrypted',
    name: 'The system partition is still encrypted',
    weight: 3,
    remedy: 'Enter the owner’s recovery key; else decrypt on the old drive and copy again.',
    mend: { open: false, minutes: 6 },
    change: wrong('system.unsealed'),
  },
  {
    id: 'drive-dead',
    name: 'The new drive is faulty',
    weight: 3,
    remedy: 'Put another drive in and copy again.',
    mend: { open: true, minutes: 30 },
    change: wrong('drive.alive'),
  },
  {
    id: 'board-dead',
    name: 'The board is damaged',
    weight: 2,
    remedy: 'Stop: hand it to someone who repairs boards.',
    mend: { open: true, minutes: 10 },
    change: wrong('board.alive'),
  },
  {
    id: 'slow-start',
    name: 'Nothing is wrong: the first start is slow',
    weight: 7,
    remedy: 'Leave it alone until the worry point.',
    mend: { open: false, minutes: 4 },
    change: wrong('start.quick'),
  },
]);

export const deviceFaultOf = (id: DeviceFaultId): DeviceFault =>
  deviceFaults.find((fault) => fault.id === id)!;

/** A device in order, its drive with a whole copy on it. */
export const inOrder = (): Condition => ({
  wrong: new Set(),
  drive: {
    driveBytes: 1e12,
    tableReadable: true,
    mirrorAtEnd: true,
    startFile: 'found',
    parts: 3,
    mainFileSystemBytes: 9e11,
    sealed: false,
  },
});
