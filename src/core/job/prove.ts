import { isProofOfDrive } from '../copy';
import { type Margin, isKept } from '../margin';
import type { Job } from './job';
import { bootEntriesId, functionMarginId } from './prove-margins';
import { readingsAsked } from './readings-asked';

/** What stands against closing Prove: what must be mended or read first, and what the owner may accept with a reason. */
export type StandsAgainst = { blocking: Margin[]; acceptable: Margin[] };

/** What only the owner can take as it is: what was read and falls short, and what is lost on the old drive. */
const isForOwner = ({ id, verdict }: Margin): boolean =>
  id === 'unreadable' ||
  (verdict === 'over' &&
    (Object.hasOwn(readingsAsked, id) || id === bootEntriesId || id.startsWith(functionMarginId(''))));

/** What a person said cannot be seen on this device, by the id of its margin. */
const isUnseen = (id: string, { unseen, functions }: Pick<Job, 'unseen' | 'functions'>): boolean =>
  unseen.some(({ name }) => name === id) ||
  functions.some((one) => one.result === 'unseen' && functionMarginId(one.id) === id);

/** What was read, and nobody knows what it should be: there is nothing more to read, and nothing that it could be held against. */
export const isHeldAgainstNothing = ({ id, verdict }: Margin, { readings }: Pick<Job, 'readings'>): boolean =>
  verdict === 'unknown' && Object.hasOwn(readings, id);

/**
 * Sorts the margins that are not kept. A comparison that was skipped has its reason already, which stands on the sheet, and so has what
 * cannot be seen on this device; what was read and is held against nothing is named on the sheet as that; what was read and falls short, and what could not be read on the old drive, the owner may accept as it
 * is. A copy that differs is never accepted.
 */
export function standsAgainst(
  prove: Margin[],
  job: Pick<Job, 'copy' | 'unseen' | 'functions' | 'readings'>,
): StandsAgainst {
  const failing = prove.filter(
    (margin) =>
      !isKept(margin) &&
      !(margin.verdict === 'unknown' && isUnseen(margin.id, job)) &&
      !isHeldAgainstNothing(margin, job) &&
      !(
        margin.id === 'mismatches' &&
        margin.verdict === 'unknown' &&
        job.copy !== null &&
        !isProofOfDrive(job.copy)
      ),
  );
  return {
    blocking: failing.filter((margin) => !isForOwner(margin)),
    acceptable: failing.filter(isForOwner),
  };
}
