import type { JobView } from '@/core/job-view';
import { showDuration } from '@/core/units';

/** The promise in words: spare time left, or how late it will be. */
export function promiseWords(job: Pick<JobView, 'promise'>): string {
  const { left, verdict } = job.promise;
  if (!left) return 'no time promised';
  const words = left.value >= 0 ? `${showDuration(left.value)} spare` : `${showDuration(-left.value)} late`;
  return verdict === 'tight' ? `${words}, may slip` : words;
}
