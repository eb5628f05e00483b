import { type Result, ok, refuse } from '../result';
import type { BlockReader } from './block-reader';

/**
 * FAT32 as far as moving, growing and counting need it.
 * Source: FAT file system specification 1.03 (boot sector section 3, tables section 4, FSInfo section 5);
 * the same fields stand in ECMA-107 for the older kinds.
 */
export type Fat32 = {
  sectorBytes: number;
  sectorsPerCluster: number;
  reservedSectors: number;
  tables: number;
  tableSectors: number;
  totalSectors: number;
  hiddenSectors: number;
  rootCluster: number;
  infoSector: number;
  backupBootSector: number;
  /** Data clusters; numbered from 2 on disk. */
  clusters: number;
  volumeLabel: string;
};

/** Offsets in the boot sector, bytes. */
export const bootField = { hidden: 28, totalSectors: 32, tableSectors: 36 } as const;
/** Offsets in the FSInfo sector, bytes. */
export const infoField = { freeClusters: 488, nextFree: 492 } as const;

const notFat = (why: string) =>
  refuse('not-fat32', `This is no FAT32 file system: ${why}.`, 'It is copied block for block instead.');

/** Reads a boot sector. Faults: mark missing, impossible field, another FAT kind (told by the cluster count). */
export function parseFat32(boot: Uint8Array): Result<Fat32> {
  if (boot.length < 512) return notFat('fewer than 512 bytes');
  const view = new DataView(boot.buffer, boot.byteOffset, boot.length);
  if (boot[510] !== 0x55 || boot[511] !== 0xaa) return notFat('the boot mark 55 AA is missing');
  if (new TextDecoder('latin1').decode(boot.subarray(0x52, 0x5a)) !== 'FAT32   ')
    return notFat('its name is missing');
  // Bit 7 of the extended flags: mirroring is off, and only one of the tables is kept up to date (section 3.3).
  if (view.getUint16(40, true) & 0x80) return notFat('only one of its tables is kept up to date');
  const fat = {
    sectorBytes: view.getUint16(11, true),
    sectorsPerCluster: boot[13]!,
    reservedSectors: view.getUint16(14, true),
    tables: boot[16]!,
    tableSectors: view.getUint32(bootField.tableSectors, true),
    totalSectors: view.getUint32(bootField.totalSectors, true),
    hiddenSectors: view.getUint32(bootField.hidden, true),
    rootCluster: view.getUint32(44, true),
    infoSector: view.getUint16(48, true),
    backupBootSector: view.getUint16(50, true),
    volumeLabel: new TextDecoder('latin1').decode(boot.subarray(71, 82)).trimEnd(),
  };
  const powerOfTwo = (n: number) => n > 0 && (n & (n - 1)) === 0;
  if (![512, 1024, 2048, 4096].includes(fat.sectorBytes))
    return notFat(`sectors of ${fat.sectorBytes} bytes`);
  if (!powerOfTwo(fat.sectorsPerCluster)) return notFat(`clusters of ${fat.sectorsPerCluster} sectors`);
  if (fat.tables < 1 || fat.tables > 2 || fat.tableSectors === 0) return notFat('no allocation table');
  if (fat.reservedSectors < 2) return notFat('no room for its own sectors');
  const dataSectors = fat.totalSectors - dataStartSector(fat);
  const clusters = Math.floor(dataSectors / fat.sectorsPerCluster);
  if (dataSectors <= 0) return notFat('it ends before its data begins');
  if (clusters < 65_525) return notFat(`only ${clusters} clusters, which makes it FAT12 or FAT16`);
  if (clusters > clusterCapacity(fat)) return notFat('its table is too small for its clusters');
  if (fat.rootCluster < 2 || fat.rootCluster > clusters + 1) return notFat('its root lies outside');
  if (fat.infoSector >= fat.reservedSectors || fat.backupBootSector >= fat.reservedSectors) {
    return notFat('its own sectors lie outside the reserved ones');
  }
  return ok({ ...fat, clusters });
}

/** First sector of the data, counted from the start of the part. */
export const dataStartSector = (fat: Pick<Fat32, 'reservedSectors' | 'tables' | 'tableSectors'>) =>
  fat.reservedSectors + fat.tables * fat.tableSectors;

/** Most data clusters that the tables can hold: 4 bytes each, the first two entries reserved; 0x0FFFFFF5 at most. */
export const clusterCapacity = (fat: Pick<Fat32, 'sectorBytes' | 'tableSectors'>) =>
  Math.min((fat.tableSectors * fat.sectorBytes) / 4 - 2, 0x0ffffff5);

/** Byte offset of a cluster from the start of the part. */
export const clusterOffset = (fat: Fat32, cluster: number) =>
  (dataStartSector(fat) + (cluster - 2) * fat.sectorsPerCluster) * fat.sectorBytes;

/** Bytes from the start of the part, `start` to before `end`. */
export type ByteRange = { start: number; end: number };

const tableChunkBytes = 2 ** 20;

export type Fat32Usage = { usedClusters: number; usedBytes: number; ranges: ByteRange[] };

