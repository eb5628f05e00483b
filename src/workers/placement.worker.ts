import { expose } from 'comlink';
import { placeThings } from '@/core/placement';

const placementWorker = {
  place: async (question: Parameters<typeof placeThings>[0]) => placeThings(question),
};
export type PlacementWorker = typeof placementWorker;

expose(placementWorker);
