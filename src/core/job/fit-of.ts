import { type DeviceProfile, placeOf } from '../device';
import {
  type InsideMeasure,
  onlyInside,
  type Build,
  type BuildIds,
  type OldDrive,
  type Setting,
  fit,
  isWish,
} from '../fit';
import { usualWorkload } from '../heat';
import { type Margin, isKept } from '../margin';
import { showEstimate, showLimit } from '../units';
import type { DecideContext } from './context';
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

/** What is over, in one sentence. */
export const marginSentence = (margin: Margin) =>
  `${margin.what}: ${showEstimate(margin.value, margin.unit)}, allowed is ${showLimit(margin.limit, margin.unit)}.`;

/** The first change to the case among these that cannot be undone and that the owner has not agreed to; null where there is none. */
export const notAgreed = (
  { agreedChanges }: Pick<Job, 'agreedChanges'>,
  { caseChanges }: Pick<DeviceProfile, 'caseChanges'>,
  caseChangeIds: string[],
) =>
  caseChanges.find(
    ({ id, isFinal }) => isFinal && caseChangeIds.includes(id) && !agreedChanges.includes(id),
  ) ?? null;

/** May work go on with this worst margin? What is not known, or less than was wanted, may where a reason was given when it was chosen. */
export const isAllowed = (worst: Margin, choice: Job['choice']): boolean =>
  isKept(worst) || (needsReason(worst) && choice?.reason != null);

/** What only a reason lets pass: a number that is not there, or a wish that is not met. */
export const needsReason = (worst: Margin): boolean =>
  worst.verdict === 'unknown' || (worst.verdict === 'over' && isWish(worst));

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
