import { type OldDrive, fit } from '../fit';
import type { Margin } from '../margin';
import type { DecideContext } from './acts-of';
import type { Job } from './job';

/** What the old drive of a job asks of a new one. */
export const oldDriveOf = ({ takeIn }: Job): OldDrive => ({
  labelGB: takeIn.oldDrive.labelGB,
  usedBytes: takeIn.oldDrive.usedBytes,
  dataToKeep: takeIn.dataToKeep,
});

/** The worst margin of the chosen drive and pad in this device as it was measured; null where none is chosen. */
export function choiceFit(job: Job, { profile, findDrive, findPad }: DecideContext): Margin | null {
  const drive = job.choice && findDrive(job.choice.driveId);
  if (!job.choice || !drive) return null;
  const pad = job.choice.padId === null ? null : findPad(job.choice.padId);
  return fit({ profile, measures: job.measures, drive, pad, old: oldDriveOf(job) }).worst;
}
