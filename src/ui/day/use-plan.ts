import { useEffect, useRef, useState } from 'react';
import type { Day, JobChance, Plan } from '@/core/day';
import type { Fault } from '@/core/result';
import { DayClient } from '@/workers/day-client';

const failed: Fault = {
  code: 'worker',
  sentence: 'The day could not be planned.',
  remedy: 'Load the page again; the jobs are on the Bench as they stand.',
};

export type Planned = { plan: Plan; chances: JobChance[] };

/** The plan of a day, worked out beside the page. What stood before stands until the next is there, and is where that begins. */
export function usePlan(day: Day): { planned: Planned | null; isWorking: boolean; fault: Fault | null } {
  const client = useRef<DayClient | null>(null);
  const former = useRef<readonly string[]>([]);
  const [answer, setAnswer] = useState<{ of: Day; planned: Planned } | null>(null);
  const [fault, setFault] = useState<Fault | null>(null);
  useEffect(() => () => client.current?.stop(), []);
  useEffect(() => {
    let isGone = false;
    client.current ??= new DayClient();
    client.current
      .plan(day, former.current)
      .then((planned) => {
        if (isGone) return;
        former.current = planned.plan.order;
        setAnswer({ of: day, planned });
        setFault(null);
      })
      .catch(() => {
        if (!isGone) setFault(failed);
      });
    return () => {
      isGone = true;
    };
  }, [day]);
  return { planned: answer?.planned ?? null, isWorking: answer?.of !== day && !fault, fault };
}
