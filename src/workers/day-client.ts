import type { DayWorker } from './day.worker';
import { LatestWorker } from './latest-worker';

/** The worker that plans a day, as a page uses it. */
export const dayWorker = () =>
  new LatestWorker<DayWorker>(
    () => new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' }),
  );
