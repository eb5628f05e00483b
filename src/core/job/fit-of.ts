import type { DeviceProfile } from '../device';
import { type Build, type BuildIds, type InsideMeasure, fit, onlyInside } from '../fit';
import type { Margin } from '../margin';
import { isAllowed, marginSentence } from './agreed';
import { settingOfJob } from './setting-of-job';
import type { DecideContext } from './context';
import type { Job } from './job';

type FitAnswer = ReturnType<typeof fit>;

/** Answers that were worked out, by profile: judging a bench asks the same of each job several times. */
const answers = new WeakMap<DeviceProfile, Map<string, FitAnswer>>();
const mostAnswers = 200;

/** What a build comes to in a job’s device as it was measured. The key is all that the answer depends on, beside the profile. */
export function fitAnswer(job: Job, profile: DeviceProfile, build: Build, placeId: string | null): FitAnswer {
  const { profile: _, ...setting } = settingOfJob(job, profile, placeId);
  const key = JSON.stringify([setting, build]);
  const known = answers.get(profile) ?? new Map<string, FitAnswer>();
  answers.set(profile, known);
  const found = known.get(key);
  if (found) return found;
  const answer = fit({ ...setting, profile }, build);
  if (known.size >= mostAnswers) known.clear();
  known.set(key, answer);
  return answer;
}

/** The worst margin of a build in this job's device as it was measured; null where a part is gone. */
export function fitOfIds(job: Job, ids: BuildIds, { profile, findBuild }: DecideContext): Margin | null {
  const build = findBuild(ids);
  return build && fitAnswer(job, profile, build, ids.placeId).worst;
}

/** The worst margin of the chosen build; null where none is chosen. */
export const choiceFit = (job: Job, context: DecideContext): Margin | null =>
  job.choice && fitOfIds(job, job.choice, context);

/**
 * What must be measured inside before it is known whether the chosen build fits, where nothing else stands in the way; empty where none is
 * chosen, where it is known, and where something else is missing.
 */
export function insideOfChoice(
  job: Job,
  { profile, findBuild }: Pick<DecideContext, 'profile'> & Partial<Pick<DecideContext, 'findBuild'>>,
): InsideMeasure[] {
  const build = job.choice && findBuild?.(job.choice);
  if (!job.choice || !build) return [];
  const { placeId, caseChangeIds } = job.choice;
  const { margins } = fitAnswer(job, profile, build, placeId);
  return onlyInside(settingOfJob(job, profile, placeId), caseChangeIds, margins);
}

/**
 * The job with its choice only where it still fits; a choice that does not is taken back with its layout, and `why`
 * says so. While the drives lie on the dock it stands and is shown as it is: Swap then refuses it.
 */
export function keepWhatFits(job: Job, context: DecideContext): { job: Job; why: string | null } {
  const worst = choiceFit(job, context);
  if (!worst || job.dock || isAllowed(worst, job.choice) || insideOfChoice(job, context).length > 0)
    return { job, why: null };
  const reason = worst.verdict === 'over' ? marginSentence(worst) : `${worst.what} is not known.`;
  return { job: { ...job, choice: null, wish: null }, why: `The chosen drive is taken back: ${reason}` };
}
