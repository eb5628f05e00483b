import type { Write } from '../write';
import { infoField } from './fat';

export type NewFile = {
  /** Short names, such as `EFI/BOOT/BOOTX64.EFI`; folders are made on the way. */
  path: string;
  bytes: number;
};

export type NewFat32 = {
  sectorBytes: number;
  totalSectors: number;
  hiddenSectors: number;
  sectorsPerCluster: number;
  tables: 1 | 2;
  /** The tables are made large enough for a volume of so many sectors, so that it can grow to that size. */
  roomForSectors: number;
  volumeLabel: string;
  serial: number;
  files: NewFile[];
};

/** Where a new file's content goes, bytes from the partition's start; what it holds is the caller's business. */
export type FileExtent = { path: string; start: number; bytes: number };

const attribute = { directory: 0x10, archive: 0x20, volume: 0x08 } as const;
const endOfChain = 0x0fffffff;
const reservedSectors = 32;

type Folder = {
  name: string;
  cluster: number;
  parent: number;
  entries: { name: string; attributes: number; cluster: number; bytes: number }[];
};

function shortName(name: string): Uint8Array {
  const [stem = '', extension = ''] = name.split('.');
  return new TextEncoder().encode(stem.padEnd(8).slice(0, 8) + extension.padEnd(3).slice(0, 3));
}

function directoryEntry(name: Uint8Array, attributes: number, cluster: number, bytes: number): Uint8Array {
  const entry = new Uint8Array(32);
  const view = new DataView(entry.buffer);
  entry.set(name, 0);
  entry[11] = attributes;
  // 1 January 2020: times of invented files carry no meaning, and zero is no valid date.
  view.setUint16(16, ((2020 - 1980) << 9) | (1 << 5) | 1, true);
  view.setUint16(24, ((2020 - 1980) << 9) | (1 << 5) | 1, true);
  view.setUint16(20, cluster >>> 16, true);
  view.setUint16(26, cluster & 0xffff, true);
  view.setUint32(28, bytes, true);
  return entry;
}

/** Table sectors needed for a volume of `sectors`: 4 bytes a cluster and two reserved entries. */
function tableSectorsFor(sectors: number, sectorsPerCluster: number, sectorBytes: number): number {
  return Math.ceil(((sectors / sectorsPerCluster + 2) * 4) / sectorBytes);
}

/**
 * The fewest sectors that a volume needs to be FAT32 and not FAT16: 65,525 clusters (specification, section 3.5),
 * its reserved sectors and its tables.
 */
export function smallestFat32Sectors(
  {
    sectorsPerCluster,
    tables,
    roomForSectors,
  }: Pick<NewFat32, 'sectorsPerCluster' | 'tables' | 'roomForSectors'>,
  sectorBytes: number,
): number {
  const data = 65_525 * sectorsPerCluster;
  // The tables grow with the volume that they make room for: a few rounds settle it.
  for (let total = data; ;) {
    const tableSectors = tableSectorsFor(Math.max(total, roomForSectors), sectorsPerCluster, sectorBytes);
    const needed = reservedSectors + tables * tableSectors + data;
    if (needed <= total) return total;
    total = needed;
  }
}

/**
 * Makes a FAT32 file system: boot sector and copy, FSInfo, tables (their used beginning; the rest reads zero),
 * folders, and the extents in which the files' bytes are to be put. Each folder takes one cluster.
 * Source: FAT file system specification 1.03, sections 3 to 6. The partition must read zero where nothing is written.
 */
