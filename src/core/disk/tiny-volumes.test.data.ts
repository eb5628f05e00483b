import { viewOf } from './bytes';
import { bootChecksum } from './file-system/exfat';
import { makeFat32 } from './file-system/fat-make';
import { SparseMemory } from './sparse-memory.test.data';

/** Smallest volumes of each kind that are right in every field that is read: for spoiling them one field at a time. */

const text = (value: string) => new TextEncoder().encode(value);

export function tinyFat32(): SparseMemory {
  const sectors = 70_000;
  const memory = new SparseMemory(sectors * 512);
  memory.writeAll(
    makeFat32({
      sectorBytes: 512,
      totalSectors: sectors,
      hiddenSectors: 0,
      sectorsPerCluster: 1,
      tables: 2,
      roomForSectors: 0,
      volumeLabel: 'TINY',
      serial: 1,
      files: [{ path: 'EFI/BOOT/BOOTX64.EFI', bytes: 3000 }],
    }).writes,
  );
  return memory;
}

/** 200 clusters of 4 KiB; the bitmap in cluster 2, the root in 3, both marked as used. */
export function tinyExFat(): SparseMemory {
  const [sector, fatOffset, heapOffset, clusters] = [512, 128, 256, 200];
  const memory = new SparseMemory((heapOffset + clusters * 8) * sector);
  const region = new Uint8Array(12 * sector);
  const view = viewOf(region);
  region.set(text('EXFAT   '), 3);
  view.setBigUint64(64, 2048n, true);
  view.setBigUint64(72, BigInt(heapOffset + clusters * 8), true);
  [fatOffset, 64, heapOffset, clusters, 3, 0x1234abcd].forEach((value, i) =>
    view.setUint32(80 + 4 * i, value, true),
  );
  region.set([0, 1, 0, 0, 9, 3, 1, 0x80, 1], 104);
  region.set([0x55, 0xaa], 510);
  const sum = bootChecksum(region, sector);
  for (let at = 11 * sector; at < 12 * sector; at += 4) view.setUint32(at, sum, true);
  memory.write(0, region);
  memory.write(12 * sector, region);
  const table = new Uint8Array(16);
  [0xfffffff8, 0xffffffff, 0xffffffff, 0xffffffff].forEach((value, i) =>
    viewOf(table).setUint32(4 * i, value, true),
  );
  memory.write(fatOffset * sector, table);
  memory.write(heapOffset * sector, new Uint8Array([3]));
  const root = new Uint8Array(64);
  root.set([0x83, 4, 0x54, 0, 0x49, 0, 0x4e, 0, 0x59, 0]);
  root[32] = 0x81;
  viewOf(root).setUint32(32 + 20, 2, true);
  viewOf(root).setBigUint64(32 + 24, BigInt(Math.ceil(clusters / 8)), true);
  memory.write((heapOffset + 8) * sector, root);
  return memory;
}

function fileRecord(attributes: Uint8Array[]): Uint8Array {
  const record = new Uint8Array(1024);
  const view = viewOf(record);
  record.set(text('FILE'), 0);
  view.setUint16(4, 48, true);
  view.setUint16(6, 3, true);
  view.setUint16(20, 56, true);
  view.setUint16(48, 7, true);
  let at = 56;
  for (const attribute of attributes) {
    record.set(attribute, at);
    at += attribute.length;
  }
  view.setUint32(at, 0xffffffff, true);
  // The last two bytes of each sector make room for the counter.
  for (const [i, end] of [510, 1022].entries()) {
    view.setUint16(50 + 2 * i, view.getUint16(end, true), true);
    view.setUint16(end, 7, true);
  }
  return record;
}

function residentAttribute(type: number, value: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(24 + Math.ceil(value.length / 8) * 8);
  const view = viewOf(bytes);
  view.setUint32(0, type, true);
  view.setUint32(4, bytes.length, true);
  view.setUint32(16, value.length, true);
  view.setUint16(20, 24, true);
  bytes.set(value, 24);
  return bytes;
}

