import type { Drive, Heatsink, Pad } from '@/core/part';
import { catalogueMark, partsOfKind } from './parts';
import type { Runtime } from './runtime';

export type Shelves = { mark: string; drives: Drive[]; pads: Pad[]; sinks: Heatsink[] };

/** The catalogue's drives, pads and sinks, parsed once and kept until a part changes. */
export async function shelves(runtime: Runtime): Promise<Shelves> {
  const { database } = runtime;
  const mark = await catalogueMark(database);
  if (runtime.shelves?.mark !== mark)
    runtime.shelves = {
      mark,
      drives: await partsOfKind(database, 'drive'),
      pads: await partsOfKind(database, 'pad'),
      sinks: await partsOfKind(database, 'heatsink'),
    };
  return runtime.shelves;
}
