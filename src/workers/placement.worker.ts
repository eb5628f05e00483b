import { expose } from 'comlink';
import loadHighs from 'highs';
import { placeThings } from '@/core/placement';

// Where it cannot be loaded, an answer that is not tried to the end says so with its bound.
const loading = loadHighs({ locateFile: () => new URL('highs/runtime', import.meta.url).href }).catch(
  () => null,
);

const placementWorker = {
  place: async (question: Parameters<typeof placeThings>[0], mostS: number) => {
    const highs = await loading;
    return placeThings(question, highs && { highs, mostS });
  },
};
export type PlacementWorker = typeof placementWorker;

expose(placementWorker);
