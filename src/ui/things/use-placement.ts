import type { Placement, PlacementQuestion } from '@/core/placement';
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

const ask = (worker: LatestWorker<PlacementWorker>, question: PlacementQuestion): Promise<Placement> =>
  worker.ask((remote) => remote.place(question));

/** The best placement of a question, worked out beside the page. */
export function usePlacement(question: PlacementQuestion) {
  const asked = question.stores.length === 0 ? null : question;
  const { answer, isOfThis, fault } = useLatestAnswer(asked, placementWorker, ask, failed);
  // A placement of another list says nothing of this one.
  return { placement: isOfThis ? answer : null, isWorking: !isOfThis && !fault, fault };
}
