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
    if (!highs) return placeThings(question);
    try {
      return placeThings(question, { highs, mostS });
    } catch {
      // A solver that breaks off takes nothing with it: the answer without it says that it is not proved. Any other fault comes again.
      return placeThings(question);
    }
  },
};
export type PlacementWorker = typeof placementWorker;

expose(placementWorker);
