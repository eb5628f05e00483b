import type { BlockReader } from '../block-reader';
import { clusterBytes, parseFat, type Fat } from './fat';
import { growthLimitSectors } from './fat-change';
import { readFatUsage, wasClosedCleanly } from './fat-table';
import { type FileSystem, type FileSystemReading, dirtyFault } from './file-system';

export type FatFileSystem = FileSystem & { family: 'fat'; fat: Fat };

/** Reads a FAT of any kind with what is in use. One that was not closed cleanly keeps a trustworthy table and is only reported. */
export async function readFat(partition: BlockReader): Promise<FileSystemReading<FatFileSystem>> {
  const parsed = parseFat(await partition.read(0, 512));
  if (!parsed.ok) return parsed;
  const fat = parsed.value;
  const usage = await readFatUsage(partition, fat);
  const faults = (await wasClosedCleanly(partition, fat)) ? [] : [dirtyFault];
  if (!usage.isComplete) faults.push('Its allocation table ends too soon.');
  const size = clusterBytes(fat);
  return {
    ok: true,
    fileSystem: {
      family: 'fat',
      kind: `FAT${fat.bits}`,
      fat,
      label: fat.volumeLabel,
      identity: fat.serial,
      bytes: fat.totalSectors * fat.sectorBytes,
      blockBytes: size,
      usedBytes: usage.usedClusters * size,
      freeBytes: (fat.clusters - usage.usedClusters) * size,
      usage: { known: true, ranges: usage.ranges, isCoarse: usage.isCoarse },
      growth:
        fat.bits === 32
          ? { by: 'rewrite', limitBytes: growthLimitSectors(fat) * fat.sectorBytes }
          : { by: 'nobody', why: `A FAT${fat.bits} cannot be made larger; it would have to be made anew.` },
      sectorFit: { rule: 'exactly', bytes: fat.sectorBytes },
      startIsWritten: true,
      faults,
    },
  };
}
