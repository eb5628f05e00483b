import type { DeviceProfile, Place } from '../device';
import { type Layout, placedBytes } from '../disk';
import { type Build, driveBytes, storageOf, writeRate } from '../fit';
import type { Store } from '../placement';
import { fitAnswer } from './fit-of';
import type { Job } from './job';
import { mainPart } from './expect';
import { placeIdOf } from './place-of-job';

/** Share of a store that is left free: for what the system writes by itself, and so that it stays quick. A named default. */
const keptFree = 0.1;
/** What a store reads and writes where nobody stated it, bytes/s: named defaults, to be changed by whoever knows better. */
const usualRates: Readonly<Record<Place['role'], [read: number, write: number]>> = Object.freeze({
  system: [500e6, 300e6],
  expansion: [500e6, 300e6],
  card: [80e6, 40e6],
});

const idOf = (place: Place) =>
  place.id
    .toLowerCase()
    .replaceAll(/[^a-z0-9-]/gu, '-')
    .slice(0, 24);

/**
 * The stores of a job's device, with the room that they have for things: the new drive by its layout, the others by what is in them, where that is
 * known. Rates of the new drive come from its chain; of the others they are usual ones.
 */
export function storesOfJob(
  job: Job,
  profile: DeviceProfile,
  layout: Layout | null,
  build: Build | null,
): Store[] {
  const chosen = placeIdOf(job);
  const main = profile.places.find(({ id }) => id === chosen) ?? profile.places[0];
  return storageOf(profile).places.flatMap(({ place, atMostGB }): Store[] => {
    const [read, write] = usualRates[place.role];
    const base = {
      id: idOf(place),
      name: place.name,
      runs: place.role === 'card' ? ('some' as const) : ('all' as const),
    };
    if (place === main && build) {
      const bytes = layout ? placedBytes(layout, mainPart(layout)) : driveBytes(build.drive);
      const answer = job.choice && fitAnswer(job, profile, build, job.choice.placeId);
      const rate = answer?.speed.rate;
      const writes = writeRate(place, build);
      return [
        {
          ...base,
          roomBytes: Math.floor(bytes * (1 - keptFree)),
          readBytesPerS: rate?.known ? rate.value : read,
          writeBytesPerS: writes.known ? writes.value : write,
        },
      ];
    }
    // Nothing is chosen yet: a drive of the size that is wanted.
    if (place === main)
      return [
        {
          ...base,
          name: `${place.name}, ${job.takeIn.wantedGB} GB as wanted`,
          roomBytes: Math.floor(job.takeIn.wantedGB * 1e9 * (1 - keptFree)),
          readBytesPerS: read,
          writeBytesPerS: write,
        },
      ];
    if (!atMostGB.known) return [];
    // What is not replaced keeps what is in it: of a range the least.
    const gb = atMostGB.value - (atMostGB.minus ?? 0);
    const roomBytes = Math.floor(gb * 1e9 * (1 - keptFree));
    return place.replaceable || roomBytes <= 0
      ? []
      : [{ ...base, roomBytes, readBytesPerS: read, writeBytesPerS: write }];
  });
}
