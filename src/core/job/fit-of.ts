import { type OldDrive, fit } from '../fit';
import { type Margin, isKept } from '../margin';
import { showEstimate, showLimit } from '../units';
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

/** What is over, in one sentence. */
export const marginSentence = (margin: Margin) =>
  `${margin.what}: ${showEstimate(margin.value, margin.unit)}, allowed is ${showLimit(margin.limit, margin.unit)}.`;

/**
 * The job with its choice only where it still fits; a choice that does not is taken back with its layout, and `why`
 * says so. While the drives lie on the dock it stands and is shown as it is: Swap then refuses it.
 */
export function keepWhatFits(job: Job, context: DecideContext): { job: Job; why: string | null } {
  const worst = choiceFit(job, context);
  if (!worst || job.dock || isKept(worst)) return { job, why: null };
  const reason = worst.verdict === 'over' ? marginSentence(worst) : `${worst.what} is not known.`;
  return { job: { ...job, choice: null, wish: null }, why: `The chosen drive is taken back: ${reason}` };
}
