import { type Result, ok, refuse } from '../../result';
import type { BlockReader } from '../block-reader';
import { type ByteRange, RangeCollector, without } from '../byte-range';
import { fileSystemOf, partitionReader, type DriveReading } from '../read-drive';
import { bootCodeBytes, buildTable } from '../table/gpt-build';
import { usableSectors } from '../table/gpt';
import {
  type PartitionTable,
  type TableFault,
  checkPartitions,
  partitionBytes,
} from '../table/partition-table';
import { changeRecord } from '../table/record';
import type { Write } from '../write';
import {
  type Layout,
  type PlacedPartition,
  lineBytes,
  newStart,
  oldBytes,
  oldStart,
  placedBytes,
  targetTable,
} from './layout';
import {
  type LeftBehind,
  type OutsideWish,
  askFromBytes,
  contentIn,
  lookedThrough,
  outsideBytes,
  outsideOf,
  placeOutside,
} from './outside';
import type { CopySpan } from './copy-span';
import { type Change, type MovedArea, onlyWrites } from '../file-system/file-system';
import { partRewrites } from './partition-rewrites';

/**
 * All that a copy does: spans in use, then the intended rewrites (file systems' own starts and sizes, then the table).
 * Rewrites are left out of the comparison with the source, and listed in the manifest.
 */
export type CopyPlan = {
  spans: CopySpan[];
  rewrites: Write[];
  bytes: number;
  /** What lies outside file systems and is not carried, or was not looked at. */
  left: LeftBehind[];
};

/** Bytes at both ends of a partition in which marks of file systems and labels stand: carried, used or not, so that no older one is left. */
const markBytes = 0x11000;

/** Start of a new partition that is set to zero, so that no mark of what stood there before is left: the farthest stands at 64 KiB. */
const clearedBytes = 2 ** 17;

/** Most bytes before the first partition that an older record keeps its own programs in. */
const mostLoaderBytes = 2 ** 26;

/** What a disk reads at its beginning, for a first idea of the time. */
const usualReadBytesPerS = 2e8;

function spansOf(
  reading: DriveReading,
  layout: Layout,
  partition: PlacedPartition,
  { moved, cleared }: Change,
): CopySpan[] {
  const from = oldStart(layout, partition);
  const to = newStart(layout, partition);
  const content = reading.contents[partition.number];
  const usage = content?.kind === 'file-system' ? content.fileSystem.usage : null;
  const own = partitionBytes(partition.from!, layout.sourceSectorBytes);
  if (usage?.known) {
    const marked = withMarks(usage.ranges, Math.min(own, placedBytes(layout, partition)), partition);
    // What must read zero is written once: a mark's place does not carry it as well.
    const carried = placed(without(marked, usage.cleared ?? []), moved).map(({ start, end, by }) => ({
      source: from + start,
      target: to + start + by,
      bytes: end - start,
      part: partition.number,
    }));
    return [
      ...carried,
      ...clearedSpans([...(usage.cleared ?? []), ...cleared], { from, to, number: partition.number }),
    ];
  }
  return [
    {
      source: from,
      target: to,
      bytes: Math.min(own, placedBytes(layout, partition)),
      part: partition.number,
    },
  ];
}

/** Where ranges of a partition stand in it on the new drive: all in their place, or area by area. */
const placed = (ranges: ByteRange[], moved: MovedArea[]): MovedArea[] =>
  moved.length === 0
    ? ranges.map((range) => ({ ...range, by: 0 }))
    : ranges.flatMap((range) =>
        moved
          .map(({ start, end, by }) => ({
            start: Math.max(start, range.start),
            end: Math.min(end, range.end),
            by,
          }))
          .filter(({ start, end }) => end > start),
      );

/** Stretches of a partition that hold nothing and must read zero where they will stand. */
const clearedSpans = (
  ranges: ByteRange[],
  { from, to, number }: { from: number; to: number; number: number },
): CopySpan[] =>
  ranges.map(({ start, end }) => ({
    source: from + start,
    target: to + start,
    bytes: end - start,
    part: number,
    zero: true,
  }));

/** Used ranges with both ends of the partition; where it grows, its old end is no end any more. */
function withMarks(ranges: ByteRange[], bytes: number, { change }: PlacedPartition): ByteRange[] {
  const all = new RangeCollector(bytes);
  all.add(0, Math.min(markBytes, bytes));
  for (const { start, end } of ranges) all.add(start, end);
  if (!change.includes('grows')) all.add(Math.max(0, bytes - markBytes), bytes);
  return all.finish().ranges;
}

