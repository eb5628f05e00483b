import { isWish } from '../fit';
import { type Margin, isKept } from '../margin';
import { showEstimate, showLimit } from '../units';
import type { DeviceProfile } from '../device';
import type { Job } from './job';

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
