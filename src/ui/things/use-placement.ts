import { type Placement, type PlacementQuestion, exactUpTo } from '@/core/placement';
import type { Fault } from '@/core/result';
import type { LatestWorker } from '@/workers/latest-worker';
import { placementWorker } from '@/workers/placement-client';
import type { PlacementWorker } from '@/workers/placement.worker';
import { useLatestAnswer } from '@/workers/use-latest-answer';

const failed: Fault = {
  code: 'worker',
  sentence: 'Where things go could not be worked out.',
  remedy: 'Change something, or load the page again.',
};

/** Seconds for a first answer, and for one that is looked for behind it. */
const firstS = 0.6;
const furtherS = 15;

type Ask = (worker: LatestWorker<PlacementWorker>, question: PlacementQuestion) => Promise<Placement>;
const askFirst: Ask = (worker, question) => worker.ask((remote) => remote.place(question, firstS));
const askFurther: Ask = (worker, question) => worker.ask((remote) => remote.place(question, furtherS));

/** The best placement of a question, worked out beside the page: a first one within a second, and where that is not proved the best it is looked for on. */
export function usePlacement(question: PlacementQuestion) {
  const asked = question.stores.length === 0 ? null : question;
  const first = useLatestAnswer(asked, placementWorker, askFirst, failed);
  // A placement of another list says nothing of this one.
  const known = first.isOfThis ? first.answer : null;
  const isOpen = known !== null && !known.isExact && question.items.length <= exactUpTo;
  const further = useLatestAnswer(isOpen ? asked : null, placementWorker, askFurther, failed);
  return {
    placement: (further.isOfThis && further.answer) || known,
    isWorking: !first.isOfThis && !first.fault,
    isLookedFor: further.isWorking,
    fault: first.fault,
  };
}
