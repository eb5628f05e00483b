import type { BlockReader } from '../block-reader';
import { isAllZero, viewOf } from '../bytes';
import { type ByteRange, RangeCollector } from '../byte-range';
import { type Fat, clusterBytes, clusterOffset, dataStartSector, endOfChain } from './fat';

const chunkBytes = 2 ** 20;

const tableStart = (fat: Fat) => fat.reservedSectors * fat.sectorBytes;

/** One entry of the first table; null where the partition ends before it. */
export async function readEntry(partition: BlockReader, fat: Fat, cluster: number): Promise<number | null> {
  const at = tableStart(fat) + Math.floor((cluster * fat.bits) / 8);
  const bytes = await partition.read(at, fat.bits === 32 ? 4 : 2);
  if (bytes.length < (fat.bits === 32 ? 4 : 2)) return null;
  return entryAt(viewOf(bytes), 0, fat.bits, cluster);
}

function entryAt(view: DataView, at: number, bits: Fat['bits'], cluster: number): number {
  if (bits === 32) return view.getUint32(at, true) & 0x0fffffff;
  const word = view.getUint16(at, true);
  return bits === 16 ? word : cluster % 2 === 0 ? word & 0xfff : word >>> 4;
}

export type FatUsage = { usedClusters: number; ranges: ByteRange[]; isCoarse: boolean; isComplete: boolean };

/**
 * What is in use: reserved sectors, all tables, the fixed root folder, and clusters whose entry is not free (0). A
 * bad-cluster mark is carried in the table and its cluster not read. Ranges count from the partition's start; clusters
 * behind a table that ends too soon count as used.
 */
export async function readFatUsage(partition: BlockReader, fat: Fat): Promise<FatUsage> {
  const collector = new RangeCollector(fat.totalSectors * fat.sectorBytes);
  collector.add(0, dataStartSector(fat) * fat.sectorBytes);
  const bad = endOfChain(fat.bits) - 1;
  const size = clusterBytes(fat);
  const end = fat.clusters + 2;
  let usedClusters = 0;
  const used = (first: number, after: number) => {
    usedClusters += after - first;
    const start = clusterOffset(fat, first);
    collector.add(start, start + (after - first) * size);
  };
  // Twelve bits do not divide a chunk; such a table is at most 6 KiB and is read at once.
  const perChunk = fat.bits === 12 ? 4096 : (chunkBytes * 8) / fat.bits;
  for (let first = 0; first < end; first += perChunk) {
    const count = Math.min(perChunk, end - first);
    const offset = tableStart(fat) + (first * fat.bits) / 8;
    const length = Math.ceil((count * fat.bits) / 8);
    // A chunk known to be unwritten holds only free clusters; reading terabytes of holes costs minutes.
    if (partition.isHole?.(offset, length)) continue;
    const bytes = await partition.read(offset, length + (fat.bits === 12 ? 1 : 0));
    const whole = Math.min(count, entriesIn(bytes.length, fat.bits));
    eachUsedRun(viewOf(bytes), { first, count: whole, bits: fat.bits, bad }, used);
    if (whole < count) {
      used(Math.max(2, first + whole), end);
      return { usedClusters, ...collector.finish(), isComplete: false };
    }
  }
  return { usedClusters, ...collector.finish(), isComplete: true };
}

/** How many entries can be read from so many bytes; one of twelve bits is read as two bytes, from each third half one on. */
const entriesIn = (bytes: number, bits: Fat['bits']): number =>
  bits === 12
    ? Math.max(0, Math.floor((bytes + 1) / 3)) + Math.max(0, Math.floor(bytes / 3))
    : Math.floor((bytes * 8) / bits);

/** Calls `used(first, after)` for each run of clusters, from 2 on, whose entry is neither free nor marked bad. */
function eachUsedRun(
  view: DataView,
  { first, count, bits, bad }: { first: number; count: number; bits: Fat['bits']; bad: number },
  used: (first: number, after: number) => void,
): void {
  let start = -1;
  // Millions of entries go through here: the wide ones without a call.
  for (let i = first < 2 ? 2 - first : 0; i < count; i += 1) {
    const entry =
      bits === 32
        ? view.getUint32(i * 4, true) & 0x0fffffff
        : bits === 16
          ? view.getUint16(i * 2, true)
          : entryAt(view, (i * 3) >>> 1, 12, i);
    if (entry !== 0 && entry !== bad) {
      if (start < 0) start = i;
    } else if (start >= 0) {
      used(first + start, first + i);
      start = -1;
    }
  }
  if (start >= 0) used(first + start, first + count);
}

/** True where the table's second entry says that the file system was closed properly (section 4.1; FAT12 cannot say). */
export async function wasClosedCleanly(partition: BlockReader, fat: Fat): Promise<boolean> {
  if (fat.bits === 12) return true;
  const entry = await readEntry(partition, fat, 1);
  return entry === null || (entry & (fat.bits === 32 ? 0x08000000 : 0x8000)) !== 0;
}

/** True where the entries from `first` to before `end` are zero in all tables: clusters added there would be free. */
export async function entriesAreFree(
  partition: BlockReader,
  fat: Fat,
  first: number,
  end: number,
): Promise<boolean> {
  for (let table = 0; table < fat.tables; table += 1) {
    const base = tableStart(fat) + table * fat.tableSectors * fat.sectorBytes;
    for (let at = first * 4; at < end * 4; at += chunkBytes) {
      const length = Math.min(chunkBytes, end * 4 - at);
      if (partition.isHole?.(base + at, length)) continue;
      const bytes = await partition.read(base + at, length);
      if (bytes.length < length || !isAllZero(bytes)) return false;
    }
  }
  return true;
}
