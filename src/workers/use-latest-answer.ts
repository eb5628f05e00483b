import { useEffect, useRef, useState } from 'react';
import type { Fault } from '@/core/result';
import type { LatestWorker } from './latest-worker';

/**
 * The newest answer of a worker to a question, worked out beside the page. `answer` is of the question as it stands, or of the one before
 * while `isWorking`. Both functions and the fault must be the same at every render.
 */
export function useLatestAnswer<Question, Answer, Answers>(
  question: Question | null,
  begin: () => LatestWorker<Answers>,
  ask: (worker: LatestWorker<Answers>, question: Question) => Promise<Answer>,
  failed: Fault,
): { answer: Answer | null; isOfThis: boolean; isWorking: boolean; fault: Fault | null } {
  const worker = useRef<LatestWorker<Answers> | null>(null);
  const [known, setKnown] = useState<{ of: Question; answer: Answer } | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  useEffect(() => () => worker.current?.stop(), []);
  useEffect(() => {
    let isGone = false;
    if (question === null) return;
    worker.current ??= begin();
    ask(worker.current, question)
      .then((answer) => {
        if (isGone) return;
        setKnown({ of: question, answer });
        setFault(null);
      })
      .catch(() => {
        if (!isGone) setFault(failed);
      });
    return () => {
      isGone = true;
    };
  }, [question, begin, ask, failed]);
  const isOfThis = question !== null && known?.of === question;
  return {
    answer: known?.answer ?? null,
    isOfThis,
    isWorking: question !== null && !isOfThis && !fault,
    fault,
  };
}
