import { isKept } from '../margin';
import { contentBytes, isWish } from './wish';
import type { CandidateLine } from './rank';
import type { Setting } from './question';

/** Typical sizes of what people keep, bytes each: named defaults, to begin a list with. */
export const typicalSizes: readonly { name: string; bytes: number }[] = Object.freeze([
  { name: 'large games', bytes: 80e9 },
  { name: 'small games', bytes: 6e9 },
  { name: 'films', bytes: 8e9 },
  { name: 'hours of recording', bytes: 5e9 },
  { name: 'music albums', bytes: 0.4e9 },
]);

/** Share that is added for what comes later, where nobody said how much: a named default. */
export const usualGrowth = 0.3;

export type Proposal = {
  /** What has to go on it, with room to grow, bytes. */
  neededBytes: number;
  /** The smallest drive that fits the device and has that room; null where none has. */
  line: CandidateLine | null;
  /** The next size up, where its usable gigabyte costs less. */
  cheaperPerGB: CandidateLine | null;
};

/**
 * The size that the library, the data to keep and some growth ask for, over the drives that fit: the smallest that has the room, and the
 * next one where it is cheaper by the gigabyte. Null where nothing is known of either.
 */
export function proposeSize(
  setting: Pick<Setting, 'old' | 'library'>,
  lines: CandidateLine[],
  growth: number = usualGrowth,
): Proposal | null {
  const content = contentBytes(setting);
  if (!content.known || content.value <= 0) return null;
  const neededBytes = Math.ceil((content.value + (content.plus ?? 0)) * (1 + growth));
  const fits = ({ worst }: CandidateLine) => isKept(worst) || isWish(worst);
  const bySize = lines
    .filter(fits)
    .filter(({ freeShownBytes }) => freeShownBytes >= neededBytes)
    .sort(
      (a, b) =>
        a.build.drive.labelGB - b.build.drive.labelGB || (a.minor ?? Infinity) - (b.minor ?? Infinity),
    );
  const [line = null] = bySize;
  const larger = bySize.find(({ build }) => line !== null && build.drive.labelGB > line.build.drive.labelGB);
  const [now, then] = [line?.minorPerUsableGB ?? null, larger?.minorPerUsableGB ?? null];
  return { neededBytes, line, cheaperPerGB: now !== null && then !== null && then < now ? larger! : null };
}
