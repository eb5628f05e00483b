import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { TaskPin } from '@/core/day';
import type { BenchView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { newRequestId, post } from '@/app/call';
import { showMoment } from '@/ui/clock';

/** Pins of the day, set and taken out from this window; what came of the last one is said. */
export function usePins({ pins, day, frame }: BenchView) {
  const router = useRouter();
  const [fault, setFault] = useState<Fault | null>(null);
  const [said, setSaid] = useState('');
  const set = async (taskId: string, pin: TaskPin | null) => {
    const task = day.tasks.find(({ id }) => id === taskId);
    const done = await post<TaskPin | null>(
      '/api/day/pins',
      { taskId, pin, was: pins[taskId] ?? null },
      newRequestId(),
    );
    setFault(done.ok ? null : done.fault);
    if (done.ok)
      setSaid(
        `${task?.what ?? 'Work'} of ${task?.jobId ?? 'a job'}: ${pin ? `pinned to ${pin.by} from ${showMoment(pin.at, frame.settings)}` : 'its pin is out'}.`,
      );
    router.refresh();
  };
  return { set: (taskId: string, pin: TaskPin | null) => void set(taskId, pin), fault, said };
}
