import { type Result, ok, refuse } from '../../result';
import type { BlockReader } from '../block-reader';
import { fileSystemOf, partReader, type DriveReading } from '../read-drive';
import { bootCodeBytes, buildTable } from '../table/gpt-build';
import { type PartTable, checkParts, partBytes } from '../table/part-table';
import { changeRecord } from '../table/record';
import type { Write } from '../write';
import { type Layout, type PlacedPart, newStart, oldStart, placedBytes, targetTable } from './layout';
import { partRewrites } from './part-rewrites';

/** Bytes that go across unchanged: offsets on the whole drives. `part` is the number of the part; 0 is the drive's own beginning. */
export type CopySpan = { source: number; target: number; bytes: number; part: number };

/**
 * All that a copy does: spans in use, then the intended rewrites (file systems' own starts and sizes, then the table).
 * Rewrites are left out of the comparison with the source, and listed in the manifest.
 */
export type CopyPlan = { spans: CopySpan[]; rewrites: Write[]; bytes: number };

/** Start of a new part that is set to zero, so that no mark of what stood there before is left: the farthest stands at 64 KiB. */
const clearedBytes = 2 ** 17;

/** Most bytes before the first part that an older record keeps its own programs in. */
const mostLoaderBytes = 2 ** 26;

function spansOf(reading: DriveReading, layout: Layout, part: PlacedPart): CopySpan[] {
  const from = oldStart(layout, part);
  const to = newStart(layout, part);
  const content = reading.contents[part.number];
  const usage = content?.kind === 'file-system' ? content.fileSystem.usage : null;
  if (usage?.known)
    return usage.ranges.map(({ start, end }) => ({
      source: from + start,
      target: to + start,
      bytes: end - start,
      part: part.number,
    }));
  const own = partBytes(part.from!, layout.sourceSectorBytes);
  return [{ source: from, target: to, bytes: Math.min(own, placedBytes(layout, part)), part: part.number }];
}

/** What an older record keeps outside its parts: the programs behind sector 0, and the records of an extended part. */
function recordSpans({ parts, sectorBytes, driveSectors }: PartTable): CopySpan[] {
  const first = Math.min(...parts.map((part) => part.firstSector)) * sectorBytes;
  const links = parts.flatMap((part) => part.record?.linkSector ?? []).map((sector) => sector * sectorBytes);
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
  const grown = layout.parts.find((part) => part.change === 'grows');
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
  const wrong = checkParts(targetTable(layout))[0];
  if (wrong) return refuse('layout', wrong.sentence, 'Lay the parts out again.');
  const spans = layout.kind === 'record' ? recordSpans(reading.table!) : [];
  const rewrites: Write[] = [];
  for (const part of layout.parts) {
    const start = newStart(layout, part);
    if (part.from === null) {
      const bytes = new Uint8Array(Math.min(clearedBytes, placedBytes(layout, part)));
      rewrites.push({ what: `${part.name}: cleared start`, offset: start, bytes });
      continue;
    }
    spans.push(...spansOf(reading, layout, part));
    const fileSystem = fileSystemOf(reading, part.number);
    if (!fileSystem) continue;
    const old = reading.table!.parts.find(({ number }) => number === part.number)!;
    const changed = await partRewrites(partReader(source, old, reading.sectorBytes), fileSystem, {
      fromSector: part.from.firstSector,
      toSector: part.to.firstSector,
      toSectors: part.to.lastSector - part.to.firstSector + 1,
      grows: part.change.includes('grows'),
    });
    if (!changed.ok) return changed;
    const name = part.name || `part ${part.number}`;
    rewrites.push(
      ...changed.value.map((w) => ({ what: `${name}: ${w.what}`, offset: start + w.offset, bytes: w.bytes })),
    );
  }
  rewrites.push(...(await tableWrites(source, reading, layout)));
  const wanted = spans.filter((span) => span.bytes > 0);
  return ok({ spans: wanted, rewrites, bytes: wanted.reduce((total, span) => total + span.bytes, 0) });
}
