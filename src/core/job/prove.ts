import { isProofOfDrive } from '../copy';
import { type Margin, isKept } from '../margin';
import { readingsAsked } from './expect';
import type { Job } from './job';

/** What stands against closing Prove: what must be mended or read first, and what the owner may accept with a reason. */
export type StandsAgainst = { blocking: Margin[]; acceptable: Margin[] };

/** What only the owner can take as it is: what was read and falls short, and what is lost on the old drive. */
const isForOwner = ({ id, verdict }: Margin): boolean =>
  id === 'unreadable' || (verdict === 'over' && Object.hasOwn(readingsAsked, id));

/**
 * Sorts the margins that are not kept. A comparison that was skipped has its reason already, which stands on the sheet, and so has what
 * cannot be seen on this device; what was read and falls short, and what could not be read on the old drive, the owner may accept as it
 * is. A copy that differs is never accepted.
 */
export function standsAgainst(prove: Margin[], job: Pick<Job, 'copy' | 'unseen'>): StandsAgainst {
  const failing = prove.filter(
    (margin) =>
      !isKept(margin) &&
      !(margin.verdict === 'unknown' && job.unseen.some(({ name }) => name === margin.id)) &&
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
