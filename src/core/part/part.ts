import * as z from 'zod';
import { Adapter, AdapterShape } from './adapter';
import { DockCase, DockCaseShape } from './dock-case';
import { Drive, DriveShape } from './drive';
import { Heatsink, HeatsinkShape } from './heatsink';
import { Pad, PadShape } from './pad';

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

/** The same as they are kept: what was taken in once is read, whatever is checked of new ones today. */
export const keptPartSchemas = {
  drive: DriveShape,
  heatsink: HeatsinkShape,
  pad: PadShape,
  adapter: AdapterShape,
  case: DockCaseShape,
} as const;

export type PartOf = { drive: Drive; heatsink: Heatsink; pad: Pad; adapter: Adapter; case: DockCase };
export type Part = PartOf[PartKind];

export const Part = z.discriminatedUnion('schema', [Drive, Heatsink, Pad, Adapter, DockCase]);
export const KeptPart = z.discriminatedUnion('schema', [
  DriveShape,
  HeatsinkShape,
  PadShape,
  AdapterShape,
  DockCaseShape,
]);

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
