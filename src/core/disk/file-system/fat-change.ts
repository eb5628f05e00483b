import { type Result, ok, refuse } from '../../result';
import { viewOf } from '../bytes';
import type { Write } from '../write';
import { type Fat, bootField, clusterCapacity, dataStartSector, infoField } from './fat';

/** What of a FAT its growth depends on. */
export type FatShape = Pick<
  Fat,
  'bits' | 'sectorBytes' | 'sectorsPerCluster' | 'reservedSectors' | 'tables' | 'tableSectors' | 'rootEntries'
>;

/** Largest size in sectors that the tables of this file system allow, counted from the partition's start. */
export const growthLimitSectors = (fat: FatShape): number =>
  Math.min(dataStartSector(fat) + clusterCapacity(fat) * fat.sectorsPerCluster, 0xffffffff);

export type FatChange = { startSector: number; totalSectors: number };

/**
 * The sectors to rewrite when a FAT file system gets a new start (its "hidden sectors") or a new size:
 * boot sector, and in FAT32 its copy and the free count in both FSInfo sectors. Nothing else moves, since the tables
 * are already large enough. Offsets count from the partition's start.
 * Faults: `too-large` where the tables end first, `shrink` where it would lose sectors.
 */
export function changeFat(
  fat: Fat,
  sectors: { boot: Uint8Array; info: Uint8Array },
  change: FatChange,
): Result<Write[]> {
  if (change.totalSectors < fat.totalSectors) {
    return refuse(
      'shrink',
      'This file system cannot be made smaller here.',
      'Choose a drive that is not smaller.',
    );
  }
  const limit = fat.bits === 32 ? growthLimitSectors(fat) : fat.totalSectors;
  if (change.totalSectors > limit) {
    return refuse(
      'too-large',
      'The file system’s tables end before the new size.',
      'Let the partition grow as far as they reach and keep the rest unpartitioned.',
    );
  }
  const boot = sectors.boot.slice();
  const bootView = viewOf(boot);
  // Hidden sectors is a 32-bit field; a partition beyond 2³² sectors cannot say where it starts.
  if (change.startSector > 0xffffffff) {
    return refuse('too-far', 'A FAT cannot start that far into a drive.', 'Place it further to the front.');
  }
  bootView.setUint32(bootField.hidden, change.startSector, true);
  const write = (what: string, sector: number, bytes: Uint8Array): Write => ({
    what,
    offset: sector * fat.sectorBytes,
    bytes,
  });
  if (fat.bits !== 32) return ok([write('boot sector', 0, boot)]);
  bootView.setUint32(bootField.totalSectors, change.totalSectors, true);
  const added = clustersOf(fat, change.totalSectors) - fat.clusters;
  const info = sectors.info.slice();
  const infoView = viewOf(info);
  const free = infoView.getUint32(infoField.freeClusters, true);
  if (free !== 0xffffffff) infoView.setUint32(infoField.freeClusters, free + added, true);
  const writes = [write('boot sector', 0, boot), write('free-space sector', fat.infoSector, info)];
  if (fat.backupBootSector > 0) {
    writes.push(write('boot sector copy', fat.backupBootSector, boot));
    if (fat.backupBootSector + 1 < fat.reservedSectors) {
      writes.push(write('free-space sector copy', fat.backupBootSector + 1, info));
    }
  }
  return ok(writes);
}

/** Data clusters that a total of so many sectors holds. */
export const clustersOf = (fat: Fat, totalSectors: number): number =>
  Math.floor((totalSectors - dataStartSector(fat)) / fat.sectorsPerCluster);
