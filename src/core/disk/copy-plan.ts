import { type Result, ok, refuse } from '../result';
import type { BlockReader } from './block-reader';
import { changeFat32 } from './fat32-change';
import { type Write, buildTable, checkParts } from './gpt';
import { type Layout, targetTable } from './layout';
import type { DriveReading } from './read-drive';

/** Bytes that go across unchanged: offsets on the whole drives. */
export type CopySpan = { source: number; target: number; bytes: number };

/**
 * All that a copy does: spans in use, then the intended rewrites (file systems' own starts and sizes, then the table).
 * Rewrites are left out of the comparison with the source, and listed in the manifest.
 */
export type CopyPlan = { spans: CopySpan[]; rewrites: Write[]; bytes: number };

/** Makes the plan from what was read on the source and the layout of the target. Faults: `layout`, and those of growing. */
export async function planCopy(
  source: BlockReader,
  reading: DriveReading,
  layout: Layout,
): Promise<Result<CopyPlan>> {
  const { sectorBytes } = layout;
  const table = targetTable(layout);
  const wrong = checkParts(table)[0];
  if (wrong) return refuse('layout', wrong.sentence, 'Lay the parts out again.');
  const spans: CopySpan[] = [];
  const rewrites: Write[] = [];
  for (const part of layout.parts) {
    const content = reading.contents[part.number];
    const from = part.from.firstSector * sectorBytes;
    const to = part.to.firstSector * sectorBytes;
    if (!content || content.kind === 'unread') {
      spans.push({
        source: from,
        target: to,
        bytes: (part.from.lastSector - part.from.firstSector + 1) * sectorBytes,
      });
      continue;
    }
    for (const range of content.ranges) {
      spans.push({ source: from + range.start, target: to + range.start, bytes: range.end - range.start });
    }
    const { fat } = content;
    const [boot, info] = await Promise.all([
      source.read(from, fat.sectorBytes),
      source.read(from + fat.infoSector * fat.sectorBytes, fat.sectorBytes),
    ]);
    // A part that does not grow keeps its size, though its file system may be smaller than the part.
    const totalSectors = part.change.includes('grows')
      ? part.to.lastSector - part.to.firstSector + 1
      : fat.totalSectors;
    const changed = changeFat32(fat, { boot, info }, { startSector: part.to.firstSector, totalSectors });
    if (!changed.ok) return changed;
    rewrites.push(
      ...changed.value.map((w) => ({
        what: `${part.name}: ${w.what}`,
        offset: to + w.offset,
        bytes: w.bytes,
      })),
    );
  }
  rewrites.push(...buildTable(table));
  return ok({ spans, rewrites, bytes: spans.reduce((total, span) => total + span.bytes, 0) });
}
