import { LatestWorker } from './latest-worker';
import type { PlacementWorker } from './placement.worker';

/** The worker that says where things go, as a page uses it. */
export const placementWorker = () =>
  new LatestWorker<PlacementWorker>(
    () => new Worker(new URL('./placement.worker.ts', import.meta.url), { type: 'module' }),
  );
