import { parentPort, workerData } from 'node:worker_threads';
import { type CopyJob, runCopy } from './copy';

/** The copier's own thread: opens drives and journal, never the database. */
let stopped = false;
parentPort?.on('message', (message) => {
  if (message === 'stop') stopped = true;
});

let lastMs = 0;
runCopy(workerData as CopyJob, {
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
})
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
