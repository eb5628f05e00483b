import type { BlockReader } from './block-reader';
import { PartReader } from './block-reader';
import { type ByteRange, type Fat32, parseFat32, readFat32Usage } from './fat32';
import { growthLimitSectors } from './fat32-change';
import { type Part, type TableReading, readTable } from './gpt';
import type { GrowthLimits } from './layout';

/** What stands in one part: a FAT32 with its used ranges, or something that is copied whole. */
export type PartContent =
  { kind: 'fat32'; fat: Fat32; usedBytes: number; ranges: ByteRange[] } | { kind: 'unread'; why: string };

export type DriveReading = TableReading & { contents: Record<number, PartContent>; usedBytes: number };

/** Told by the dock's sidecar: true where these bytes of the drive were never written and read zero. */
export type KnownZero = (start: number, end: number) => boolean;

const partBytes = (part: Part, sectorBytes: number) => (part.lastSector - part.firstSector + 1) * sectorBytes;

/** Why a file system cannot be what this part of this drive holds; null where it can. */
function strangeToDrive(fat: Fat32, sectorBytes: number, partLength: number): string | null {
  if (fat.sectorBytes !== sectorBytes)
    return `Its file system counts in sectors of ${fat.sectorBytes} bytes, the drive in ${sectorBytes}.`;
  return fat.totalSectors * fat.sectorBytes > partLength
    ? 'Its file system claims more than the part holds.'
    : null;
}

/** Reads a drive: its table and, part by part, what is in use. An unread part counts as used in full. */
export async function readDrive(
  drive: BlockReader,
  sectorBytes: number,
  knownZero?: KnownZero,
): Promise<DriveReading> {
  const reading = await readTable(drive, sectorBytes);
  const contents: Record<number, PartContent> = {};
  let usedBytes = 0;
  const bad = reading.faults.some(
    (fault) => fault.code === 'parts-overlap' || fault.code === 'part-out-of-bounds',
  );
  for (const part of bad ? [] : (reading.table?.parts ?? [])) {
    const start = part.firstSector * sectorBytes;
    const length = partBytes(part, sectorBytes);
    const reader = new PartReader(drive, start, length);
    const fat = parseFat32(await reader.read(0, 512));
    const why = !fat.ok ? fat.fault.sentence : strangeToDrive(fat.value, sectorBytes, length);
    if (!fat.ok || why) {
      contents[part.number] = { kind: 'unread', why: why ?? '' };
      usedBytes += length;
      continue;
    }
    const skip = knownZero && ((from: number, to: number) => knownZero(start + from, start + to));
    const usage = await readFat32Usage(reader, fat.value, skip);
    contents[part.number] = {
      kind: 'fat32',
      fat: fat.value,
      usedBytes: usage.usedBytes,
      ranges: usage.ranges,
    };
    usedBytes += usage.usedBytes;
  }
  return { ...reading, contents, usedBytes };
}

/** How far the parts of a drive that was read can grow. */
export function growthLimits(reading: DriveReading): GrowthLimits {
  return Object.fromEntries(
    Object.entries(reading.contents).flatMap(([number, content]) =>
      content.kind === 'fat32' ? [[Number(number), growthLimitSectors(content.fat)]] : [],
    ),
  );
}
