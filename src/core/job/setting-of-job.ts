import { type DeviceProfile, placeOf } from '../device';
import type { OldDrive, Setting } from '../fit';
import { usualWorkload } from '../heat';
import type { Job } from './job';

/** What the old drive of a job asks of a new one; null where the place is empty. */
export const oldDriveOf = ({ takeIn: { oldDrive, dataToKeep } }: Job): OldDrive | null =>
  oldDrive && { labelGB: oldDrive.labelGB, usedBytes: oldDrive.usedBytes, dataToKeep };

/** The device's side of the fit question of a job, at one of its places (null: the main one). */
export function settingOfJob(job: Job, profile: DeviceProfile, placeId: string | null = null): Setting {
  return {
    profile,
    placeId,
    revisionId: job.revisionId,
    measures: job.measures,
    old: oldDriveOf(job),
    library: job.library,
    wish: { wantedGB: job.takeIn.wantedGB, budget: job.takeIn.budget },
    systemVersion: job.takeIn.systemVersion,
    workload: usualWorkload(placeOf(profile, placeId)),
  };
}
