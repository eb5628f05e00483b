import { type PartTable, partBytes } from '../table/part-table';
import { type Layout, type LayoutWish, lineBytes, placedBytes } from './layout';
import { type Target, planLayout } from './plan-layout';
import { type PartRules } from './rules';

/** Smallest and largest size in whole MiB that a part can be given by hand. */
export type PartBounds = { leastMiB: number; mostMiB: number };

const aligned = (bytes: number) => Math.ceil(bytes / lineBytes);

/** The largest size for which a layout can be made: sizes that fit are all below those that do not. */
function largest(from: number, to: number, fits: (mebibytes: number) => boolean): number {
  let [least, most] = [from, to];
  while (least < most) {
    const middle = Math.ceil((least + most) / 2);
    if (fits(middle)) least = middle;
    else most = middle - 1;
  }
  return least;
}

/**
 * How far each border of `layout`, which was made from the same wish, can be dragged: a part gives up what its file
 * system does not span, and takes what the growing part can give up and what is unpartitioned.
 */
export function partBounds(
  source: PartTable,
  target: Target,
  wish: LayoutWish,
  rules: PartRules,
  layout: Layout,
): Record<number, PartBounds> {
  const whole = Math.floor((target.sectors * target.sectorBytes) / lineBytes);
  return Object.fromEntries(
    layout.parts.map((part) => {
      const rule = rules[part.number];
      const now = Math.floor(placedBytes(layout, part) / lineBytes);
      const own = source.parts.find(({ number }) => number === part.number);
      const least =
        part.from === null ? 1 : aligned(rule?.leastBytes ?? (own ? partBytes(own, source.sectorBytes) : 0));
      const most =
        part.from === null || !rule ? whole : Math.min(whole, Math.floor(rule.mostBytes / lineBytes));
      const wished = (size: number): LayoutWish =>
        part.from === null
          ? { ...wish, secondSystemMiB: size }
          : { ...wish, sizesMiB: { ...wish.sizesMiB, [part.number]: size } };
      const mostMiB = largest(
        Math.max(now, least),
        most,
        (size) => planLayout(source, target, wished(size), rules).ok,
      );
      return [part.number, { leastMiB: least, mostMiB }];
    }),
  );
}
