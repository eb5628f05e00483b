import { Worker } from 'node:worker_threads';

/** Whether a database opens, tried where it can be ended. */
export type Probe = (folder: string) => Promise<boolean>;

/** Recovering from a power cut takes seconds; what takes longer than this turns in circles. */
const mostMs = 90_000;

export const workerProbe: Probe = (folder) =>
  new Promise((resolve) => {
    const worker = new Worker(new URL('./probe.thread.ts', import.meta.url), { workerData: { folder } });
    const timer = setTimeout(() => answer(false), mostMs);
    const answer = (opens: boolean) => {
      clearTimeout(timer);
      worker.removeAllListeners();
      // It is gone before the server opens the same folder.
      void worker.terminate().then(() => resolve(opens));
    };
    worker.on('message', (message) => answer(message === 'opens'));
    worker.on('error', () => answer(false));
    worker.on('exit', () => answer(false));
  });
