import { isPowerOfTwo, latin1, viewOf } from '../bytes';
import { type NotRead, notRead } from './file-system';

/**
 * FAT12, FAT16 and FAT32 as far as moving, growing and counting need them.
 * Source: FAT file system specification 1.03 (boot sector section 3, tables section 4, FSInfo section 5);
 * ECMA-107 has the same fields for the older two.
 */
export type Fat = {
  /** Bits of a table entry: the kind, told by the count of clusters (section 3.5). */
  bits: 12 | 16 | 32;
  sectorBytes: number;
  sectorsPerCluster: number;
  reservedSectors: number;
  tables: number;
  tableSectors: number;
  /** Entries of the root folder that stands before the clusters; 0 in FAT32, whose root is a chain. */
  rootEntries: number;
  totalSectors: number;
  hiddenSectors: number;
  rootCluster: number;
  infoSector: number;
  backupBootSector: number;
  /** Data clusters; numbered from 2 on disk. */
  clusters: number;
  volumeLabel: string;
  serial: string;
};

/** Offsets in the boot sector, bytes. */
export const bootField = { totalSectors16: 19, hidden: 28, totalSectors: 32, tableSectors: 36 } as const;
/** Offsets in the FSInfo sector, bytes. */
export const infoField = { freeClusters: 488, nextFree: 492 } as const;

/** Reads a boot sector. What speaks against it (mark missing, impossible field) is said in a sentence. */
export function parseFat(boot: Uint8Array): { ok: true; value: Fat } | NotRead {
  const notFat = (why: string) => notRead(`This is no FAT file system: ${why}.`);
  if (boot.length < 512) return notFat('fewer than 512 bytes');
  const view = viewOf(boot);
  if (boot[510] !== 0x55 || boot[511] !== 0xaa) return notFat('the boot mark 55 AA is missing');
  const tableSectors16 = view.getUint16(22, true);
  const is32 = tableSectors16 === 0;
  const mark = latin1(is32 ? boot.subarray(0x52, 0x5a) : boot.subarray(0x36, 0x3e));
  if (is32 ? mark !== 'FAT32   ' : !mark.startsWith('FAT')) return notFat('its name is missing');
  // Bit 7 of the extended flags: mirroring is off, and only one of the tables is kept up to date (section 3.3).
  if (is32 && view.getUint16(40, true) & 0x80) return notFat('only one of its tables is kept up to date');
  const fat = {
    sectorBytes: view.getUint16(11, true),
    sectorsPerCluster: boot[13]!,
    reservedSectors: view.getUint16(14, true),
    tables: boot[16]!,
    tableSectors: tableSectors16 || view.getUint32(bootField.tableSectors, true),
    rootEntries: view.getUint16(17, true),
    totalSectors:
      view.getUint16(bootField.totalSectors16, true) || view.getUint32(bootField.totalSectors, true),
    hiddenSectors: view.getUint32(bootField.hidden, true),
    rootCluster: is32 ? view.getUint32(44, true) : 0,
    infoSector: is32 ? view.getUint16(48, true) : 0,
    backupBootSector: is32 ? view.getUint16(50, true) : 0,
    volumeLabel: labelText(boot.subarray(is32 ? 71 : 43, is32 ? 82 : 54)),
    serial: view
      .getUint32(is32 ? 67 : 39, true)
      .toString(16)
      .toUpperCase()
      .padStart(8, '0'),
  };
  if (![512, 1024, 2048, 4096].includes(fat.sectorBytes))
    return notFat(`sectors of ${fat.sectorBytes} bytes`);
  if (!isPowerOfTwo(fat.sectorsPerCluster)) return notFat(`clusters of ${fat.sectorsPerCluster} sectors`);
  if (fat.tables < 1 || fat.tables > 2 || fat.tableSectors === 0) return notFat('no allocation table');
  if (fat.reservedSectors < (is32 ? 2 : 1)) return notFat('no room for its own sectors');
  const dataSectors = fat.totalSectors - dataStartSector(fat);
  const clusters = Math.floor(dataSectors / fat.sectorsPerCluster);
  if (clusters <= 0) return notFat('it ends before its data begins');
  const bits = clusters < 4085 ? 12 : clusters < 65_525 ? 16 : 32;
  if (is32 && bits !== 32)
    return notFat(`only ${clusters} clusters, too few for FAT32, which it is laid out as`);
  if (!is32 && bits === 32)
    return notFat(`${clusters} clusters, too many for FAT16, which it is laid out as`);
  if (clusters > clusterCapacity({ ...fat, bits })) return notFat('its table is too small for its clusters');
  if (is32 && (fat.rootCluster < 2 || fat.rootCluster > clusters + 1)) return notFat('its root lies outside');
  if (fat.infoSector >= fat.reservedSectors || fat.backupBootSector >= fat.reservedSectors)
    return notFat('its own sectors lie outside the reserved ones');
  return { ok: true, value: { ...fat, bits, clusters } };
}

const labelText = (bytes: Uint8Array) =>
  latin1(bytes)
    .trimEnd()
    .replace(/^NO NAME$/u, '');

/** First sector of the data, counted from the start of the partition: the fixed root folder stands before it. */
export const dataStartSector = (
  fat: Pick<Fat, 'reservedSectors' | 'tables' | 'tableSectors' | 'rootEntries' | 'sectorBytes'>,
) => rootStartSector(fat) + Math.ceil((fat.rootEntries * 32) / fat.sectorBytes);

/** First sector behind the tables. */
export const rootStartSector = (fat: Pick<Fat, 'reservedSectors' | 'tables' | 'tableSectors'>) =>
  fat.reservedSectors + fat.tables * fat.tableSectors;

/** Most data clusters that the tables can hold: the first two entries are reserved; 0x0FFFFFF5 at most. */
export const clusterCapacity = (fat: Pick<Fat, 'sectorBytes' | 'tableSectors' | 'bits'>) =>
  Math.min(Math.floor((fat.tableSectors * fat.sectorBytes * 8) / fat.bits) - 2, 0x0ffffff5);

export const clusterBytes = (fat: Fat) => fat.sectorsPerCluster * fat.sectorBytes;

/** Byte offset of a cluster from the start of the partition. */
export const clusterOffset = (fat: Fat, cluster: number) =>
  dataStartSector(fat) * fat.sectorBytes + (cluster - 2) * clusterBytes(fat);

/** Cluster numbers from here on end a chain; the one below marks a bad cluster (section 4). */
export const endOfChain = (bits: Fat['bits']) => (bits === 32 ? 0x0ffffff8 : bits === 16 ? 0xfff8 : 0xff8);
