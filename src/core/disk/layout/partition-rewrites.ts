import { type Result, ok, refuse } from '../../result';
import type { BlockReader } from '../block-reader';
import { changeExFat } from '../file-system/exfat-change';
import { changeFat, clustersOf } from '../file-system/fat-change';
import { entriesAreFree } from '../file-system/fat-table';
import { moveNtfs } from '../file-system/read-ntfs';
import type { AnyFileSystem } from '../file-system/read-content';
import type { Write } from '../write';

/** Where a partition stands before and after, in the sectors of its drive. */
export type Relocation = { fromSector: number; toSector: number; toSectors: number; grows: boolean };

/**
 * The bytes that a file system needs rewritten when its partition moves or grows; none where nothing changes for it.
 * Offsets count from the partition's start. Faults: those of the file system's own change.
 */
export async function partRewrites(
  partition: BlockReader,
  fileSystem: AnyFileSystem,
  to: Relocation,
): Promise<Result<Write[]>> {
  const moves = to.toSector !== to.fromSector;
  if (fileSystem.family === 'fat') {
    const { fat } = fileSystem;
    // A partition that does not grow keeps its size, though its file system may be smaller than the partition.
    const grows = to.grows && fat.bits === 32;
    if (!moves && !grows) return ok([]);
    if (grows && !(await entriesAreFree(partition, fat, fat.clusters + 2, clustersOf(fat, to.toSectors) + 2)))
      return refuse(
        'tables-not-free',
        'The file system’s tables hold leftovers where its new clusters would be.',
        'Give the partition its old size by hand, or let the device check it first.',
      );
    const [boot, info] = await Promise.all([
      partition.read(0, fat.sectorBytes),
      partition.read(fat.infoSector * fat.sectorBytes, fat.sectorBytes),
    ]);
    return changeFat(
      fat,
      { boot, info },
      {
        startSector: moves ? to.toSector : fat.hiddenSectors,
        totalSectors: grows ? to.toSectors : fat.totalSectors,
      },
    );
  }
  if (fileSystem.family === 'exfat') {
    const { exfat } = fileSystem;
    const grows = to.grows && fileSystem.growth.by === 'rewrite';
    if (!moves && !grows) return ok([]);
    return changeExFat(partition, fileSystem, {
      startSector: moves ? to.toSector : exfat.partitionOffset,
      totalSectors: grows ? to.toSectors : exfat.volumeSectors,
    });
  }
  return fileSystem.family === 'ntfs' && moves ? moveNtfs(partition, fileSystem.ntfs, to.toSector) : ok([]);
}
