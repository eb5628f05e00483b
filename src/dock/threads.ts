import { Worker } from 'node:worker_threads';
import type { Result } from '@/core/result';
import type { CopyOutcome } from '@/copier';
import type { CopyJob } from './copy';
import type { CopyProgress } from '@/core/copy';
import type { FillOrder } from './fill-drive';

export type RunningCopy = {
  finished: Promise<Result<CopyOutcome>>;
  stop: () => void;
  /** So many copies share the bench's links now. */
  share?: (copies: number) => void;
};

/** How long work is run: in threads by the server, in the same process by tests. */
export interface Threads {
  copy(job: CopyJob, progress: (progress: CopyProgress) => void): RunningCopy;
  fill(order: FillOrder): Promise<void>;
}

const died = (code: number): Result<CopyOutcome> => ({
  ok: false,
  fault: {
    code: 'copier',
    sentence: `The copier ended unexpectedly (${code}).`,
    remedy: 'Go on: it resumes behind the last verified block.',
  },
});

export const workerThreads: Threads = {
  copy(job, progress) {
    const worker = new Worker(new URL('./copy.thread.ts', import.meta.url), { workerData: { ...job } });
    const finished = new Promise<Result<CopyOutcome>>((resolve) => {
      worker.on(
        'message',
        (
          message:
            { kind: 'progress'; progress: CopyProgress } | { kind: 'result'; result: Result<CopyOutcome> },
        ) => {
          if (message.kind === 'progress') progress(message.progress);
          else resolve(message.result);
        },
      );
      worker.on('error', () => resolve(died(1)));
      worker.on('exit', (code) => resolve(died(code)));
    });
    return {
      finished,
      stop: () => worker.postMessage('stop'),
      share: (copies) => worker.postMessage({ share: copies }),
    };
  },
  fill(order) {
    const worker = new Worker(new URL('./fill.thread.ts', import.meta.url), { workerData: { ...order } });
    return new Promise((resolve, reject) => {
      worker.on('message', (message: { ok: boolean; message?: string }) =>
        message.ok ? resolve() : reject(new Error(message.message)),
      );
      worker.on('error', reject);
      worker.on('exit', () => reject(new Error('the thread ended')));
    });
  },
};
