import { type PartitionTable, partitionBytes } from '../table/partition-table';
import { type Layout, lineBytes, placedBytes } from './layout';
import { type LayoutWish } from './layout-wish';
import { type Target, planLayout } from './plan-layout';
import { type PartitionRules } from './rules';

/** Smallest and largest size in whole MiB that a partition can be given by hand. */
export type PartitionBounds = { leastMiB: number; mostMiB: number };

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
 * How far each border of `layout`, which was made from the same wish, can be dragged: a partition gives up what its file
 * system does not span, and takes what the growing partition can give up and what is unpartitioned.
 */
export function partitionBounds(
  source: PartitionTable,
  target: Target,
  wish: LayoutWish,
  rules: PartitionRules,
  layout: Layout,
): Record<number, PartitionBounds> {
  const whole = Math.floor((target.sectors * target.sectorBytes) / lineBytes);
  return Object.fromEntries(
    layout.partitions.map((partition) => {
      const rule = rules[partition.number];
      const now = Math.floor(placedBytes(layout, partition) / lineBytes);
      const own = source.partitions.find(({ number }) => number === partition.number);
      const least =
        partition.from === null
          ? 1
          : aligned(rule?.leastBytes ?? (own ? partitionBytes(own, source.sectorBytes) : 0));
      const most =
        partition.from === null || !rule ? whole : Math.min(whole, Math.floor(rule.mostBytes / lineBytes));
      const wished = (size: number): LayoutWish =>
        partition.from === null
          ? { ...wish, secondSystemMiB: size }
          : { ...wish, sizesMiB: { ...wish.sizesMiB, [partition.number]: size } };
      const mostMiB = largest(
        Math.max(now, least),
        most,
        (size) => planLayout(source, target, wished(size), rules).ok,
      );
      return [partition.number, { leastMiB: least, mostMiB }];
    }),
  );
}
