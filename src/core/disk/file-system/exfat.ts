import type { BlockReader } from '../block-reader';
import { latin1, u64, utf16, viewOf } from '../bytes';
import { type NotRead, notRead } from './file-system';

/** Source of all fields: exFAT file system specification, sections 3 (regions) and 7 (folder entries). */
export type ExFat = {
  partitionOffset: number;
  volumeSectors: number;
  fatOffset: number;
  fatSectors: number;
  heapOffset: number;
  clusters: number;
  rootCluster: number;
  serial: string;
  isDirty: boolean;
  sectorBytes: number;
  clusterBytes: number;
};

/** Offsets in the boot sector, bytes (section 3.1). */
export const exFatField = {
  partitionOffset: 64,
  volumeSectors: 72,
  fatSectors: 84,
  heapOffset: 88,
  clusters: 92,
  flags: 106,
  percentInUse: 112,
} as const;

/** Sectors of a boot region; its copy follows it. The last holds the checksum (section 2.1). */
export const bootRegionSectors = 12;

/** Reads the boot sector. What speaks against it is said in a sentence; sizes are checked against each other. */
export function parseExFat(boot: Uint8Array): { ok: true; value: ExFat } | NotRead {
  const not = (why: string) => notRead(`This exFAT cannot be read: ${why}.`);
  if (boot.length < 512 || latin1(boot.subarray(3, 11)) !== 'EXFAT   ') return not('its name is missing');
  if (boot[510] !== 0x55 || boot[511] !== 0xaa) return not('the boot mark 55 AA is missing');
  const view = viewOf(boot);
  const sectorShift = boot[108]!;
  const clusterShift = boot[109]!;
  if (sectorShift < 9 || sectorShift > 12 || clusterShift > 25 - sectorShift)
    return not('its sectors or clusters have an impossible size');
  if (boot[110] !== 1) return not('it keeps more than one allocation table');
  const flags = view.getUint16(exFatField.flags, true);
  const fs: ExFat = {
    partitionOffset: u64(view, exFatField.partitionOffset),
    volumeSectors: u64(view, exFatField.volumeSectors),
    fatOffset: view.getUint32(80, true),
    fatSectors: view.getUint32(84, true),
    heapOffset: view.getUint32(88, true),
    clusters: view.getUint32(exFatField.clusters, true),
    rootCluster: view.getUint32(96, true),
    serial: view.getUint32(100, true).toString(16).toUpperCase().padStart(8, '0'),
    isDirty: (flags & 2) !== 0,
    sectorBytes: 2 ** sectorShift,
    clusterBytes: 2 ** (sectorShift + clusterShift),
  };
  const heapEnd = fs.heapOffset + fs.clusters * 2 ** clusterShift;
  if (!(heapEnd <= fs.volumeSectors)) return not('its clusters reach past its own end');
  if (fs.fatOffset < 2 * bootRegionSectors || fs.fatOffset + fs.fatSectors > fs.heapOffset)
    return not('its allocation table lies over something else');
  if (fs.clusters > clustersOfTable(fs)) return not('its table is too small for its clusters');
  if (fs.rootCluster < 2 || fs.rootCluster > fs.clusters + 1) return not('its root lies outside');
  return { ok: true, value: fs };
}

/** Most clusters that the allocation table can hold: 4 bytes each, two reserved (section 4.1). */
export const clustersOfTable = (fs: Pick<ExFat, 'fatSectors' | 'sectorBytes'>) =>
  Math.floor((fs.fatSectors * fs.sectorBytes) / 4) - 2;

/** Byte offset of a cluster from the start of the partition. */
export const exFatClusterOffset = (fs: ExFat, cluster: number) =>
  fs.heapOffset * fs.sectorBytes + (cluster - 2) * fs.clusterBytes;

/** The boot checksum over the first eleven sectors, leaving out flags and share in use (section 3.4, figure 1). */
export function bootChecksum(region: Uint8Array, sectorBytes: number): number {
  let sum = 0;
  for (let i = 0; i < 11 * sectorBytes; i += 1) {
    if (i === 106 || i === 107 || i === 112) continue;
    sum = (((sum & 1) << 31) | (sum >>> 1)) + region[i]!;
    sum >>>= 0;
  }
  return sum;
}

/** True where every number of the checksum sector is the region's checksum. */
export function hasGoodChecksum(region: Uint8Array, sectorBytes: number): boolean {
  if (region.length < bootRegionSectors * sectorBytes) return false;
  const sum = bootChecksum(region, sectorBytes);
  const view = viewOf(region.subarray(11 * sectorBytes, bootRegionSectors * sectorBytes));
  for (let at = 0; at < sectorBytes; at += 4) if (view.getUint32(at, true) !== sum) return false;
  return true;
}

/** The clusters of a chain; null where it loops, leaves the file system or is longer than `most`. */
export async function exFatChain(
  partition: BlockReader,
  fs: ExFat,
  first: number,
  most: number,
): Promise<number[] | null> {
  const chain: number[] = [];
  let marked = 0;
  for (let cluster = first; cluster !== 0xffffffff;) {
    if (cluster < 2 || cluster > fs.clusters + 1 || chain.length >= most || cluster === marked) return null;
    chain.push(cluster);
    // A mark set at each doubling of the length is met again by any circle (Brent's way of finding one).
    if ((chain.length & (chain.length - 1)) === 0) marked = cluster;
    const bytes = await partition.read(fs.fatOffset * fs.sectorBytes + cluster * 4, 4);
    if (bytes.length < 4) return null;
    cluster = viewOf(bytes).getUint32(0, true);
  }
  return chain;
}

/** What the root folder says of the whole: its label, and where the allocation bitmap lies. */
export type ExFatRoot = {
  label: string;
  bitmap: { firstCluster: number; bytes: number; entryOffset: number } | null;
};

/** Largest folder that the specification allows (section 6.1). */
const mostRootChainBytes = 2 ** 28;
/** Most bytes of a root folder that are looked through: the special entries stand at its beginning. */
const mostRootBytes = 2 ** 20;

/** Reads the root folder's special entries (sections 7.1 to 7.3); null where its chain is broken. */
export async function readExFatRoot(partition: BlockReader, fs: ExFat): Promise<ExFatRoot | null> {
  const chain = await exFatChain(
    partition,
    fs,
    fs.rootCluster,
    Math.ceil(mostRootChainBytes / fs.clusterBytes),
  );
  if (!chain) return null;
  const root: ExFatRoot = { label: '', bitmap: null };
  let looked = 0;
  for (const cluster of chain) {
    const base = exFatClusterOffset(fs, cluster);
    const bytes = await partition.read(base, fs.clusterBytes);
    for (let at = 0; at + 32 <= bytes.length; at += 32) {
      const entry = bytes.subarray(at, at + 32);
      const view = viewOf(entry);
      if (entry[0] === 0) return root;
      if (entry[0] === 0x83) root.label = utf16(entry.subarray(2, 2 + 2 * Math.min(11, entry[1]!)));
      if (entry[0] === 0x81 && (entry[1]! & 1) === 0)
        root.bitmap = {
          firstCluster: view.getUint32(20, true),
          bytes: u64(view, 24),
          entryOffset: base + at,
        };
    }
    looked += bytes.length;
    if (looked >= mostRootBytes) return root;
  }
  return root;
}
