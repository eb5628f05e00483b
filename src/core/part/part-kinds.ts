import type { Part, PartKind } from './part';

const kindOfSchema: Record<Part['schema'], PartKind> = {
  'jicara.drive/2': 'drive',
  'jicara.heatsink/1': 'heatsink',
  'jicara.pad/2': 'pad',
  'jicara.adapter/1': 'adapter',
  'jicara.case/2': 'case',
};

export const kindOf = (part: Part): PartKind => kindOfSchema[part.schema];

/** How many of each part lie on the shelf, by id. */
export type Shelf = Readonly<Record<string, number>>;

export const shelfOf = (parts: Part[]): Shelf =>
  Object.fromEntries(parts.map(({ id, onShelf }) => [id, onShelf]));
