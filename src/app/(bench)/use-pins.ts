import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { TaskPin } from '@/core/day';
import type { BenchView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { newRequestId, post } from '@/app/call';
import { showMoment } from '@/ui/clock';

/**
 * Pins of the day, set and taken out from this window; what came of the last one is said. They stand at once, so that key after key goes
 * on from the one before; each is sent when the one before was answered.
 */
export function usePins({ pins, day, frame }: BenchView) {
  const router = useRouter();
  const [fault, setFault] = useState<Fault | null>(null);
  const [said, setSaid] = useState('');
  // What was pressed here and is not in the fetched page yet; null where a pin was taken out.
  const [mine, setMine] = useState<Record<string, TaskPin | null>>({});
  const stand = Object.fromEntries(
    Object.entries({ ...pins, ...mine }).flatMap(([id, pin]) => (pin ? [[id, pin]] : [])),
  );
  const sent = useRef<Promise<void>>(Promise.resolve());
  const left = useRef(0);
  useEffect(() => {
    // A page that was fetched while something was under way knows nothing of that yet.
    if (left.current === 0) setMine({});
  }, [pins]);
  const send = async (taskId: string, pin: TaskPin | null, was: TaskPin | null) => {
    const task = day.tasks.find(({ id }) => id === taskId);
    const done = await post<TaskPin | null>('/api/day/pins', { taskId, pin, was }, newRequestId());
    left.current -= 1;
    setFault(done.ok ? null : done.fault);
    if (done.ok)
      setSaid(
        `${task?.what ?? 'Work'} of ${task?.jobId ?? 'a job'}: ${pin ? `pinned to ${pin.by} from ${showMoment(pin.at, frame.settings)}` : 'its pin is out'}.`,
      );
    // As it stands on the server, once nothing more is under way.
    if (left.current === 0) router.refresh();
  };
  const set = (taskId: string, pin: TaskPin | null) => {
    const was = stand[taskId] ?? null;
    setMine({ ...mine, [taskId]: pin });
    left.current += 1;
    sent.current = sent.current.then(() => send(taskId, pin, was));
  };
  return { pins: stand, set, fault, said };
}
