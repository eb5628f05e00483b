import { type Result, ok, refuse } from '../../result';
import type { BlockReader } from '../block-reader';
import { viewOf } from '../bytes';
import type { Write } from '../write';
import { bootChecksum, bootRegionSectors, exFatField } from './exfat';
import { type ExFatShape, exFatShape, regrownExFat } from './exfat-grow';
import { type Change, onlyWrites } from './file-system';
import type { ExFatFileSystem } from './read-exfat';

/** Both boot regions with their checksums, at a new start, size and shape. Fault: `unreadable`. */
async function bootRegions(
  partition: BlockReader,
  { exfat: fs, usedBytes }: ExFatFileSystem,
  to: { startSector: number } & ExFatShape,
): Promise<Result<Write[]>> {
  const regionBytes = bootRegionSectors * fs.sectorBytes;
  const region = (await partition.read(0, regionBytes)).slice();
  if (region.length < regionBytes)
    return refuse('unreadable', 'The boot region cannot be read.', 'Check the drive and its cable.');
  const view = viewOf(region);
  view.setBigUint64(exFatField.partitionOffset, BigInt(to.startSector), true);
  view.setBigUint64(exFatField.volumeSectors, BigInt(to.volumeSectors), true);
  view.setUint32(exFatField.fatSectors, to.fatSectors, true);
  view.setUint32(exFatField.heapOffset, to.heapOffset, true);
  view.setUint32(exFatField.clusters, to.clusters, true);
  if (usedBytes !== null)
    region[exFatField.percentInUse] = Math.floor((usedBytes / fs.clusterBytes / to.clusters) * 100);
  const sum = bootChecksum(region, fs.sectorBytes);
  for (let at = 11 * fs.sectorBytes; at < regionBytes; at += 4) view.setUint32(at, sum, true);
  return ok([
    { what: 'boot region', offset: 0, bytes: region },
    { what: 'boot region copy', offset: regionBytes, bytes: region },
  ]);
}

/**
 * What an exFAT needs when it gets a new start or a new size in sectors: both boot regions with their checksums and, where it grows, a
 * table and a map of used clusters that are long enough (`exfat-grow`). Offsets count from the partition's start, as it will stand.
 * Faults: `too-large`, `shrink`, `unreadable`, `no-room`.
 * Source: exFAT specification, sections 3.1 (fields), 3.4 (checksum), 4.1 (table), 7.1 (bitmap: one bit a cluster, rest zero).
 */
export async function changeExFat(
  partition: BlockReader,
  fileSystem: ExFatFileSystem,
  change: { startSector: number; totalSectors: number },
): Promise<Result<Change>> {
  const { exfat: fs, bitmap } = fileSystem;
  if (change.totalSectors < fs.volumeSectors)
    return refuse(
      'shrink',
      'This file system cannot be made smaller here.',
      'Choose a drive that is not smaller.',
    );
  if (change.totalSectors === fs.volumeSectors) {
    const boot = await bootRegions(partition, fileSystem, { ...fs, startSector: change.startSector });
    return boot.ok ? ok(onlyWrites(boot.value)) : boot;
  }
  const shape = exFatShape(fs, change.totalSectors);
  if (!bitmap || shape.clusters < fs.clusters)
    return refuse(
      'too-large',
      'The file system’s map of used clusters cannot be made that long here.',
      'Let the partition keep its size and keep the rest unpartitioned.',
    );
  const regrown = await regrownExFat(partition, fileSystem, bitmap, shape);
  if (!regrown.ok) return regrown;
  const boot = await bootRegions(partition, fileSystem, { ...shape, startSector: change.startSector });
  return boot.ok ? ok({ ...regrown.value, writes: [...regrown.value.writes, ...boot.value] }) : boot;
}
