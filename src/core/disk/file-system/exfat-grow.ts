import { type Result, ok, refuse } from '../../result';
import { eachSetRun } from '../bitmap';
import type { BlockReader } from '../block-reader';
import type { ByteRange } from '../byte-range';
import { viewOf } from '../bytes';
import type { Write } from '../write';
import { type ExFat, exFatClusterOffset } from './exfat';
import type { Change, MovedArea } from './file-system';
import { type ExFatBitmap, type ExFatFileSystem, mostMappedClusters } from './read-exfat';

/**
 * Growing an exFAT beyond what its tables reach. Clusters keep their numbers, so that no folder and no chain is touched: the table is
 * made longer, the heap of clusters stands so much farther from the start, and the map of used clusters, where it must be longer, moves
 * into free clusters that lie together (systems read it as one piece).
 */

/** The shape that an exFAT has at a size: where its heap begins, how long its table is, how many clusters it has, and its own length. */
export type ExFatShape = { heapOffset: number; fatSectors: number; clusters: number; volumeSectors: number };

const heapLineBytes = 2 ** 20;

/**
 * What size gives which shape: the heap stays where it is as long as the table fits before it, else it moves by whole clusters and lines
 * of 1 MiB. Where moving it would cost more clusters than it gains, the volume ends with the last cluster that the table reaches.
 */
export function exFatShape(fs: ExFat, totalSectors: number): ExFatShape {
  const clusterSectors = fs.clusterBytes / fs.sectorBytes;
  const clustersFrom = (heapOffset: number) =>
    Math.min(Math.floor((totalSectors - heapOffset) / clusterSectors), mostMappedClusters);
  const tableSectors = (clusters: number) => Math.ceil(((clusters + 2) * 4) / fs.sectorBytes);
  const shape = (heapOffset: number, clusters: number): ExFatShape => ({
    heapOffset,
    clusters,
    fatSectors: Math.max(fs.fatSectors, tableSectors(clusters)),
    volumeSectors:
      clusters < clustersFrom(heapOffset) ? heapOffset + clusters * clusterSectors : totalSectors,
  });
  const most = clustersFrom(fs.heapOffset);
  const reached = Math.floor(((fs.heapOffset - fs.fatOffset) * fs.sectorBytes) / 4) - 2;
  if (most <= reached) return shape(fs.heapOffset, most);
  const step = Math.max(fs.clusterBytes, heapLineBytes) / fs.sectorBytes;
  const lacking = fs.fatOffset + tableSectors(most) - fs.heapOffset;
  const heapOffset = fs.heapOffset + Math.ceil(lacking / step) * step;
  const clusters = clustersFrom(heapOffset);
  return clusters > reached ? shape(heapOffset, clusters) : shape(fs.heapOffset, reached);
}

/** The first of so many free clusters that lie together, among those of the new size; the new ones are free. */
function freeRun(map: Uint8Array, oldClusters: number, newClusters: number, wanted: number): number | null {
  let free = 0;
  let found: number | null = null;
  eachSetRun(map, oldClusters, (first, end) => {
    if (found === null && first - free >= wanted) found = free;
    free = end;
  });
  return found ?? (newClusters - free >= wanted ? free : null);
}

async function readMap(
  partition: BlockReader,
  fs: ExFat,
  { pieces }: ExFatBitmap,
): Promise<Uint8Array | null> {
  const map = new Uint8Array(Math.ceil(fs.clusters / 8));
  let at = 0;
  for (const piece of pieces) {
    const bytes = await partition.read(piece.offset, Math.min(piece.bytes, map.length - at));
    map.set(bytes, at);
    at += bytes.length;
  }
  return at < map.length ? null : map;
}

const words = (...values: number[]) => {
  const bytes = new Uint8Array(values.length * 4);
  values.forEach((value, i) => viewOf(bytes).setUint32(i * 4, value, true));
  return bytes;
};

/** Bits of clusters (the first is number 2) set or taken away. */
function setBits(map: Uint8Array, firstCluster: number, count: number, isSet: boolean) {
  for (let bit = firstCluster - 2; bit < firstCluster - 2 + count; bit += 1) {
    const mask = 1 << (bit & 7);
    const byte = map[bit >>> 3] ?? 0;
    map[bit >>> 3] = isSet ? byte | mask : byte & ~mask;
  }
}

