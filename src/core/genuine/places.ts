/** The grid that places stand on, bytes: what falls onto another place, does so at whole mebibytes. */
export const gridBytes = 2 ** 20;

/**
 * Where a drive is tried: places on a grid of mebibytes, ascending, such that their differences take every multiple of the grid up to
 * nearly the whole drive (baby steps and giant steps, as in Shanks 1971: with n = ⌊bytes ÷ grid⌋ and m = ⌈√n⌉ the first m places and
 * every m-th). A drive that keeps r mebibytes and lets what is beyond fall onto them at an offset of r then has two of the places on one
 * another; one that loses what is beyond has one of them there. About 2·√n places.
 */
export function placesOf(bytes: number): number[] {
  const count = Math.floor(bytes / gridBytes);
  const step = Math.ceil(Math.sqrt(count));
  const places = new Set<number>();
  for (let i = 0; i < Math.min(step, count); i += 1) places.add(i);
  for (let i = step; i < count; i += step) places.add(i);
  if (count > 0) places.add(count - 1);
  return [...places].sort((a, b) => a - b).map((place) => place * gridBytes);
}

/**
 * The most that a drive may keep and still be surely found out, bytes: above it no two places need fall onto one another. Named in every
 * verdict, because a smaller lie passes.
 */
export function surelyFoundBytes(bytes: number): number {
  const count = Math.floor(bytes / gridBytes);
  const step = Math.ceil(Math.sqrt(count));
  return Math.max(0, Math.floor((count - 1) / step) * step) * gridBytes;
}

/**
 * Chance that places all miss a share 0..1 of the drive that is bad here and there, none of it in one stretch: each misses with 1 − share.
 */
export const missScattered = (share: number, places: number): number => (1 - share) ** places;
