import type { BenchCard } from '@/core/job-view';
import { showDuration } from '@/core/units';

/** The promise in words: spare time left, or how late it will be. */
export function promiseWords(card: Pick<BenchCard, 'promise'>): string {
  const { left, verdict } = card.promise;
  if (!left) return 'no time promised';
  const words = left.value >= 0 ? `${showDuration(left.value)} spare` : `${showDuration(-left.value)} late`;
  return verdict === 'tight' ? `${words}, may slip` : words;
}