/** What lies between a partition table and the first partition, as far as loaders do: carried, used or not. */
function beginning(table: PartitionTable, layout: Layout): CopySpan[] {
  const start = usableStart(table, layout);
  const firsts = [
    ...table.partitions.map(({ firstSector }) => firstSector * table.sectorBytes),
    ...layout.partitions.map((partition) => newStart(layout, partition)),
  ];
  const end = Math.min(lineBytes, ...firsts);
  return end > start ? [{ source: start, target: start, bytes: end - start, part: 0 }] : [];
}

/** Where neither table has entries any more, bytes. */
const usableStart = (table: PartitionTable, layout: Layout): number =>
  Math.max(
    usableSectors(table.driveSectors, table.sectorBytes).firstUsable * table.sectorBytes,
    usableSectors(layout.targetSectors, layout.sectorBytes).firstUsable * layout.sectorBytes,
  );

/** Where a copy may not know by itself which table counts. */
const undecided: TableFault['code'][] = ['two-tables', 'no-protective-record'];

/** What an older record keeps outside its partitions: the programs behind sector 0, and the records of an extended partition. */
function recordSpans({ partitions, sectorBytes, driveSectors }: PartitionTable): CopySpan[] {
  const first = Math.min(...partitions.map((partition) => partition.firstSector)) * sectorBytes;
  const links = partitions
    .flatMap((partition) => partition.record?.linkSector ?? [])
    .map((sector) => sector * sectorBytes);
  const start = Math.min(first, mostLoaderBytes, driveSectors * sectorBytes, ...links);
  return [
    { source: 0, target: 0, bytes: start, part: 0 },
    ...links.map((at) => ({ source: at, target: at, bytes: sectorBytes, part: 0 })),
  ];
}

/** The end of a drive behind its last partition, where an older table’s mirror and labels may stand; a new mirror overwrites its own place. */
function clearedEnd(layout: Layout, outside: CopySpan[]): Write[] {
  if (layout.kind === 'none') return [];
  const end =
    layout.kind === 'gpt'
      ? (usableSectors(layout.targetSectors, layout.sectorBytes).lastUsable + 1) * layout.sectorBytes
      : layout.targetSectors * layout.sectorBytes;
  const taken = [
    ...layout.partitions.map((partition) => newStart(layout, partition) + placedBytes(layout, partition)),
    ...outside.map(({ target, bytes }) => target + bytes),
  ];
  const start = Math.max(end - lineBytes, ...taken);
  return start < end
    ? [{ what: 'cleared end of the drive', offset: start, bytes: new Uint8Array(end - start) }]
    : [];
}

/** The end of what a partition grew by, where an older mark may stand: never a byte of what was carried. */
function clearedGrowth(layout: Layout, partition: PlacedPartition, name: string): Write[] {
  const grown = placedBytes(layout, partition) - oldBytes(layout, partition);
  const bytes = Math.min(markBytes, grown);
  const end = newStart(layout, partition) + placedBytes(layout, partition);
  return bytes > 0
    ? [{ what: `${name}: cleared end`, offset: end - bytes, bytes: new Uint8Array(bytes) }]
    : [];
}

async function tableWrites(source: BlockReader, reading: DriveReading, layout: Layout): Promise<Write[]> {
  if (layout.kind === 'none') return [];
  const sector = await source.read(0, 512);
  if (layout.kind === 'gpt') return buildTable(targetTable(layout), sector.slice(0, bootCodeBytes));
  const grown = layout.partitions.find((partition) => partition.change === 'grows');
  if (!grown || !reading.table) return [];
  const sectors = grown.to.lastSector - grown.to.firstSector + 1;
  return [{ what: 'record in sector 0', offset: 0, bytes: changeRecord(sector, grown.number, sectors) }];
}

