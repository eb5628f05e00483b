import * as z from 'zod';
import { type PartitionTable, type TableKind } from '../table/partition-table';
import { usableSectors } from '../table/gpt';

/** Every partition starts on a multiple of 1 MiB: no drive's inner pages are cut, whatever their size. */
export const lineBytes = 2 ** 20;

const PartNumber = z.int().min(1).max(256);

/** What a person wishes of the new drive; everything left out follows from the old one. */
export const LayoutWish = z.object({
  /** Share of the new drive kept unpartitioned, percent 0 to 50. */
  holdBackPercent: z.number().min(0).max(50),
  /** Numbers of the partitions that stay behind. */
  dropped: z.array(PartNumber).max(128).default([]),
  /** Sizes by hand, MiB by partition number; the partition that grows takes the rest where it has none. */
  sizesMiB: z
    .record(
      z.string().regex(/^\d{1,3}$/u),
      z
        .int()
        .positive()
        .max(2 ** 33),
    )
    .default({}),
  /** Room for a second system beside the first, which shares its EFI partition. */
  secondSystemMiB: z
    .int()
    .positive()
    .max(2 ** 33)
    .nullable()
    .default(null),
});
export type LayoutWish = z.infer<typeof LayoutWish>;

/** Fill the drive: nothing by hand. */
export const fillWish: LayoutWish = { holdBackPercent: 0, dropped: [], sizesMiB: {}, secondSystemMiB: null };

export type SectorRange = { firstSector: number; lastSector: number };

export type PlacedPartition = {
  number: number;
  name: string;
  typeGuid: string;
  partGuid: string;
  attributes: string;
  /** Where it stands on the old drive, in its sectors; null for a new partition. */
  from: SectorRange | null;
  to: SectorRange;
  change: 'stays' | 'moves' | 'grows' | 'moves and grows' | 'shrinks' | 'moves and shrinks' | 'new';
  /** Who makes the file system as large as the grown partition: the copy itself, or the device at its first start. */
  grownBy: 'rewrite' | 'device' | null;
};

/** The partitions of the new drive, to the sector. */
export type Layout = {
  kind: TableKind;
  sectorBytes: number;
  sourceSectorBytes: number;
  sourceSectors: number;
  targetSectors: number;
  diskGuid: string;
  partitions: PlacedPartition[];
  dropped: { number: number; name: string; bytes: number; firstSector: number }[];
  /** Unpartitioned bytes on the new drive, alignment included. */
  spareBytes: number;
  /** Set where the growing partition's file system ends before the room does. */
  growthStoppedBy: string | null;
};

const size = (range: SectorRange) => range.lastSector - range.firstSector + 1;

/** Bytes of a placed partition on the new drive. */
export const placedBytes = (layout: Layout, partition: PlacedPartition) =>
  size(partition.to) * layout.sectorBytes;

/** Bytes of a partition on the old drive; 0 for a new one. */
export const oldBytes = (layout: Layout, partition: PlacedPartition) =>
  partition.from ? size(partition.from) * layout.sourceSectorBytes : 0;

/** Where a partition begins on the old and on the new drive, bytes. */
export const oldStart = (layout: Layout, partition: PlacedPartition) =>
  (partition.from?.firstSector ?? 0) * layout.sourceSectorBytes;
export const newStart = (layout: Layout, partition: PlacedPartition) =>
  partition.to.firstSector * layout.sectorBytes;

/** The table that the new drive gets. Identities are kept: systems find their partitions by them. */
export function targetTable(layout: Layout): PartitionTable {
  return {
    kind: layout.kind,
    sectorBytes: layout.sectorBytes,
    driveSectors: layout.targetSectors,
    diskGuid: layout.diskGuid,
    ...(layout.kind === 'gpt'
      ? usableSectors(layout.targetSectors, layout.sectorBytes)
      : { firstUsable: layout.kind === 'none' ? 0 : 1, lastUsable: layout.targetSectors - 1 }),
    partitions: layout.partitions.map(({ number, name, typeGuid, partGuid, attributes, to }) => ({
      number,
      name,
      typeGuid,
      partGuid,
      attributes,
      ...to,
    })),
  };
}
