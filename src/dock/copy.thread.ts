import { parentPort, workerData } from 'node:worker_threads';
import type { CopyHooks } from '@/copier';
import { type CopyJob, runCopy } from './copy';

/** The copier's own thread: opens drives and journal, never the database. */
let stopped = false;
let share: (copies: number) => void = () => {};
let copies = 1;
parentPort?.on('message', (message) => {
  if (message === 'stop') stopped = true;
  else if (typeof message?.share === 'number') share((copies = message.share));
});

let lastMs = 0;
const sharing = {
  onChange(tell: (copies: number) => void) {
    share = tell;
    tell(copies);
  },
};

const hooks: CopyHooks = {
  progress: (progress) => {
    const nowMs = performance.now();
    // Ten messages a second are enough for a page; the last one always goes.
    if (nowMs - lastMs < 100 && progress.verifiedBytes < progress.totalBytes) return;
    lastMs = nowMs;
    parentPort?.postMessage({ kind: 'progress', progress });
  },
  stopped: () => stopped,
  nowMs: () => performance.now(),
  sleep: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
};

runCopy(workerData as CopyJob, hooks, sharing)
  .then((result) => parentPort?.postMessage({ kind: 'result', result }))
  .catch((error: NodeJS.ErrnoException) =>
    parentPort?.postMessage({
      kind: 'result',
      result: {
        ok: false,
        fault:
          error.code === 'ENOSPC'
            ? {
                code: 'disk-full',
                sentence: 'The disk under the data folder is full.',
                remedy: 'Make room, then go on: nothing verified is lost.',
              }
            : {
                code: 'copier',
                sentence: `The copier stopped: ${error.code ?? error.message}.`,
                remedy: 'Check the data folder, then go on.',
              },
      },
    }),
  )
  .finally(() => parentPort?.close());
