import type { BlockReader } from '../block-reader';
import { hex, viewOf } from '../bytes';
import { noGuid, partitionTypeCodes } from './guid';
import {
  type Partition,
  type PartitionTable,
  type TableFault,
  type TableReading,
  checkPartitions,
} from './partition-table';

const entriesAt = 446;
const extendedTypes = [0x05, 0x0f, 0x85];
/** Most partitions inside an extended one that are followed; older systems stop far earlier. */
const mostLinked = 128;

/** Type bytes as older systems use them, by the type code that a partition table would carry. */
const typeGuids: Readonly<Record<number, string>> = Object.freeze({
  0x01: partitionTypeCodes.basicData,
  0x04: partitionTypeCodes.basicData,
  0x06: partitionTypeCodes.basicData,
  0x07: partitionTypeCodes.basicData,
  0x0b: partitionTypeCodes.basicData,
  0x0c: partitionTypeCodes.basicData,
  0x0e: partitionTypeCodes.basicData,
  0x27: partitionTypeCodes.recovery,
  0x82: partitionTypeCodes.swap,
  0x83: partitionTypeCodes.fileSystemData,
  0xef: partitionTypeCodes.efiSystem,
});

type Entry = { type: number; isActive: boolean; first: number; sectors: number };

function entriesOf(sector: Uint8Array): Entry[] | null {
  if (sector.length < 512 || sector[510] !== 0x55 || sector[511] !== 0xaa) return null;
  const view = viewOf(sector);
  const entries = [0, 1, 2, 3].map((i) => {
    const at = entriesAt + 16 * i;
    return {
      status: sector[at]!,
      type: sector[at + 4]!,
      first: view.getUint32(at + 8, true),
      sectors: view.getUint32(at + 12, true),
    };
  });
  // A file system's boot sector ends in the same mark, but holds code where the entries would be.
  if (entries.some(({ status }) => status !== 0 && status !== 0x80)) return null;
  return entries.map(({ status, ...entry }) => ({ ...entry, isActive: status === 0x80 }));
}

/**
 * Reads the older record of sector 0 with its partitions and those inside an extended partition. Faults: a chain that loops, goes
 * outside or does not end; overlaps and bounds. Null where sector 0 holds no such record.
 * Source: UEFI specification 2.10, section 5.2.1; the chain of extended records as older systems write it: the first
 * entry counts from its own record, the second from the start of the extended partition.
 */
export async function readRecord(reader: BlockReader, sectorBytes: number): Promise<TableReading | null> {
  const sector = await reader.read(0, 512);
  const entries = entriesOf(sector);
  if (!entries || entries.every(({ type }) => type === 0)) return null;
  const driveSectors = Math.floor(reader.length / sectorBytes);
  const signature = hex(sector.slice(440, 444).reverse());
  const partitions: Partition[] = [];
  const faults: TableFault[] = [];
  const add = (number: number, entry: Entry, base: number, linkSector: number | null) =>
    partitions.push({
      number,
      typeGuid: typeGuids[entry.type] ?? noGuid,
      partGuid: `${signature}-${number.toString(16).padStart(2, '0')}`,
      firstSector: base + entry.first,
      lastSector: base + entry.first + entry.sectors - 1,
      attributes: '0',
      name: '',
      record: { type: entry.type, isActive: entry.isActive, linkSector },
    });
  for (const [i, entry] of entries.entries()) {
    if (entry.type === 0 || entry.sectors === 0) continue;
    if (!extendedTypes.includes(entry.type)) add(i + 1, entry, 0, null);
    else faults.push(...(await followChain(reader, sectorBytes, entry, add)));
  }
  const table: PartitionTable = {
    kind: 'record',
    sectorBytes,
    driveSectors,
    diskGuid: signature,
    firstUsable: 1,
    // Sectors are counted in 32 bits.
    lastUsable: Math.min(driveSectors, 2 ** 32) - 1,
    partitions,
  };
  return { table, faults: [...faults, ...checkPartitions(table)], usedHeader: 'primary' };
}

async function followChain(
  reader: BlockReader,
  sectorBytes: number,
  extended: Entry,
  add: (number: number, entry: Entry, base: number, linkSector: number) => void,
): Promise<TableFault[]> {
  const broken = (sentence: string): TableFault[] => [{ code: 'chain-broken', sentence }];
  const visited = new Set<number>();
  let number = 5;
  for (let link = extended.first; ;) {
    if (visited.has(link))
      return broken('The chain of partitions in the extended partition runs in a circle.');
    if (visited.size >= mostLinked)
      return broken(`The extended partition lists more than ${mostLinked} partitions.`);
    visited.add(link);
    const entries = entriesOf(await reader.read(link * sectorBytes, 512));
    if (!entries)
      return broken('The chain of partitions in the extended partition leads to a sector that is none.');
    const [own, next] = entries as [Entry, Entry];
    if (own.type !== 0 && own.sectors > 0) {
      add(number, own, link, link);
      number += 1;
    }
    if (!extendedTypes.includes(next.type)) return [];
    if (next.first >= extended.sectors)
      return broken('The chain of partitions leads out of the extended partition.');
    link = extended.first + next.first;
  }
}

/**
 * Sector 0 with the size of one of its own four partitions changed: what a grown last partition needs. Partitions inside an extended
 * partition cannot be changed here. The cylinder fields keep their old values, which every system since has ignored.
 */
export function changeRecord(sector: Uint8Array, number: number, sectors: number): Uint8Array {
  const changed = sector.slice();
  viewOf(changed).setUint32(entriesAt + 16 * (number - 1) + 12, sectors, true);
  return changed;
}
