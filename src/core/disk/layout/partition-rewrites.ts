import { type Result, ok } from '../../result';
import type { BlockReader } from '../block-reader';
import { type AnyFileSystem, driverOf } from '../file-system/drivers';
import { type Change, onlyWrites } from '../file-system/file-system';

/** Where a partition stands before and after, in the sectors of its drive. */
export type Relocation = { fromSector: number; toSector: number; toSectors: number; grows: boolean };

/**
 * What a file system needs when its partition moves or grows; none where nothing changes for it. A partition that
 * does not grow keeps the size of its file system, which may be smaller than the partition.
 * Offsets count from the partition's start. Faults: those of the file system's driver.
 */
export async function partRewrites(
  partition: BlockReader,
  fileSystem: AnyFileSystem,
  { fromSector, toSector, toSectors, grows }: Relocation,
): Promise<Result<Change>> {
  const driver = driverOf(fileSystem);
  const moves = toSector !== fromSector;
  if (grows && fileSystem.growth.by === 'rewrite')
    return driver.grow(partition, fileSystem, {
      startSector: moves ? toSector : null,
      totalSectors: toSectors,
    });
  return moves ? driver.move(partition, fileSystem, toSector) : ok(onlyWrites([]));
}
