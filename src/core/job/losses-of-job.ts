import type { DeviceProfile } from '../device';
import { lossesOf } from '../route';
import type { Job } from './job';

/** What the way of a job does not bring across, item by item. */
export const lossesOfJob = (
  { route, takeIn }: Pick<Job, 'route' | 'takeIn'>,
  profile: Pick<DeviceProfile, 'ways'>,
): string[] =>
  lossesOf(profile, route, {
    isEmpty: takeIn.oldDrive === null,
    usedBytes: takeIn.oldDrive?.usedBytes ?? null,
    dataToKeep: takeIn.dataToKeep,
  });
