import { Worker } from 'node:worker_threads';
import { type Result, refuse } from '@/core/result';
import type { ImageProgress } from './hooks';
import type { ImageOutcome, ImageWork } from './work';

export type RunningImageWork = { finished: Promise<Result<ImageOutcome>>; stop: () => void };

/** How work on images is run: in threads by the server, in the same process by tests. */
export type ImageThreads = (work: ImageWork, progress: (progress: ImageProgress) => void) => RunningImageWork;

const died = (): Result<ImageOutcome> =>
  refuse('image-work', 'The work on the image ended unexpectedly.', 'Begin it again: what is here stays.');

type Message =
  { kind: 'progress'; progress: ImageProgress } | { kind: 'result'; result: Result<ImageOutcome> };

export const imageThreads: ImageThreads = (work, progress) => {
  const worker = new Worker(new URL('./images.thread.ts', import.meta.url), { workerData: { ...work } });
  const finished = new Promise<Result<ImageOutcome>>((resolve) => {
    worker.on('message', (message: Message) =>
      message.kind === 'progress' ? progress(message.progress) : resolve(message.result),
    );
    worker.on('error', () => resolve(died()));
    worker.on('exit', () => resolve(died()));
  });
  return { finished, stop: () => worker.postMessage('stop') };
};
