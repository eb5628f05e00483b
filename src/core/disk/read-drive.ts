import { type BlockReader, PartitionReader } from './block-reader';
import { type AnyFileSystem, type PartitionContent, readContent } from './file-system/read-content';
import { fitsSectors } from './file-system/file-system';
import { noGuid } from './table/guid';
import {
  type Partition,
  type PartitionTable,
  type TableFault,
  type TableKind,
  type TableReading,
  partitionBytes,
} from './table/partition-table';
import { detectSectorBytes, readTable } from './table/read-table';

export type DriveReading = TableReading & {
  sectorBytes: number;
  contents: Record<number, PartitionContent>;
  /** Bytes in use: what the file systems count; an unread or sealed partition counts in full. */
  usedBytes: number;
};

/** The file system of a partition, where one was read. */
export function fileSystemOf(reading: Pick<DriveReading, 'contents'>, number: number): AnyFileSystem | null {
  const content = reading.contents[number];
  return content?.kind === 'file-system' ? content.fileSystem : null;
}

/** A reader over one partition of a drive. */
export const partitionReader = (
  drive: BlockReader,
  partition: Partition,
  sectorBytes: number,
): PartitionReader =>
  new PartitionReader(drive, partition.firstSector * sectorBytes, partitionBytes(partition, sectorBytes));

/** A drive without any table whose first sector begins a file system, as some cards and players have it: one partition over the whole. */
function wholeDrive(drive: BlockReader, sectorBytes: number): PartitionTable {
  const driveSectors = Math.floor(drive.length / sectorBytes);
  const partition: Partition = {
    number: 1,
    typeGuid: noGuid,
    partGuid: '',
    firstSector: 0,
    lastSector: driveSectors - 1,
    attributes: '0',
    name: 'whole drive',
  };
  return {
    kind: 'none',
    sectorBytes,
    driveSectors,
    diskGuid: '',
    firstUsable: 0,
    lastUsable: driveSectors - 1,
    partitions: [partition],
  };
}

async function readAnyTable(
  drive: BlockReader,
  sectorBytes: number,
  which: TableKind | null,
): Promise<TableReading> {
  const reading = await readTable(drive, sectorBytes, which);
  const isDoubted = reading.faults.some(({ code }) => code === 'no-protective-record');
  if ((reading.table && !isDoubted && which !== 'none') || drive.length < 512) return reading;
  const content = await readContent(drive);
  if (content.kind === 'unread' && content.name === null) return reading;
  const whole = wholeDrive(drive, sectorBytes);
  if (!reading.table) return { table: whole, faults: [], usedHeader: null };
  // A file system over all, with remains of a table behind its first sector: systems take the file system.
  const sentence =
    'A file system begins in sector 0, and there are remains of a partition table behind it. Systems take the file system over the whole drive.';
  const faults: TableFault[] = which === 'none' ? [] : [{ code: 'two-tables', sentence }];
  return { table: whole, faults, usedHeader: null, other: reading.table };
}

/** Reads a drive: its table and, partition by partition, what is in use. `sectorBytes` is told from the table where it is not known; `which` table counts where there are two. */
export async function readDrive(
  drive: BlockReader,
  knownSectorBytes?: number,
  which: TableKind | null = null,
): Promise<DriveReading> {
  const sectorBytes = knownSectorBytes ?? (await detectSectorBytes(drive));
  const reading = await readAnyTable(drive, sectorBytes, which);
  const contents: Record<number, PartitionContent> = {};
  let usedBytes = 0;
  const bad = reading.faults.find(({ code }) => code === 'parts-overlap' || code === 'part-out-of-bounds');
  for (const partition of reading.table?.partitions ?? []) {
    const content: PartitionContent = bad
      ? { kind: 'unread', name: null, why: bad.sentence, isDamaged: true }
      : await readContent(partitionReader(drive, partition, sectorBytes));
    contents[partition.number] = strangeToDrive(content, sectorBytes) ?? content;
    const read = contents[partition.number]!;
    const own = read.kind === 'file-system' ? read.fileSystem.usedBytes : null;
    usedBytes += own ?? Math.min(drive.length, Math.max(0, partitionBytes(partition, sectorBytes)) || 0);
  }
  return { ...reading, sectorBytes, contents, usedBytes };
}

/** A file system whose boot sector counts in other sectors than the drive cannot be what this drive's device reads. */
function strangeToDrive(content: PartitionContent, sectorBytes: number): PartitionContent | null {
  if (content.kind !== 'file-system') return null;
  const { sectorFit } = content.fileSystem;
  return fitsSectors(sectorFit, sectorBytes)
    ? null
    : {
        kind: 'unread',
        name: null,
        why: `Its file system counts in sectors of ${sectorFit.bytes} bytes, the drive in ${sectorBytes}.`,
        isDamaged: true,
      };
}
