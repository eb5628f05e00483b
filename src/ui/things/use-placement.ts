import { useEffect, useRef, useState } from 'react';
import type { Placement, PlacementQuestion } from '@/core/placement';
import type { Fault } from '@/core/result';
import { PlacementClient } from '@/workers/placement-client';

const failed: Fault = {
  code: 'worker',
  sentence: 'Where things go could not be worked out.',
  remedy: 'Change something, or load the page again.',
};

/** The best placement of a question, worked out beside the page; the one before stays until the next is there. */
export function usePlacement(question: PlacementQuestion) {
  const client = useRef<PlacementClient | null>(null);
  const [answer, setAnswer] = useState<{ of: PlacementQuestion; placement: Placement | null } | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  useEffect(() => () => client.current?.stop(), []);
  useEffect(() => {
    let isGone = false;
    if (question.stores.length === 0) return;
    client.current ??= new PlacementClient();
    client.current
      .place(question)
      .then((placement) => {
        if (isGone) return;
        setAnswer({ of: question, placement });
        setFault(null);
      })
      .catch(() => {
        if (!isGone) setFault(failed);
      });
    return () => {
      isGone = true;
    };
  }, [question]);
  // A placement of another list says nothing of this one.
  const isOfThis = answer?.of === question;
  return { placement: isOfThis ? answer.placement : null, isWorking: !isOfThis && !fault, fault };
}
