import type { Drive, Heatsink, Pad } from '@/core/part';
import { catalogueMark, partsOfKind } from './parts';
import type { Database } from './database';

export type Shelves = { mark: string; drives: Drive[]; pads: Pad[]; sinks: Heatsink[] };

/** The catalogue's drives, pads and sinks, parsed once and kept until a part changes. */
export async function shelves(kept: { database: Database; shelves: Shelves | null }): Promise<Shelves> {
  const { database } = kept;
  const mark = await catalogueMark(database);
  if (kept.shelves?.mark !== mark)
    kept.shelves = {
      mark,
      drives: await partsOfKind(database, 'drive'),
      pads: await partsOfKind(database, 'pad'),
      sinks: await partsOfKind(database, 'heatsink'),
    };
  return kept.shelves;
}
