import type { DeviceProfile, Measures } from '../device';
import { type Drive, type Pad, sectorsFromLabel } from '../part';

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

/** Whole bytes that the drive holds: by the label rule where it applies, by the label alone where not. */
export function driveBytes(drive: Pick<Drive, 'labelGB' | 'sectorBytes'>): number {
  const sectors = sectorsFromLabel(drive.labelGB, drive.sectorBytes);
  return sectors.ok ? sectors.value * drive.sectorBytes : drive.labelGB * 1e9;
}

/** Both ends of the link, to negotiate. */
export const slotLink = (slot: DeviceProfile['slot']) => ({
  generation: slot.linkGeneration,
  lanes: slot.lanes,
});
export const driveLink = (drive: Drive) => ({ generation: drive.linkGeneration, lanes: drive.lanes });
