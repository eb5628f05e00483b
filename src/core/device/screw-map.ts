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

/** Points of what is not there, and more of them than there are. */
export function mapFaults(map: ScrewMap, { fasteners, cables }: Procedure): ProfileFault[] {
  const faults: ProfileFault[] = [];
  map.forEach((face, i) => {
    if (map.findIndex((other) => other.id === face.id) < i)
      faults.push({
        path: ['map', i, 'id'],
        message: `Two faces are ${face.id}.`,
        mend: 'Give one another id.',
      });
    face.points.forEach((point, j) => {
      const known: { id: string }[] = point.of === 'fastener' ? fasteners : cables;
      if (!known.some((one) => one.id === point.id))
        faults.push({
          path: ['map', i, 'points', j],
          message: `There is no ${point.of === 'fastener' ? 'fastener group' : 'cable'} ${point.id}.`,
          mend: 'Describe it, or take the point off the map.',
        });
    });
  });
  for (const { id: group, count, where } of fasteners)
    if (placed(map, 'fastener', group) > count)
      faults.push({
        path: ['map'],
        message: `The map has ${placed(map, 'fastener', group)} points of ${where}, and there are ${count}.`,
        mend: 'Take points off the map, or correct the count.',
      });
  return faults;
}
