import type { ProfileShape } from './profile-shape';

/** Fields that name a photo: of a face of the map, and of the scale that a figure was read from. */
const naming = new Set(['picture', 'photo']);

function* namedIn(value: unknown): Generator<string> {
  if (typeof value !== 'object' || value === null) return;
  for (const [key, inner] of Object.entries(value))
    if (naming.has(key) && typeof inner === 'string') yield inner;
    else yield* namedIn(inner);
}

/** The photos that a device's map and its figures name, each once. */
export const picturesOf = ({ map, places }: Pick<ProfileShape, 'map' | 'places'>): string[] => [
  ...new Set(namedIn([map, places])),
];