/** What lies outside file systems: looked through and placed. Fault: `outside-asked`, where reading it would take long. */
async function outsideSpans(
  source: BlockReader,
  reading: DriveReading,
  layout: Layout,
  wish: OutsideWish | 'ask',
  carried: CopySpan[],
): Promise<Result<{ spans: CopySpan[]; left: LeftBehind[] }>> {
  const stretches = outsideOf(reading, source.length);
  const bytes = outsideBytes(source, stretches);
  if (wish === 'ask' && bytes > askFromBytes) {
    const minutes = Math.ceil(bytes / usualReadBytesPerS / 60);
    return refuse(
      'outside-asked',
      `${(bytes / 1e9).toFixed(0)} GB lie outside partitions and file systems, and were not looked at.`,
      `Say whether all of it is read (about ${minutes} min at ${usualReadBytesPerS / 1e6} MB/s) or the edges of each stretch, where loaders and labels lie.`,
    );
  }
  const { looked, unread } = lookedThrough(stretches, wish === 'ask' ? 'all' : wish);
  const found = (await contentIn(source, looked)).filter(
    ({ start, end }) => !isCarried({ start, end }, carried),
  );
  const { spans, left } = placeOutside(layout, found, source.length);
  return ok({ spans, left: [...left, ...unread] });
}

const isCarried = ({ start, end }: ByteRange, spans: CopySpan[]) =>
  spans.some(({ source, bytes }) => source <= start && end <= source + bytes);

/** What a partition's file system needs where it will stand. Faults: `layout`, and those of its driver. */
async function changeOf(
  source: BlockReader,
  reading: DriveReading,
  partition: PlacedPartition,
): Promise<Result<Change>> {
  const fileSystem = fileSystemOf(reading, partition.number);
  if (!fileSystem || partition.from === null) return ok(onlyWrites([]));
  const old = reading.table?.partitions.find(({ number }) => number === partition.number);
  if (!old)
    return refuse(
      'layout',
      `The old drive has no partition ${partition.number}.`,
      'Lay the partitions out again.',
    );
  return partRewrites(partitionReader(source, old, reading.sectorBytes), fileSystem, {
    fromSector: partition.from.firstSector,
    toSector: partition.to.firstSector,
    toSectors: partition.to.lastSector - partition.to.firstSector + 1,
    grows: partition.change.includes('grows'),
  });
}

/**
 * Makes the plan from what was read on the source and the layout of the target. `outside`: how much of what lies outside file
 * systems is looked through; left out, all of it, unless that takes long. Faults: `two-tables`, `layout`, `outside-asked`, and
 * those of growing.
 */
export async function planCopy(
  source: BlockReader,
  reading: DriveReading,
  layout: Layout,
  outside: OutsideWish | 'ask' = 'ask',
): Promise<Result<CopyPlan>> {
  const doubt = reading.faults.find(({ code }) => undecided.includes(code));
  if (doubt)
    return refuse('two-tables', doubt.sentence, 'Say which table counts: nothing is copied until then.');
  const { table } = reading;
  if (!table) return refuse('no-table', 'No partition table was read.', 'Read the old drive again.');
  const wrong = checkPartitions(targetTable(layout))[0];
  if (wrong) return refuse('layout', wrong.sentence, 'Lay the partitions out again.');
  const spans =
    layout.kind === 'record' ? recordSpans(table) : layout.kind === 'gpt' ? beginning(table, layout) : [];
  const rewrites: Write[] = [];
  for (const partition of layout.partitions) {
    const start = newStart(layout, partition);
    if (partition.from === null) {
      const bytes = new Uint8Array(Math.min(clearedBytes, placedBytes(layout, partition)));
      rewrites.push({ what: `${partition.name}: cleared start`, offset: start, bytes });
      continue;
    }
    const changed = await changeOf(source, reading, partition);
    if (!changed.ok) return changed;
    spans.push(...spansOf(reading, layout, partition, changed.value));
    if (!fileSystemOf(reading, partition.number)) continue;
    const name = partition.name || `partition ${partition.number}`;
    if (partition.change.includes('grows')) rewrites.push(...clearedGrowth(layout, partition, name));
    rewrites.push(
      ...changed.value.writes.map((w) => ({
        what: `${name}: ${w.what}`,
        offset: start + w.offset,
        bytes: w.bytes,
      })),
    );
  }
  const more = await outsideSpans(source, reading, layout, outside, spans);
  if (!more.ok) return more;
  spans.push(...more.value.spans);
  rewrites.push(...clearedEnd(layout, more.value.spans), ...(await tableWrites(source, reading, layout)));
  const wanted = spans.filter((span) => span.bytes > 0);
  const bytes = wanted.reduce((total, span) => total + (span.zero ? 0 : span.bytes), 0);
  return ok({ spans: wanted, rewrites, bytes, left: more.value.left });
}
