import type { BlockReader } from '../block-reader';
import type { ByteRange } from '../byte-range';
import { isAllZero } from '../bytes';
import { type DriveReading, fileSystemOf } from '../read-drive';
import { entrySectors } from '../table/gpt';
import { partitionBytes } from '../table/partition-table';
import type { CopySpan } from './copy-span';
import { type Layout, newStart, placedBytes } from './layout';

/**
 * Bytes outside file systems are content too: loaders before and between partitions, hash trees behind a file system, labels at
 * the end of a drive. What is not zero is carried where the new drive has room for it at its place, and named where not.
 */

/** A stretch of the old drive that no file system and no table accounts for; `part` where it lies inside a partition. */
export type Outside = ByteRange & { part: number | null };

/** What is not carried, and why. Offsets on the old drive. */
export type LeftBehind = { start: number; bytes: number; why: string };

/** What is looked through: all of it, or the edges of each stretch, where loaders and labels lie. */
export type OutsideWish = 'all' | 'edges';

const grainBytes = 4096;
const pieceBytes = 2 ** 20;
/** Both ends of a stretch that are looked through where not all of it is. */
const edgeBytes = 2 ** 24;
/** Labels that count from the end of a drive lie in its last mebibyte. */
const endBytes = 2 ** 20;
/** More than this is asked about first: some seconds on a disk. */
export const askFromBytes = 2 ** 32;

/** Where the table’s own bytes end at the beginning of a drive, and where its mirror begins. */
function tableBounds(kind: string, driveBytes: number, sectorBytes: number): { start: number; end: number } {
  if (kind !== 'gpt') return { start: kind === 'none' ? 0 : sectorBytes, end: driveBytes };
  const entries = entrySectors(sectorBytes) * sectorBytes;
  return { start: 2 * sectorBytes + entries, end: driveBytes - sectorBytes - entries };
}

/** Everything on a drive that lies outside its table and its file systems, in order. */
export function outsideOf(reading: DriveReading, driveBytes: number): Outside[] {
  const { table, sectorBytes } = reading;
  if (!table) return [];
  const bounds = tableBounds(table.kind, driveBytes, sectorBytes);
  const found: Outside[] = [];
  let at = bounds.start;
  const parts = [...table.partitions].sort((a, b) => a.firstSector - b.firstSector);
  for (const part of parts) {
    const start = part.firstSector * sectorBytes;
    const end = Math.min(driveBytes, start + partitionBytes(part, sectorBytes));
    if (start > at) found.push({ start: at, end: start, part: null });
    const fileSystem = fileSystemOf(reading, part.number);
    // What is carried whole leaves nothing out.
    if (fileSystem?.usage.known && start + fileSystem.bytes < end)
      found.push({ start: start + fileSystem.bytes, end, part: part.number });
    at = Math.max(at, end);
  }
  if (at < bounds.end) found.push({ start: at, end: bounds.end, part: null });
  return found;
}

const piecesOf = function* ({ start, end }: ByteRange): Generator<ByteRange> {
  for (let at = start; at < end;) {
    const next = Math.min(end, Math.floor(at / pieceBytes) * pieceBytes + pieceBytes);
    yield { start: at, end: next };
    at = next;
  }
};

/** Bytes that must be read to look through these stretches; what is known to be a hole costs nothing. */
export function outsideBytes(source: BlockReader, stretches: ByteRange[]): number {
  let bytes = 0;
  for (const stretch of stretches)
    for (const { start, end } of piecesOf(stretch))
      if (!source.isHole?.(start, end - start)) bytes += end - start;
  return bytes;
}

/** The edges of stretches that are longer than both together. */
const edgesOf = <T extends ByteRange>(stretch: T): T[] =>
  stretch.end - stretch.start <= 2 * edgeBytes
    ? [stretch]
    : [
        { ...stretch, end: stretch.start + edgeBytes },
        { ...stretch, start: stretch.end - edgeBytes },
      ];

/** What in these stretches is not zero, in grains of 4096 bytes, joined. */
export async function contentIn(source: BlockReader, stretches: Outside[]): Promise<Outside[]> {
  const found: Outside[] = [];
  for (const stretch of stretches)
    for (const { start, end } of piecesOf(stretch)) {
      if (source.isHole?.(start, end - start)) continue;
      const bytes = await source.read(start, end - start);
      for (let at = 0; at < bytes.length;) {
        const next = Math.min(bytes.length, Math.floor((start + at) / grainBytes + 1) * grainBytes - start);
        if (!isAllZero(bytes.subarray(at, next))) {
          const last = found.at(-1);
          if (last && last.end === start + at && last.part === stretch.part) last.end = start + next;
          else found.push({ start: start + at, end: start + next, part: stretch.part });
        }
        at = next;
      }
    }
  return found;
}

/** Where the new drive has room for bytes that belong to no partition. */
function isFree(layout: Layout, { start, end }: ByteRange): boolean {
  const bounds = tableBounds(layout.kind, layout.targetSectors * layout.sectorBytes, layout.sectorBytes);
  return (
    start >= bounds.start &&
    end <= bounds.end &&
    layout.partitions.every((partition) => {
      const from = newStart(layout, partition);
      return end <= from || start >= from + placedBytes(layout, partition);
    })
  );
}

function placeOf(layout: Layout, content: Outside, driveBytes: number): { target: number } | { why: string } {
  const bytes = content.end - content.start;
  if (content.part !== null) {
    const placed = layout.partitions.find(({ number }) => number === content.part);
    if (!placed?.from) return { why: 'its partition stays behind' };
    const from = content.start - placed.from.firstSector * layout.sourceSectorBytes;
    if (placed.change.includes('grows')) return { why: 'the partition grows over it' };
    if (from + bytes > placedBytes(layout, placed)) return { why: 'the partition ends before it' };
    return { target: newStart(layout, placed) + from };
  }
  const targetBytes = layout.targetSectors * layout.sectorBytes;
  const fromEnd = driveBytes - content.start;
  const target = fromEnd <= endBytes ? targetBytes - fromEnd : content.start;
  return isFree(layout, { start: target, end: target + bytes })
    ? { target }
    : { why: 'a partition stands at its place on the new drive' };
}

/** Where each piece of content goes, and what finds no place. */
export function placeOutside(
  layout: Layout,
  content: Outside[],
  driveBytes: number,
): { spans: CopySpan[]; left: LeftBehind[] } {
  const spans: CopySpan[] = [];
  const left: LeftBehind[] = [];
  for (const one of content) {
    const place = placeOf(layout, one, driveBytes);
    const bytes = one.end - one.start;
    if ('target' in place)
      spans.push({ source: one.start, target: place.target, bytes, part: one.part ?? 0 });
    else left.push({ start: one.start, bytes, why: place.why });
  }
  return { spans, left };
}

/** What is looked through by a wish, and what of the stretches is not looked at. */
export function lookedThrough(
  stretches: Outside[],
  wish: OutsideWish,
): { looked: Outside[]; unread: LeftBehind[] } {
  if (wish === 'all') return { looked: stretches, unread: [] };
  return {
    looked: stretches.flatMap(edgesOf),
    unread: stretches
      .filter(({ start, end }) => end - start > 2 * edgeBytes)
      .map(({ start, end }) => ({
        start: start + edgeBytes,
        bytes: end - start - 2 * edgeBytes,
        why: 'it was not looked at',
      })),
  };
}
