import { z } from 'zod';
import { Adapter } from './adapter';
import { DockCase } from './dock-case';
import { Drive } from './drive';
import { Heatsink } from './heatsink';
import { Pad } from './pad';

/** Kinds of parts, in the order in which a catalogue lists them. */
export const partKinds = ['drive', 'heatsink', 'pad', 'adapter', 'case'] as const;
export const PartKind = z.enum(partKinds);
export type PartKind = z.infer<typeof PartKind>;

/** Schema of each kind: one Zod schema from which the type and the published JSON Schema come. */
export const partSchemas = {
  drive: Drive,
  heatsink: Heatsink,
  pad: Pad,
  adapter: Adapter,
  case: DockCase,
} as const;

export type PartOf = { drive: Drive; heatsink: Heatsink; pad: Pad; adapter: Adapter; case: DockCase };
export type Part = PartOf[PartKind];

export const Part = z.discriminatedUnion('schema', [Drive, Heatsink, Pad, Adapter, DockCase]);

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
