import { type PartitionTable, type TableKind } from '../table/partition-table';
import { usableSectors } from '../table/gpt';
import type { LayoutWish } from './layout-wish';

/** Every partition starts on a multiple of 1 MiB: no drive's inner pages are cut, whatever their size. */
export const lineBytes = 2 ** 20;

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
