import { isProofOfDrive } from '../copy';
import { type Margin, isKept } from '../margin';
import type { Job } from './job';

/** What stands against closing Prove: what must be mended or read first, and what the owner may accept with a reason. */
export type StandsAgainst = { blocking: Margin[]; acceptable: Margin[] };

/**
 * Sorts the margins that are not kept. A comparison that was skipped has its reason already, which stands on the sheet; what could
 * not be read on the old drive is lost whatever is done here, so that only the owner can say that it will do. Nothing else is
 * overridden.
 */
export function standsAgainst(prove: Margin[], job: Pick<Job, 'copy'>): StandsAgainst {
  const failing = prove.filter(
    (margin) =>
      !isKept(margin) &&
      !(
        margin.id === 'mismatches' &&
        margin.verdict === 'unknown' &&
        job.copy !== null &&
        !isProofOfDrive(job.copy)
      ),
  );
  return {
    blocking: failing.filter(({ id }) => id !== 'unreadable'),
    acceptable: failing.filter(({ id }) => id === 'unreadable'),
  };
}