export function makeFat32(wanted: NewFat32): { writes: Write[]; extents: FileExtent[] } {
  const { sectorBytes, sectorsPerCluster } = wanted;
  const clusterBytes = sectorBytes * sectorsPerCluster;
  const tableSectors = tableSectorsFor(
    Math.max(wanted.totalSectors, wanted.roomForSectors),
    sectorsPerCluster,
    sectorBytes,
  );
  const dataStart = reservedSectors + wanted.tables * tableSectors;
  const clusters = Math.floor((wanted.totalSectors - dataStart) / sectorsPerCluster);
  const offsetOf = (cluster: number) => (dataStart + (cluster - 2) * sectorsPerCluster) * sectorBytes;

  const table: number[] = [0x0ffffff8, endOfChain];
  const take = (count: number): number => {
    const first = table.length;
    for (let i = 1; i < count; i += 1) table.push(first + i);
    table.push(endOfChain);
    return first;
  };

  const root: Folder = { name: '', cluster: take(1), parent: 0, entries: [] };
  const folders = new Map<string, Folder>([['', root]]);
  const extents: FileExtent[] = [];
  for (const file of wanted.files) {
    const names = file.path.split('/');
    let folder = root;
    names.slice(0, -1).forEach((name, depth) => {
      const path = names.slice(0, depth + 1).join('/');
      let next = folders.get(path);
      if (!next) {
        // Entries of folders directly under the root name their parent 0 (specification section 6.5).
        next = { name, cluster: take(1), parent: folder === root ? 0 : folder.cluster, entries: [] };
        folders.set(path, next);
        folder.entries.push({ name, attributes: attribute.directory, cluster: next.cluster, bytes: 0 });
      }
      folder = next;
    });
    const cluster = take(Math.max(1, Math.ceil(file.bytes / clusterBytes)));
    folder.entries.push({ name: names.at(-1)!, attributes: attribute.archive, cluster, bytes: file.bytes });
    extents.push({ path: file.path, start: offsetOf(cluster), bytes: file.bytes });
  }

  const boot = new Uint8Array(sectorBytes);
  const view = new DataView(boot.buffer);
  boot.set([0xeb, 0x58, 0x90], 0);
  boot.set(new TextEncoder().encode('JICARA  '), 3);
  view.setUint16(11, sectorBytes, true);
  boot[13] = sectorsPerCluster;
  view.setUint16(14, reservedSectors, true);
  boot[16] = wanted.tables;
  boot[21] = 0xf8;
  view.setUint16(24, 63, true);
  view.setUint16(26, 255, true);
  view.setUint32(28, wanted.hiddenSectors, true);
  view.setUint32(32, wanted.totalSectors, true);
  view.setUint32(36, tableSectors, true);
  view.setUint32(44, root.cluster, true);
  view.setUint16(48, 1, true);
  view.setUint16(50, 6, true);
  boot[64] = 0x80;
  boot[66] = 0x29;
  view.setUint32(67, wanted.serial, true);
  const label = new TextEncoder().encode(wanted.volumeLabel.padEnd(11).slice(0, 11));
  boot.set(label, 71);
  boot.set(new TextEncoder().encode('FAT32   '), 82);
  boot.set([0x55, 0xaa], 510);

  const info = new Uint8Array(sectorBytes);
  const infoView = new DataView(info.buffer);
  infoView.setUint32(0, 0x41615252, true);
  infoView.setUint32(484, 0x61417272, true);
  infoView.setUint32(infoField.freeClusters, clusters - (table.length - 2), true);
  infoView.setUint32(infoField.nextFree, table.length, true);
  infoView.setUint32(508, 0xaa550000, true);

  const tableBytes = new Uint8Array(new Uint32Array(table).buffer);
  const writes: Write[] = [
    { what: 'boot sector', offset: 0, bytes: boot },
    { what: 'free-space sector', offset: sectorBytes, bytes: info },
    { what: 'boot sector copy', offset: 6 * sectorBytes, bytes: boot },
    { what: 'free-space sector copy', offset: 7 * sectorBytes, bytes: info },
  ];
  for (let copy = 0; copy < wanted.tables; copy += 1) {
    writes.push({
      what: 'table',
      offset: (reservedSectors + copy * tableSectors) * sectorBytes,
      bytes: tableBytes,
    });
  }
  for (const folder of folders.values()) {
    const bytes = new Uint8Array(clusterBytes);
    const entries = folder.entries.map((e) =>
      directoryEntry(shortName(e.name), e.attributes, e.cluster, e.bytes),
    );
    if (folder === root) entries.unshift(directoryEntry(label, attribute.volume, 0, 0));
    else {
      const dots = (text: string) => new TextEncoder().encode(text.padEnd(11));
      entries.unshift(
        directoryEntry(dots('.'), attribute.directory, folder.cluster, 0),
        directoryEntry(dots('..'), attribute.directory, folder.parent, 0),
      );
    }
    entries.forEach((entry, i) => bytes.set(entry, i * 32));
    writes.push({ what: `folder ${folder.name}`, offset: offsetOf(folder.cluster), bytes });
  }
  return { writes, extents };
}
