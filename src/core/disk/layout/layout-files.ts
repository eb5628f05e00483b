import * as z from 'zod';
import { buildTable } from '../table/gpt-build';
import { type Layout, lineBytes, targetTable } from './layout';
import { Operation } from './operations';

const Sectors = z.object({ firstSector: z.int().nonnegative(), lastSector: z.int().nonnegative() });

/** A layout as it goes out: for other programs, and for whoever does it by hand. */
export const LayoutDocument = z.object({
  schema: z.literal('jicara.layout/1'),
  table: z.enum(['gpt', 'record', 'none']),
  diskGuid: z.string(),
  source: z.object({ sectors: z.int().positive(), sectorBytes: z.int().positive() }),
  target: z.object({ sectors: z.int().positive(), sectorBytes: z.int().positive() }),
  parts: z.array(
    z.object({
      number: z.int().positive(),
      name: z.string(),
      typeGuid: z.string(),
      partGuid: z.string(),
      from: Sectors.nullable(),
      to: Sectors,
      change: z.string(),
      /** Who makes the file system as large as its grown partition. */
      grownBy: z.enum(['rewrite', 'device']).nullable(),
    }),
  ),
  operations: z.array(Operation),
});
export type LayoutDocument = z.infer<typeof LayoutDocument>;

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
