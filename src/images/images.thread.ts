import { parentPort, workerData } from 'node:worker_threads';
import { type ImageWork, doImageWork } from './work';

/** The thread that fetches, checks and writes images: it opens files, never the database. */
let isStopped = false;
parentPort?.on('message', (message) => {
  if (message === 'stop') isStopped = true;
});

let lastMs = 0;

doImageWork(workerData as ImageWork, {
  progress: (progress) => {
    const nowMs = performance.now();
    if (nowMs - lastMs < 100 && progress.doneBytes < progress.totalBytes) return;
    lastMs = nowMs;
    parentPort?.postMessage({ kind: 'progress', progress });
  },
  stopped: () => isStopped,
  nowMs: () => performance.now(),
  sleep: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
})
  .then((result) => parentPort?.postMessage({ kind: 'result', result }))
  .catch((error: Error) =>
    parentPort?.postMessage({
      kind: 'result',
      result: {
        ok: false,
        fault: {
          code: 'image-work',
          sentence: `The work on the image ended: ${error.message.slice(0, 200)}.`,
          remedy: 'Try it again; if it stays, throw the image away and fetch it anew.',
        },
      },
    }),
  )
  .finally(() => parentPort?.close());