function spreadAttribute(runs: number[], dataBytes: number): Uint8Array {
  const bytes = new Uint8Array(80);
  const view = viewOf(bytes);
  view.setUint32(0, 0x80, true);
  view.setUint32(4, bytes.length, true);
  bytes[8] = 1;
  view.setUint16(32, 64, true);
  view.setBigUint64(48, BigInt(dataBytes), true);
  bytes.set(runs, 64);
  return bytes;
}

/** One entry of an attribute list: data that begins at `firstCluster` of the file stands in record `record`. */
function listEntry(firstCluster: number, record: number): Uint8Array {
  const entry = new Uint8Array(32);
  const view = viewOf(entry);
  view.setUint32(0, 0x80, true);
  view.setUint16(4, entry.length, true);
  view.setBigUint64(8, BigInt(firstCluster), true);
  view.setUint32(16, record, true);
  return entry;
}

/**
 * 1,000 clusters of 4 KiB: the table of files at cluster 4, the bitmap at cluster 100. With `extension` the bitmap's runs stand
 * in that other record, as where a file is in too many pieces for its own.
 */
export function tinyNtfs({ extension }: { extension?: number } = {}): SparseMemory {
  const memory = new SparseMemory(8001 * 512);
  const boot = new Uint8Array(512);
  const view = viewOf(boot);
  boot.set(text('NTFS    '), 3);
  view.setUint16(11, 512, true);
  boot[13] = 8;
  view.setBigUint64(40, 8000n, true);
  view.setBigUint64(48, 4n, true);
  boot[64] = 0xf6;
  boot.set([0x55, 0xaa], 510);
  memory.write(0, boot);
  memory.write(8000 * 512, boot);
  const put = (number: number, attributes: Uint8Array[]) =>
    memory.write(4 * 4096 + number * 1024, fileRecord(attributes));
  put(0, [spreadAttribute([0x11, 4, 4], 16 * 1024)]);
  put(3, [
    residentAttribute(0x60, new Uint8Array([0x54, 0, 0x4e, 0])),
    residentAttribute(0x70, new Uint8Array(12)),
  ]);
  const runs = spreadAttribute([0x11, 1, 100], 125);
  if (extension === undefined) put(6, [runs]);
  else {
    put(6, [residentAttribute(0x20, listEntry(0, extension))]);
    put(extension, [runs]);
  }
  // Clusters 0 to 7 (boot, table of files) and 100 (the bitmap itself).
  const bitmap = new Uint8Array(125);
  bitmap[0] = 0xff;
  bitmap[12] = 1 << 4;
  memory.write(100 * 4096, bitmap);
  return memory;
}

/** 4,000 blocks of 1 KiB in one group. */
export function tinyExt(): SparseMemory {
  const memory = new SparseMemory(4000 * 1024);
  const superblock = new Uint8Array(1024);
  const view = viewOf(superblock);
  view.setUint32(4, 4000, true);
  view.setUint32(12, 3960, true);
  view.setUint32(20, 1, true);
  view.setUint32(32, 8192, true);
  view.setUint32(40, 128, true);
  view.setUint16(56, 0xef53, true);
  view.setUint16(58, 1, true);
  view.setUint32(76, 1, true);
  view.setUint16(88, 128, true);
  superblock.set(text('tiny'), 120);
  memory.write(1024, superblock);
  const descriptor = new Uint8Array(32);
  [3, 4, 5].forEach((block, i) => viewOf(descriptor).setUint32(4 * i, block, true));
  memory.write(2048, descriptor);
  // Blocks 1 to 20 hold superblock, descriptors, bitmaps and the table of file entries.
  memory.write(3 * 1024, new Uint8Array([0xff, 0xff, 0x0f]));
  return memory;
}

export const tinyVolumes = {
  FAT32: tinyFat32,
  exFAT: tinyExFat,
  NTFS: () => tinyNtfs(),
  ext2: tinyExt,
} as const;