/** What growing to a shape needs beside the boot regions; offsets are those on the new drive. Faults: `unreadable`, `no-room`. */
export async function regrownExFat(
  partition: BlockReader,
  { exfat: fs }: ExFatFileSystem,
  bitmap: ExFatBitmap,
  shape: ExFatShape,
): Promise<Result<Change>> {
  const { sectorBytes, clusterBytes } = fs;
  const by = (shape.heapOffset - fs.heapOffset) * sectorBytes;
  const fatStart = fs.fatOffset * sectorBytes;
  // Entries behind those of the old clusters say nothing: they read zero on the new drive.
  const oldEnd = fatStart + (fs.clusters + 2) * 4;
  const oldSectorEnd = Math.ceil(oldEnd / sectorBytes) * sectorBytes;
  const heap = fs.heapOffset * sectorBytes;
  const moved: MovedArea[] = [
    { start: 0, end: Math.min(oldSectorEnd, heap), by: 0 },
    { start: heap, end: fs.volumeSectors * sectorBytes, by },
  ];
  const cleared: ByteRange[] = [{ start: oldSectorEnd, end: shape.heapOffset * sectorBytes }];
  const writes: Write[] = [];
  if (oldSectorEnd > oldEnd)
    writes.push({
      what: 'entries of new clusters',
      offset: oldEnd,
      bytes: new Uint8Array(oldSectorEnd - oldEnd),
    });
  const map = await readMap(partition, fs, bitmap);
  if (!map)
    return refuse('unreadable', 'The map of used clusters cannot be read.', 'Check the drive and its cable.');
  const grown = new Uint8Array(Math.ceil(shape.clusters / 8));
  grown.set(map.subarray(0, Math.ceil(fs.clusters / 8)));
  // Bits behind the last old cluster belong to nobody.
  const last = Math.floor(fs.clusters / 8);
  if (fs.clusters % 8 !== 0) grown[last] = (grown[last] ?? 0) & (2 ** (fs.clusters % 8) - 1);
  const needed = Math.ceil(grown.length / clusterBytes);
  const own = bitmap.pieces.map(({ offset }) => (offset - heap) / clusterBytes + 2);
  let place = own[0] ?? 2;
  const stays = own.length >= needed;
  if (!stays) {
    const run = freeRun(grown, fs.clusters, shape.clusters, needed);
    if (run === null)
      return refuse(
        'no-room',
        'No free clusters lie together for the longer map of used clusters.',
        'Free some room on the device first, or give the partition its old size.',
      );
    place = run + 2;
    for (const cluster of own) {
      setBits(grown, cluster, 1, false);
      writes.push({ what: 'old map’s chain', offset: fatStart + cluster * 4, bytes: words(0) });
    }
    setBits(grown, place, needed, true);
    const chain = Array.from({ length: needed }, (_, i) => (i === needed - 1 ? 0xffffffff : place + i + 1));
    writes.push({ what: 'new map’s chain', offset: fatStart + place * 4, bytes: words(...chain) });
  }
  const mapStart = exFatClusterOffset({ ...fs, heapOffset: shape.heapOffset }, place);
  const filled = lastSet(grown) + 1;
  if (stays) {
    // In its old place, piece by piece, as far as bits change.
    let at = 0;
    for (const piece of bitmap.pieces) {
      const end = Math.min(at + piece.bytes, grown.length);
      const from = Math.max(at, Math.floor(fs.clusters / 8));
      if (from < end)
        writes.push({
          what: 'map of free clusters',
          offset: piece.offset + by + from - at,
          bytes: grown.slice(from, end),
        });
      at += piece.bytes;
    }
  } else {
    writes.push({ what: 'map of used clusters', offset: mapStart, bytes: grown.slice(0, filled) });
    cleared.push({ start: mapStart + filled, end: mapStart + needed * clusterBytes });
  }
  const entry = new Uint8Array(12);
  viewOf(entry).setUint32(0, place, true);
  viewOf(entry).setBigUint64(4, BigInt(grown.length), true);
  writes.push({ what: 'place and length of the map', offset: bitmap.entryOffset + 20 + by, bytes: entry });
  return ok({ writes, moved, cleared: cleared.filter(({ start, end }) => end > start) });
}

const lastSet = (map: Uint8Array): number => {
  let at = map.length - 1;
  while (at >= 0 && map[at] === 0) at -= 1;
  return at;
};
