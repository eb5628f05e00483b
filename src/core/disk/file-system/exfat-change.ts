import { type Result, ok, refuse } from '../../result';
import type { BlockReader } from '../block-reader';
import { isAllZero, viewOf } from '../bytes';
import type { Write } from '../write';
import { bootChecksum, bootRegionSectors, exFatField } from './exfat';
import { type ExFatFileSystem, exFatLimitBytes } from './read-exfat';

/**
 * The bytes to rewrite when an exFAT gets a new start or a new size in sectors: both boot regions with their checksums
 * and, where it grows, the length of the bitmap in its entry and the bitmap's bits of the new clusters.
 * Offsets count from the partition's start. Faults: `too-large`, `shrink`, `unreadable`.
 * Source: exFAT specification, sections 3.1 (fields), 3.4 (checksum), 7.1 (bitmap: one bit a cluster, rest zero).
 */
export async function changeExFat(
  partition: BlockReader,
  fileSystem: ExFatFileSystem,
  change: { startSector: number; totalSectors: number },
): Promise<Result<Write[]>> {
  const { exfat: fs, bitmap } = fileSystem;
  const grows = change.totalSectors > fs.volumeSectors;
  if (change.totalSectors < fs.volumeSectors)
    return refuse(
      'shrink',
      'This file system cannot be made smaller here.',
      'Choose a drive that is not smaller.',
    );
  if (grows && (!bitmap || change.totalSectors * fs.sectorBytes > exFatLimitBytes(fs, bitmap)))
    return refuse(
      'too-large',
      'The file system’s tables end before the new size.',
      'Let the partition grow as far as they reach and keep the rest unpartitioned.',
    );
  const regionBytes = bootRegionSectors * fs.sectorBytes;
  const region = (await partition.read(0, regionBytes)).slice();
  if (region.length < regionBytes)
    return refuse('unreadable', 'The boot region cannot be read.', 'Check the drive and its cable.');
  const view = viewOf(region);
  const clusterSectors = fs.clusterBytes / fs.sectorBytes;
  const clusters = grows
    ? Math.min(Math.floor((change.totalSectors - fs.heapOffset) / clusterSectors), 0xfffffff5)
    : fs.clusters;
  view.setBigUint64(exFatField.partitionOffset, BigInt(change.startSector), true);
  view.setBigUint64(exFatField.volumeSectors, BigInt(change.totalSectors), true);
  view.setUint32(exFatField.clusters, clusters, true);
  if (fileSystem.usedBytes !== null)
    region[exFatField.percentInUse] = Math.floor((fileSystem.usedBytes / fs.clusterBytes / clusters) * 100);
  const sum = bootChecksum(region, fs.sectorBytes);
  for (let at = 11 * fs.sectorBytes; at < regionBytes; at += 4) view.setUint32(at, sum, true);
  const writes: Write[] = [
    { what: 'boot region', offset: 0, bytes: region },
    { what: 'boot region copy', offset: regionBytes, bytes: region },
  ];
  if (!grows || !bitmap) return ok(writes);
  const bytes = Math.ceil(clusters / 8);
  const length = new Uint8Array(8);
  viewOf(length).setBigUint64(0, BigInt(bytes), true);
  const bits = await freedBits(partition, bitmap.pieces, fs.clusters, bytes);
  return ok([...bits, { what: 'bitmap length', offset: bitmap.entryOffset + 24, bytes: length }, ...writes]);
}

/** Writes that set the bitmap's bits from `firstFree` up to `endBytes` to zero; what is zero already is left alone. */
async function freedBits(
  partition: BlockReader,
  pieces: { offset: number; bytes: number }[],
  firstFree: number,
  endBytes: number,
): Promise<Write[]> {
  const writes: Write[] = [];
  let base = 0;
  for (const piece of pieces) {
    const from = Math.max(base, Math.floor(firstFree / 8));
    const to = Math.min(base + piece.bytes, endBytes);
    if (from < to) {
      const old = await partition.read(piece.offset + from - base, to - from);
      const bytes = new Uint8Array(to - from);
      if (from === Math.floor(firstFree / 8)) bytes[0] = old[0]! & (2 ** (firstFree % 8) - 1);
      if (!isAllZero(old.subarray(1)) || old[0] !== bytes[0])
        writes.push({ what: 'bitmap of free clusters', offset: piece.offset + from - base, bytes });
    }
    base += piece.bytes;
  }
  return writes;
}
