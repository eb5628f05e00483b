import { buildTable } from '../table/gpt-build';
import { type Layout, lineBytes, targetTable } from './layout';
import { Operation } from './operation-schema';
import type { LayoutDocument } from './layout-document';

export function layoutDocument(layout: Layout, operations: Operation[]): LayoutDocument {
  return {
    schema: 'jicara.layout/1',
    table: layout.kind,
    diskGuid: layout.diskGuid,
    source: { sectors: layout.sourceSectors, sectorBytes: layout.sourceSectorBytes },
    target: { sectors: layout.targetSectors, sectorBytes: layout.sectorBytes },
    parts: layout.partitions.map(({ number, name, typeGuid, partGuid, from, to, change, grownBy }) => ({
      number,
      name,
      typeGuid,
      partGuid,
      from,
      to,
      change,
      grownBy,
    })),
    operations,
  };
}

/**
 * The first mebibyte and the last sectors of the new drive, as the partition table fills them: binary files to look at or to
 * write by other means. Null for tables of the older kind, whose sector 0 is the old drive's.
 */
export function tableFiles(
  layout: Layout,
): { head: Uint8Array; tail: Uint8Array; tailOffset: number } | null {
  if (layout.kind !== 'gpt') return null;
  const driveBytes = layout.targetSectors * layout.sectorBytes;
  const writes = buildTable(targetTable(layout));
  const tailOffset = Math.min(...writes.map(({ offset }) => offset).filter((offset) => offset >= lineBytes));
  const head = new Uint8Array(lineBytes);
  const tail = new Uint8Array(driveBytes - tailOffset);
  for (const { offset, bytes } of writes) {
    if (offset >= tailOffset) tail.set(bytes, offset - tailOffset);
    else head.set(bytes, offset);
  }
  return { head, tail, tailOffset };
}
