import type { BlockReader } from '../block-reader';
import { latin1 } from '../bytes';
import { readGpt, signature } from './gpt';
import type { TableKind, TableReading } from './partition-table';
import { readRecord } from './record';

/** Sector sizes that drives of this trade have, bytes. */
export const sectorSizes = [512, 4096] as const;

/**
 * The sector size that a partition table was written with, told by where its headers stand: right behind sector 0 or,
 * where that one is broken, at the very end. 512 where there is no such table: every drive with an older record has it.
 */
export async function detectSectorBytes(reader: BlockReader): Promise<number> {
  const isHeader = async (offset: number) =>
    offset >= 0 && latin1(await reader.read(offset, signature.length)) === signature;
  for (const size of sectorSizes) if (await isHeader(size)) return size;
  for (const size of sectorSizes) if (await isHeader(reader.length - size)) return size;
  return 512;
}

const counted = (count: number) => (count === 1 ? 'one partition' : `${count} partitions`);

/**
 * Reads whichever table a drive has; faults say what is wrong with it. A table with headers counts with its protective record
 * (UEFI specification 5.2.3): where sector 0 holds a real older record instead, that one is proposed, as systems take it, and the
 * fault `two-tables` stands until a person said which one counts (`which`). A hybrid record is the table with headers’ own.
 */
export async function readTable(
  reader: BlockReader,
  sectorBytes: number,
  which: TableKind | null = null,
): Promise<TableReading> {
  const gpt = await readGpt(reader, sectorBytes);
  const record = await readRecord(reader, sectorBytes);
  const partitions = record?.table?.partitions ?? [];
  if (!gpt.table) return partitions.some((partition) => partition.record?.type !== 0xee) ? record! : gpt;
  const isReal = record?.table && gpt.faults.some(({ code }) => code === 'no-protective-record');
  const withoutDoubt = gpt.faults.filter(({ code }) => code !== 'no-protective-record');
  if (which === 'gpt') return { ...gpt, faults: withoutDoubt };
  if (!isReal) return gpt;
  if (which === 'record') return { ...record, other: gpt.table };
  const sentence = `Sector 0 holds an older record with ${counted(record.table!.partitions.length)}, and there are remains of a partition table with ${counted(gpt.table.partitions.length)}. Systems take the older record.`;
  return { ...record, faults: [{ code: 'two-tables', sentence }, ...record.faults], other: gpt.table };
}
