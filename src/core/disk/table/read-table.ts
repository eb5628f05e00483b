import type { BlockReader } from '../block-reader';
import { latin1 } from '../bytes';
import { readGpt, signature } from './gpt';
import type { TableReading } from './partition-table';
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

/** Reads whichever table a drive has: one with headers first, then the older record; faults say what is wrong with it. */
export async function readTable(reader: BlockReader, sectorBytes: number): Promise<TableReading> {
  const gpt = await readGpt(reader, sectorBytes);
  if (gpt.table) return gpt;
  const record = await readRecord(reader, sectorBytes);
  const onlyProtective =
    record?.table?.partitions.every((partition) => partition.record?.type === 0xee) ?? false;
  return record && !onlyProtective ? record : gpt;
}
