import type { BlockReader } from '../block-reader';
import { hex, viewOf } from '../bytes';
import { noGuid, partTypeCodes } from './guid';
import { type Part, type PartTable, type TableFault, type TableReading, checkParts } from './part-table';

const entriesAt = 446;
const extendedTypes = [0x05, 0x0f, 0x85];
/** Most parts inside an extended one that are followed; older systems stop far earlier. */
const mostLinked = 128;

/** Type bytes as older systems use them, by the type code that a partition table would carry. */
const typeGuids: Readonly<Record<number, string>> = Object.freeze({
  0x01: partTypeCodes.basicData,
  0x04: partTypeCodes.basicData,
  0x06: partTypeCodes.basicData,
  0x07: partTypeCodes.basicData,
  0x0b: partTypeCodes.basicData,
  0x0c: partTypeCodes.basicData,
  0x0e: partTypeCodes.basicData,
  0x27: partTypeCodes.recovery,
  0x82: partTypeCodes.swap,
  0x83: partTypeCodes.fileSystemData,
  0xef: partTypeCodes.efiSystem,
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
 * Reads the older record of sector 0 with its parts and those inside an extended part. Faults: a chain that loops, goes
 * outside or does not end; overlaps and bounds. Null where sector 0 holds no such record.
 * Source: UEFI specification 2.10, section 5.2.1; the chain of extended records as older systems write it: the first
 * entry counts from its own record, the second from the start of the extended part.
 */
export async function readRecord(reader: BlockReader, sectorBytes: number): Promise<TableReading | null> {
  const sector = await reader.read(0, 512);
  const entries = entriesOf(sector);
  if (!entries || entries.every(({ type }) => type === 0)) return null;
  const driveSectors = Math.floor(reader.length / sectorBytes);
  const signature = hex(sector.slice(440, 444).reverse());
  const parts: Part[] = [];
  const faults: TableFault[] = [];
  const add = (number: number, entry: Entry, base: number, linkSector: number | null) =>
    parts.push({
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
  const table: PartTable = {
    kind: 'record',
    sectorBytes,
    driveSectors,
    diskGuid: signature,
    firstUsable: 1,
    // Sectors are counted in 32 bits.
    lastUsable: Math.min(driveSectors, 2 ** 32) - 1,
    parts,
  };
  return { table, faults: [...faults, ...checkParts(table)], usedHeader: 'primary' };
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
    if (visited.has(link)) return broken('The chain of parts in the extended part runs in a circle.');
    if (visited.size >= mostLinked) return broken(`The extended part lists more than ${mostLinked} parts.`);
    visited.add(link);
    const entries = entriesOf(await reader.read(link * sectorBytes, 512));
    if (!entries) return broken('The chain of parts in the extended part leads to a sector that is none.');
    const [own, next] = entries as [Entry, Entry];
    if (own.type !== 0 && own.sectors > 0) {
      add(number, own, link, link);
      number += 1;
    }
    if (!extendedTypes.includes(next.type)) return [];
    if (next.first >= extended.sectors) return broken('The chain of parts leads out of the extended part.');
    link = extended.first + next.first;
  }
}

/**
 * Sector 0 with the size of one of its own four parts changed: what a grown last part needs. Parts inside an extended
 * part cannot be changed here. The cylinder fields keep their old values, which every system since has ignored.
 */
export function changeRecord(sector: Uint8Array, number: number, sectors: number): Uint8Array {
  const changed = sector.slice();
  viewOf(changed).setUint32(entriesAt + 16 * (number - 1) + 12, sectors, true);
  return changed;
}
