import * as z from 'zod';
import { Adapter, AdapterShape } from './adapter';
import { DockCase, DockCaseShape } from './dock-case';
import { Drive, DriveShape } from './drive';
import { Heatsink, HeatsinkShape } from './heatsink';
import { Pad, PadShape } from './pad';
import { partKinds } from './part-kind-names';

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
