import type { DeviceProfile, Measures } from '../device';
import { type Drive, type Pad, forecastSectors } from '../part';

/** What the old drive asks of the new one; `usedBytes` null where nobody has looked. */
export type OldDrive = { labelGB: number; usedBytes: number | null; dataToKeep: boolean };

export type FitQuestion = {
  profile: DeviceProfile;
  measures: Measures;
  drive: Drive;
  pad: Pad | null;
  old: OldDrive | null;
};

/** Where a limit comes from that the profile states without an estimate of its own. */
export const profileOrigin = { kind: 'data-sheet-typical', note: 'device profile' } as const;
/** Origin of what a drive's data sheet says. */
export const sheet = (drive: Drive) => ({ kind: 'data-sheet-typical', note: drive.source }) as const;

/** Whole bytes that the drive holds, as far as its label tells (see `forecastSectors`). */
export const driveBytes = ({ labelGB, sectorBytes }: Pick<Drive, 'labelGB' | 'sectorBytes'>): number =>
  forecastSectors(labelGB, sectorBytes) * sectorBytes;

/** Both ends of the link, to negotiate. */
export const slotLink = (slot: DeviceProfile['slot']) => ({
  generation: slot.linkGeneration,
  lanes: slot.lanes,
});
export const driveLink = (drive: Drive) => ({ generation: drive.linkGeneration, lanes: drive.lanes });
