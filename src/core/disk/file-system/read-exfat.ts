import { type BitmapPiece, eachSetRunIn } from '../bitmap';
import type { BlockReader } from '../block-reader';
import { RangeCollector } from '../byte-range';
import {
  type ExFat,
  bootRegionSectors,
  exFatChain,
  exFatClusterOffset,
  hasGoodChecksum,
  parseExFat,
  readExFatRoot,
} from './exfat';
import { type FileSystem, type FileSystemReading, type Usage, dirtyFault } from './file-system';

/** Clusters of the largest map that is handled here: 2^28 bits are 32 MiB. */
export const mostMappedClusters = 2 ** 28;

/** Where the bitmap lies, for growing it: pieces in order, and its entry in the root folder. */
export type ExFatBitmap = { pieces: BitmapPiece[]; bytes: number; entryOffset: number };
export type ExFatFileSystem = FileSystem & { family: 'exfat'; exfat: ExFat; bitmap: ExFatBitmap | null };

async function locateBitmap(partition: BlockReader, fs: ExFat, firstCluster: number, bytes: number) {
  const needed = Math.ceil(fs.clusters / 8);
  if (!(bytes >= needed) || bytes > fs.clusters * fs.clusterBytes) return null;
  const chain = await exFatChain(partition, fs, firstCluster, Math.ceil(bytes / fs.clusterBytes));
  return (
    chain?.map((cluster) => ({ offset: exFatClusterOffset(fs, cluster), bytes: fs.clusterBytes })) ?? null
  );
}

/**
 * Reads an exFAT with what is in use: both boot regions, the table, and the clusters that its bitmap marks. One that
 * was not closed cleanly may have a bitmap that is behind, so its used blocks count as unknown.
 */
export async function readExFat(partition: BlockReader): Promise<FileSystemReading<ExFatFileSystem>> {
  const parsed = parseExFat(await partition.read(0, 512));
  if (!parsed.ok) return parsed;
  const fs = parsed.value;
  const faults: string[] = [];
  const regionBytes = bootRegionSectors * fs.sectorBytes;
  const region = await partition.read(0, regionBytes);
  const copy = await partition.read(regionBytes, regionBytes);
  if (!hasGoodChecksum(region, fs.sectorBytes)) faults.push('The checksum of its boot region is wrong.');
  if (!hasGoodChecksum(copy, fs.sectorBytes)) faults.push('The copy of its boot region is damaged.');
  if (fs.isDirty) faults.push(dirtyFault);
  const root = await readExFatRoot(partition, fs);
  if (!root) faults.push('The chain of its root folder is broken.');
  const entry = root?.bitmap;
  const pieces = entry ? await locateBitmap(partition, fs, entry.firstCluster, entry.bytes) : null;
  const collector = new RangeCollector(fs.volumeSectors * fs.sectorBytes);
  collector.add(0, fs.heapOffset * fs.sectorBytes);
  const used =
    pieces !== null &&
    (await eachSetRunIn(partition, pieces, fs.clusters, (first, end) =>
      collector.add(exFatClusterOffset(fs, first + 2), exFatClusterOffset(fs, end + 2)),
    ));
  if (used === false) faults.push('Its map of used clusters cannot be read.');
  const usage: Usage =
    used === false || fs.isDirty
      ? {
          known: false,
          why: used === false ? 'its map of used clusters cannot be read' : 'it was not closed cleanly',
        }
      : { known: true, ...collector.finish() };
  const usedBytes = used === false ? null : used * fs.clusterBytes;
  const bitmap = entry && pieces ? { pieces, bytes: entry.bytes, entryOffset: entry.entryOffset } : null;
  return {
    ok: true,
    fileSystem: {
      family: 'exfat',
      kind: 'exFAT',
      exfat: fs,
      bitmap,
      label: root?.label ?? '',
      identity: fs.serial,
      bytes: fs.volumeSectors * fs.sectorBytes,
      blockBytes: fs.clusterBytes,
      usedBytes,
      freeBytes: usedBytes === null ? null : fs.clusters * fs.clusterBytes - usedBytes,
      usage,
      growth:
        usage.known && bitmap
          ? { by: 'rewrite', limitBytes: exFatLimitBytes(fs) }
          : { by: 'nobody', why: 'Its map of used clusters cannot be trusted.' },
      sectorFit: { rule: 'exactly', bytes: fs.sectorBytes },
      startIsWritten: true,
      faults,
    },
  };
}

/** Largest size at which every cluster still has its bit in a map that is handled here, bytes; never less than it has. */
export const exFatLimitBytes = (fs: ExFat): number =>
  Math.max(
    fs.volumeSectors * fs.sectorBytes,
    fs.heapOffset * fs.sectorBytes + mostMappedClusters * fs.clusterBytes,
  );
