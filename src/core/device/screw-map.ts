import * as z from 'zod';
import type { Procedure } from '../work';
import type { ProfileFault } from './profile-faults';

const id = z.string().regex(/^[a-z0-9-]{1,40}$/u);

/** A point on a face: where a fastener or a plug is, as shares of its width and height from the upper left. */
export const MapPoint = z.object({
  of: z.enum(['fastener', 'cable']),
  id,
  x: z.number().min(0).max(1),
  y: z.number().min(0).max(1),
});
export type MapPoint = z.infer<typeof MapPoint>;

/** One side of the device as it lies before the hands, as a plain outline. */
export const MapFace = z.object({
  id,
  name: z.string().min(1).max(60),
  acrossMm: z.number().positive().max(2000),
  downMm: z.number().positive().max(2000),
  points: z.array(MapPoint).max(200).default([]),
});
export type MapFace = z.infer<typeof MapFace>;

export const ScrewMap = z.array(MapFace).max(6).default([]);
export type ScrewMap = z.infer<typeof ScrewMap>;

/** How many points a fastener group or a cable has on all faces. */
export const placed = (map: ScrewMap, of: MapPoint['of'], which: string): number =>
  map.reduce((sum, { points }) => sum + points.filter((one) => one.of === of && one.id === which).length, 0);

/** The points of a face whose fastener or cable there is: one that was described no longer is left out, and stops no work. */
export const pointsThere = (
  { points }: MapFace,
  { fasteners, cables }: Pick<Procedure, 'fasteners' | 'cables'>,
): MapPoint[] =>
  points.filter(({ of, id: which }) =>
    (of === 'fastener' ? fasteners : cables).some((one) => one.id === which),
  );

/** Faces that share an id. */
export const mapFaults = (map: ScrewMap): ProfileFault[] =>
  map.flatMap((face, i) =>
    map.findIndex((other) => other.id === face.id) < i
      ? [{ path: ['map', i, 'id'], message: `Two faces are ${face.id}.`, mend: 'Give one another id.' }]
      : [],
  );
