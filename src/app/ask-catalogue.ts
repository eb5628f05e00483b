import type { PartsForesight, RankedView } from '@/core/job-view';
import type { AskParts, RankQuestion } from '@/ui/job/station-props';
import { post } from './call';

/** The catalogue held against a device, best first. */
export const rank = (question: RankQuestion) => post<RankedView>('/api/fit/rank', question);

/** What can be had for a wish, while a device is taken in; null where no answer came. */
export const askParts: AskParts = async (question) => {
  const answered = await post<PartsForesight>('/api/fit/foresee', question);
  return answered.ok ? answered.value : null;
};
