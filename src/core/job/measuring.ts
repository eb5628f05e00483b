import type { DeviceProfile } from '../device';
import { insideMissing, insideWords } from '../fit';
import type { SwapConditions } from '../work';
import type { Job } from './job';
import { placeIdOf } from './place-of-job';
import { settingOfJob } from './setting-of-job';

/** What this job measures inside, since the profile does not know it; null where there is nothing. */
export function measuringOf(job: Job, profile: DeviceProfile): SwapConditions['measuring'] {
  const { choice } = job;
  const changes = choice?.caseChangeIds ?? [];
  const setting = settingOfJob(job, profile, placeIdOf(job));
  const all = insideMissing({ ...setting, measures: {} }, changes);
  if (all.length === 0) return null;
  return {
    what: insideWords(all),
    how: all.map(({ missing }) => missing.howToGet).join(' '),
    isOpen: insideMissing(setting, changes).length > 0,
  };
}
