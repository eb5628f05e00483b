import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import type { PinAnswer, TaskPin } from '@/core/day';
import type { BenchView } from '@/core/job-view';
import type { Fault } from '@/core/result';
import { newRequestId, post } from '@/app/call';
import { showMoment } from '@/ui/clock';

/** What was pressed here: the pin, and from which moment of the server on a page knows of it; null while it is under way. */
type Pressed = { pin: TaskPin | null; knownAt: string | null };

/**
 * Pins of the day, set and taken out from this window; what came of the last one is said. They stand at once, so that key after key goes
 * on from the one before; each is sent when the one before was answered, and stands until a page was fetched that knows of it.
 */
export function usePins({ pins, day, frame }: BenchView) {
  const router = useRouter();
  const [fault, setFault] = useState<Fault | null>(null);
  const [said, setSaid] = useState('');
  const [pressed, setPressed] = useState<Record<string, Pressed>>({});
  const newer = Object.entries(pressed).filter(
    ([, { knownAt }]) => knownAt === null || Date.parse(frame.now) < Date.parse(knownAt),
  );
  const stand = Object.fromEntries(
    Object.entries({ ...pins, ...Object.fromEntries(newer.map(([id, { pin }]) => [id, pin])) }).flatMap(
      ([id, pin]) => (pin ? [[id, pin]] : []),
    ),
  );
  const sent = useRef<Promise<void>>(Promise.resolve());
  const left = useRef(0);
  const send = async (taskId: string, pin: TaskPin | null, was: TaskPin | null) => {
    const task = day.tasks.find(({ id }) => id === taskId);
    const done = await post<PinAnswer>('/api/day/pins', { taskId, pin, was }, newRequestId());
    left.current -= 1;
    setFault(done.ok ? null : done.fault);
    if (!done.ok) setPressed(({ [taskId]: _, ...others }) => others);
    else {
      const { at } = done.value;
      // A key that was pressed meanwhile is still under way.
      setPressed((all) => (all[taskId]?.pin === pin ? { ...all, [taskId]: { pin, knownAt: at } } : all));
      setSaid(
        `${task?.what ?? 'Work'} of ${task?.jobId ?? 'a job'}: ${pin ? `pinned to ${pin.by} from ${showMoment(pin.at, frame.settings)}` : 'its pin is out'}.`,
      );
    }
    if (left.current === 0) router.refresh();
  };
  const set = (taskId: string, pin: TaskPin | null) => {
    const was = stand[taskId] ?? null;
    setPressed({ ...pressed, [taskId]: { pin, knownAt: null } });
    left.current += 1;
    sent.current = sent.current.then(() => send(taskId, pin, was));
  };
  return { pins: stand, set, fault, said };
}