/**
 * What is in use: reserved sectors, all tables, and clusters whose entry is not free (0) — a bad-cluster mark
 * (0x0FFFFFF7) is carried in the table and its cluster not read. Ranges are ordered, joined, from the part's start.
 * `usedBytes` counts clusters alone, as a system's "used" does.
 */
export async function readFat32Usage(
  part: BlockReader,
  fat: Fat32,
  skipTable?: (start: number, end: number) => boolean,
): Promise<Fat32Usage> {
  const ranges: ByteRange[] = [{ start: 0, end: dataStartSector(fat) * fat.sectorBytes }];
  const clusterBytes = fat.sectorsPerCluster * fat.sectorBytes;
  const tableStart = fat.reservedSectors * fat.sectorBytes;
  const tableEnd = tableStart + (fat.clusters + 2) * 4;
  let usedClusters = 0;
  for (let at = tableStart; at < tableEnd; at += tableChunkBytes) {
    const end = Math.min(at + tableChunkBytes, tableEnd);
    // A chunk known to be unwritten holds only free clusters; reading terabytes of holes costs minutes.
    if (skipTable?.(at, end)) continue;
    const bytes = await part.read(at, end - at);
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
    for (let i = 0; i + 4 <= bytes.length; i += 4) {
      const entry = view.getUint32(i, true) & 0x0fffffff;
      const cluster = (at - tableStart + i) / 4;
      if (entry === 0 || cluster < 2 || entry === 0x0ffffff7) continue;
      usedClusters += 1;
      const start = clusterOffset(fat, cluster);
      const last = ranges[ranges.length - 1]!;
      if (last.end === start) last.end += clusterBytes;
      else ranges.push({ start, end: start + clusterBytes });
    }
  }
  return { usedClusters, usedBytes: usedClusters * clusterBytes, ranges };
}

/** The clusters of one chain, in order. Faults: a loop, a step outside, a chain longer than `mostClusters`. */
export async function readChain(
  part: BlockReader,
  fat: Fat32,
  first: number,
  mostClusters: number,
): Promise<Result<number[]>> {
  const chain: number[] = [];
  for (let cluster = first; cluster < 0x0ffffff8;) {
    if (cluster < 2 || cluster > fat.clusters + 1)
      return refuse('fat-chain', 'A file leaves the file system.', 'Check the old drive first.');
    if (chain.length >= mostClusters)
      return refuse('fat-chain', 'A file has no end.', 'Check the old drive first.');
    chain.push(cluster);
    const bytes = await part.read(fat.reservedSectors * fat.sectorBytes + cluster * 4, 4);
    if (bytes.length < 4)
      return refuse('fat-chain', 'The allocation table ends too soon.', 'Check the old drive first.');
    cluster = new DataView(bytes.buffer, bytes.byteOffset, 4).getUint32(0, true) & 0x0fffffff;
  }
  return ok(chain);
}

export type FatFile = { name: string; isDirectory: boolean; firstCluster: number; bytes: number };

async function readDirectory(part: BlockReader, fat: Fat32, first: number): Promise<Result<FatFile[]>> {
  // 2 MiB is the largest directory that the specification allows (65,536 entries of 32 bytes).
  const chain = await readChain(
    part,
    fat,
    first,
    Math.ceil(2 ** 21 / (fat.sectorsPerCluster * fat.sectorBytes)),
  );
  if (!chain.ok) return chain;
  const files: FatFile[] = [];
  for (const cluster of chain.value) {
    const bytes = await part.read(clusterOffset(fat, cluster), fat.sectorsPerCluster * fat.sectorBytes);
    for (let at = 0; at + 32 <= bytes.length; at += 32) {
      if (bytes[at] === 0) return ok(files);
      const attributes = bytes[at + 11]!;
      if (bytes[at] === 0xe5 || (attributes & 0x08) !== 0) continue;
      const view = new DataView(bytes.buffer, bytes.byteOffset + at, 32);
      const text = new TextDecoder('latin1').decode(bytes.subarray(at, at + 11));
      const extension = text.slice(8).trimEnd();
      files.push({
        name: text.slice(0, 8).trimEnd() + (extension ? `.${extension}` : ''),
        isDirectory: (attributes & 0x10) !== 0,
        firstCluster: view.getUint16(20, true) * 65_536 + view.getUint16(26, true),
        bytes: view.getUint32(28, true),
      });
    }
  }
  return ok(files);
}

/** Finds a file by its short names, such as `EFI/BOOT/BOOTX64.EFI`; null where there is none. */
export async function findFile(part: BlockReader, fat: Fat32, path: string): Promise<Result<FatFile | null>> {
  let cluster = fat.rootCluster;
  let found: FatFile | null = null;
  for (const name of path.toUpperCase().split('/')) {
    const files = await readDirectory(part, fat, cluster);
    if (!files.ok) return files;
    found = files.value.find((file) => file.name === name) ?? null;
    if (!found) return ok(null);
    cluster = found.firstCluster;
  }
  return ok(found);
}
