import { type Hold, isTrue, overrideFact } from '../work';
import type { JobState } from './job';

/** A guarantee that still runs is used first: what fails under it is mended by whoever gave it, and opening may end it. `at` is now, ISO 8601. */
export function guaranteeHold(
  { job, facts }: Pick<JobState, 'job' | 'facts'>,
  at: string | undefined,
): Hold | null {
  const until = job.takeIn.more?.guaranteeUntil ?? null;
  if (until === null || at === undefined || until < at.slice(0, 10)) return null;
  if (isTrue(facts, overrideFact('guarantee'))) return null;
  const failed = job.takeIn.more?.reason === 'failed';
  return {
    code: 'guarantee',
    what: `A guarantee still runs, until ${until}`,
    why: `${failed ? 'What failed is mended under it, and opening' : 'Opening'} may end it; local law differs.`,
    remedy: failed
      ? 'Send it in under the guarantee first. Where the owner wants it opened all the same, say so with the reason.'
      : 'Tell the owner what it covers and that it may end. Where it is opened all the same, say so with the reason.',
    stops: ['opening'],
    seen: true,
    override: 'technician',
  };
}
