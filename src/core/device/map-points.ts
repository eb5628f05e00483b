import type { Procedure } from '../work';
import type { ProfileFault } from './profile-fault';
import { type ScrewMap, type MapPoint, type MapFace } from './screw-map';

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
