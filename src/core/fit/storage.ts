import type { DeviceProfile, Place } from '../device';
import { type Estimate, about, missing, sum } from '../margin';

/** One place of a device’s storage: the most that it takes, as labels count (GB), and what such a place may hold and run. */
export type StoragePlace = { place: Place; atMostGB: Estimate; keeps: Place['keeps'] };

/** All places of a device, and the most that they come to together. */
export type Storage = { places: StoragePlace[]; totalGB: Estimate };

/** The most that a place takes: of a store that is soldered in, what is in it. */
function mostOf({ limits: { capacityFromGB, capacityToGB }, replaceable, name }: Place): Estimate {
  if (replaceable || !capacityToGB.known) return capacityToGB;
  if (!capacityFromGB.known) return missing(`how large the ${name} is`, 'Read it in the device’s settings.');
  const { value, origin } = capacityToGB;
  // Sold in several sizes: what is in this one lies between.
  return about(value, value - capacityFromGB.value, 0, origin);
}

/** What a device may hold in all its places together; unknown where one of them is. */
export function storageOf({ places }: Pick<DeviceProfile, 'places'>): Storage {
  const all = places.map((place) => ({ place, atMostGB: mostOf(place), keeps: place.keeps }));
  return {
    places: all,
    totalGB: sum(
      all.map(({ atMostGB }) => atMostGB),
      `the most of ${all.map(({ place }) => place.name).join(' and ')}`,
    ),
  };
}
