import { type Result, ok, refuse } from '../../result';
import type { BlockReader } from '../block-reader';
import { fileSystemOf, partitionReader, type DriveReading } from '../read-drive';
import { bootCodeBytes, buildTable } from '../table/gpt-build';
import { type PartitionTable, checkPartitions, partitionBytes } from '../table/partition-table';
import { changeRecord } from '../table/record';
import type { Write } from '../write';
import { type Layout, type PlacedPartition, newStart, oldStart, placedBytes, targetTable } from './layout';
import { partRewrites } from './partition-rewrites';

/** Bytes that go across unchanged: offsets on the whole drives. `partition` is the number of the partition; 0 is the drive's own beginning. */
export type CopySpan = { source: number; target: number; bytes: number; part: number };

/**
 * All that a copy does: spans in use, then the intended rewrites (file systems' own starts and sizes, then the table).
 * Rewrites are left out of the comparison with the source, and listed in the manifest.
 */
export type CopyPlan = { spans: CopySpan[]; rewrites: Write[]; bytes: number };

/** Start of a new partition that is set to zero, so that no mark of what stood there before is left: the farthest stands at 64 KiB. */
const clearedBytes = 2 ** 17;

/** Most bytes before the first partition that an older record keeps its own programs in. */
const mostLoaderBytes = 2 ** 26;

function spansOf(reading: DriveReading, layout: Layout, partition: PlacedPartition): CopySpan[] {
  const from = oldStart(layout, partition);
  const to = newStart(layout, partition);
  const content = reading.contents[partition.number];
  const usage = content?.kind === 'file-system' ? content.fileSystem.usage : null;
  if (usage?.known)
    return usage.ranges.map(({ start, end }) => ({
      source: from + start,
      target: to + start,
      bytes: end - start,
      part: partition.number,
    }));
  const own = partitionBytes(partition.from!, layout.sourceSectorBytes);
  return [
    {
      source: from,
      target: to,
      bytes: Math.min(own, placedBytes(layout, partition)),
      part: partition.number,
    },
  ];
}

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

async function tableWrites(source: BlockReader, reading: DriveReading, layout: Layout): Promise<Write[]> {
  if (layout.kind === 'none') return [];
  const sector = await source.read(0, 512);
  if (layout.kind === 'gpt') return buildTable(targetTable(layout), sector.slice(0, bootCodeBytes));
  const grown = layout.partitions.find((partition) => partition.change === 'grows');
  if (!grown || !reading.table) return [];
  const sectors = grown.to.lastSector - grown.to.firstSector + 1;
  return [{ what: 'record in sector 0', offset: 0, bytes: changeRecord(sector, grown.number, sectors) }];
}

/** Makes the plan from what was read on the source and the layout of the target. Faults: `layout`, and those of growing. */
export async function planCopy(
  source: BlockReader,
  reading: DriveReading,
  layout: Layout,
): Promise<Result<CopyPlan>> {
  const wrong = checkPartitions(targetTable(layout))[0];
  if (wrong) return refuse('layout', wrong.sentence, 'Lay the partitions out again.');
  const spans = layout.kind === 'record' ? recordSpans(reading.table!) : [];
  const rewrites: Write[] = [];
  for (const partition of layout.partitions) {
    const start = newStart(layout, partition);
    if (partition.from === null) {
      const bytes = new Uint8Array(Math.min(clearedBytes, placedBytes(layout, partition)));
      rewrites.push({ what: `${partition.name}: cleared start`, offset: start, bytes });
      continue;
    }
    spans.push(...spansOf(reading, layout, partition));
    const fileSystem = fileSystemOf(reading, partition.number);
    if (!fileSystem) continue;
    const old = reading.table!.partitions.find(({ number }) => number === partition.number)!;
    const changed = await partRewrites(partitionReader(source, old, reading.sectorBytes), fileSystem, {
      fromSector: partition.from.firstSector,
      toSector: partition.to.firstSector,
      toSectors: partition.to.lastSector - partition.to.firstSector + 1,
      grows: partition.change.includes('grows'),
    });
    if (!changed.ok) return changed;
    const name = partition.name || `partition ${partition.number}`;
    rewrites.push(
      ...changed.value.map((w) => ({ what: `${name}: ${w.what}`, offset: start + w.offset, bytes: w.bytes })),
    );
  }
  rewrites.push(...(await tableWrites(source, reading, layout)));
  const wanted = spans.filter((span) => span.bytes > 0);
  return ok({ spans: wanted, rewrites, bytes: wanted.reduce((total, span) => total + span.bytes, 0) });
}
