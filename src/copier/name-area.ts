import { type BlockReader, driverOf, fileSystemOf, partitionReader, readDrive } from '@/core/disk';
import type { CopyOrder } from '@/core/copy';
import type { AreaNamer } from './manifest';

/**
 * Names what stands where the source could not be read: by its file system where that can tell, elsewhere the partition and the place in it. The source
 * is read again only when something was unreadable; a place that still cannot be read has no name.
 */
export function namer(source: BlockReader, order: CopyOrder): AreaNamer {
  let reading: ReturnType<typeof readDrive> | null = null;
  return async (number, offset, bytes) => {
    reading ??= readDrive(source, order.sectorBytes);
    const { table, contents } = await reading;
    const part = table?.partitions.find((one) => one.number === number);
    if (!part) return null;
    const start = offset - part.firstSector * order.sectorBytes;
    const fileSystem = fileSystemOf({ contents }, number);
    const own = partitionReader(source, part, order.sectorBytes);
    const name =
      fileSystem && (await driverOf(fileSystem).nameOf(own, fileSystem, { start, end: start + bytes }));
    return name ?? `${(start / 1e6).toFixed(1)} MB into the partition`;
  };
}
