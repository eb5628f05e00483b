import type { Circumstances } from '../simulator';
import type { Job } from './job';

/** What of a job decides what can be wrong after it. */
export const circumstancesOf = ({ route, takeIn }: Job): Circumstances => ({
  route,
  hasOldDrive: takeIn.oldDrive !== null,
});
