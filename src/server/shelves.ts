import type { Drive, Heatsink, Pad, PartKind, PartOf } from '@/core/part';
import { othersTurn } from './import-rows';
import { catalogueMark, partsAfter } from './parts';
import type { Database } from './database';

export type Shelves = { mark: string; drives: Drive[]; pads: Pad[]; sinks: Heatsink[] };

/** Parts read in one go: behind them others have their turn. */
const partsAtOnce = 100;

const compareTexts = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

/** All parts of a kind, read and parsed in slices, so that nobody waits for a large catalogue; by their ids. */
async function inSlices<K extends PartKind>(database: Database, kind: K): Promise<PartOf[K][]> {
  const parts: PartOf[K][] = [];
  for (let after: string | null = ''; after !== null;) {
    const slice: { parts: PartOf[K][]; last: string | null } = await partsAfter(
      database,
      kind,
      after,
      partsAtOnce,
    );
    parts.push(...slice.parts);
    after = slice.last;
    await othersTurn();
  }
  return parts;
}

/** As they lie in a drawer: by maker, model and thickness. */
const inOrder = <P extends Pad | Heatsink>(parts: P[]): P[] => {
  const thickness = (part: Pad | Heatsink) =>
    part.schema === 'jicara.pad/2' ? part.freeThicknessMm.value : part.baseMm.value;
  return parts.sort(
    (a, b) =>
      compareTexts(a.maker, b.maker) ||
      compareTexts(b.model, a.model) ||
      thickness(a) - thickness(b) ||
      compareTexts(a.id, b.id),
  );
};

async function read(database: Database, mark: string): Promise<Shelves> {
  return {
    mark,
    drives: await inSlices(database, 'drive'),
    pads: inOrder(await inSlices(database, 'pad')),
    sinks: inOrder(await inSlices(database, 'heatsink')),
  };
}

const underWay = new WeakMap<Database, { mark: string; read: Promise<Shelves> }>();

/** The catalogue's drives, pads and sinks, parsed once and kept until a part changes; whoever asks meanwhile waits for the same. */
export async function shelves({ database }: { database: Database }): Promise<Shelves> {
  const mark = await catalogueMark(database);
  const known = underWay.get(database);
  if (known?.mark === mark) return known.read;
  const begun = { mark, read: read(database, mark) };
  underWay.set(database, begun);
  // What failed is tried again by the next who asks.
  begun.read.catch(() => underWay.get(database) === begun && underWay.delete(database));
  return begun.read;
}
