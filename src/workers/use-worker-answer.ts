import { useEffect, useRef, useState } from 'react';
import { FitClient } from './fit-client';

export type WorkerAnswer<T> =
  | { status: 'idle' }
  | { status: 'working'; share: number; secondsLeft: number | null }
  | { status: 'ready'; value: T }
  | { status: 'stopped'; message: string };

/**
 * An answer from a worker of its own, asked anew whenever `key` changes (null: nothing to ask). Stopped when the page
 * leaves it or asks something else; `stop` stops it by hand.
 */
export function useWorkerAnswer<T>(
  key: string | null,
  ask: (client: FitClient, onProgress: (share: number) => void) => Promise<T>,
): { answer: WorkerAnswer<T>; stop: () => void } {
  const [client] = useState(() => new FitClient());
  const [answer, setAnswer] = useState<WorkerAnswer<T> & { key?: string | null }>({ status: 'idle' });
  const byHand = useRef<() => void>(() => {});
  useEffect(() => {
    if (key === null) return;
    let current = true;
    const began = performance.now();
    // A moment of rest, so that dragging and typing do not start a computation at every step.
    const timer = setTimeout(() => {
      setAnswer({ status: 'working', share: 0, secondsLeft: null, key });
      // Progress comes by a channel of its own and may arrive after the answer: then it is old news.
      let settled = false;
      const onProgress = (share: number) => {
        if (!current || settled) return;
        const seconds = (performance.now() - began) / 1000;
        setAnswer({
          status: 'working',
          share,
          secondsLeft: share > 0.05 ? (seconds / share) * (1 - share) : null,
          key,
        });
      };
      const settle = (answered: WorkerAnswer<T>) => {
        settled = true;
        if (current) setAnswer({ ...answered, key });
      };
      ask(client, onProgress).then(
        (value) => settle({ status: 'ready', value }),
        (why: { message?: string }) =>
          settle({ status: 'stopped', message: why.message ?? 'The computation failed.' }),
      );
    }, 120);
    // Stopped by hand, also in the moment before the computation has begun.
    byHand.current = () => {
      current = false;
      clearTimeout(timer);
      client.stop();
      setAnswer({ status: 'stopped', message: 'Stopped.', key });
    };
    return () => {
      current = false;
      clearTimeout(timer);
      client.stop();
    };
    // The question is told by its key; the function that asks it is new at every render.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, client]);
  return {
    answer: answer.key === key || key === null ? answer : { status: 'working', share: 0, secondsLeft: null },
    stop: () => byHand.current(),
  };
}
