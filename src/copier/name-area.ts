import { type BlockReader, fileSystemOf, filesAt, partitionReader, readDrive } from '@/core/disk';
import type { CopyOrder } from '@/core/copy';
import type { AreaNamer } from './manifest';

/**
 * Names what stands where the source could not be read: in a FAT the files, elsewhere the partition and the place in it. The source
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
    if (fileSystem?.family !== 'fat') return `${(start / 1e6).toFixed(1)} MB into the partition`;
    const range = { start, end: start + bytes };
    const files = await filesAt(partitionReader(source, part, order.sectorBytes), fileSystem.fat, [range]);
    return files.length > 0 ? files.join(', ') : 'no file: free or the file system’s own';
  };
}
