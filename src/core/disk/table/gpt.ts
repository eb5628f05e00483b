import type { BlockReader } from '../block-reader';
import { u64, utf16, viewOf } from '../bytes';
import { crc32 } from './crc32';
import { guidFromBytes, noGuid } from './guid';
import {
  type Partition,
  type PartitionTable,
  type TableFault,
  type TableReading,
  checkPartitions,
  entryCount,
} from './partition-table';

export const entryBytes = 128;
export const headerBytes = 92;
export const signature = 'EFI PART';

/** Sectors that the 128 entries take: 32 of 512 bytes, 4 of 4096 (UEFI specification 5.3.1). */
export const entrySectors = (sectorBytes: number) => (entryCount * entryBytes) / sectorBytes;

/** A table with more than this is not read: it would be no table that any tool of this trade writes. */
const mostEntriesBytes = 2 ** 20;

type Header = {
  currentSector: number;
  otherSector: number;
  firstUsable: number;
  lastUsable: number;
  diskGuid: string;
  entriesSector: number;
  entries: number;
  entrySize: number;
  entriesCrc: number;
};

function parseHeader(bytes: Uint8Array): Header | null {
  if (bytes.length < headerBytes) return null;
  const view = viewOf(bytes);
  if (String.fromCharCode(...bytes.subarray(0, 8)) !== signature) return null;
  const size = view.getUint32(12, true);
  if (size < headerBytes || size > bytes.length) return null;
  const zeroed = bytes.slice(0, size);
  zeroed.fill(0, 16, 20);
  if (crc32(zeroed) !== view.getUint32(16, true)) return null;
  const header = {
    currentSector: u64(view, 24),
    otherSector: u64(view, 32),
    firstUsable: u64(view, 40),
    lastUsable: u64(view, 48),
    diskGuid: guidFromBytes(bytes.subarray(56, 72)),
    entriesSector: u64(view, 72),
    entries: view.getUint32(80, true),
    entrySize: view.getUint32(84, true),
    entriesCrc: view.getUint32(88, true),
  };
  return Object.values(header).some((value) => Number.isNaN(value)) ? null : header;
}

function parseEntries(bytes: Uint8Array, entrySize: number): Partition[] {
  const partitions: Partition[] = [];
  for (let at = 0; at + entryBytes <= bytes.length; at += entrySize) {
    const entry = bytes.subarray(at, at + entryBytes);
    const typeGuid = guidFromBytes(entry.subarray(0, 16));
    if (typeGuid === noGuid) continue;
    const view = viewOf(entry);
    partitions.push({
      number: at / entrySize + 1,
      typeGuid,
      partGuid: guidFromBytes(entry.subarray(16, 32)),
      firstSector: u64(view, 32),
      lastSector: u64(view, 40),
      attributes: view.getBigUint64(48, true).toString(16),
      name: utf16(entry.subarray(56, 128)),
    });
  }
  return partitions;
}

async function readSide(reader: BlockReader, sector: number, sectorBytes: number) {
  // A file shorter than a drive can be has no last sector.
  if (sector < 1) return null;
  const header = parseHeader(await reader.read(sector * sectorBytes, sectorBytes));
  if (!header || header.currentSector !== sector) return null;
  // Bounded: a hostile header cannot ask for more than 1 MiB of entries.
  const length = header.entries * header.entrySize;
  if (header.entrySize < entryBytes || header.entrySize % 8 !== 0 || length > mostEntriesBytes)
    return { header, parts: null };
  const bytes = await reader.read(header.entriesSector * sectorBytes, length);
  if (bytes.length !== length || crc32(bytes) !== header.entriesCrc) return null;
  return { header, parts: parseEntries(bytes, header.entrySize) };
}

/**
 * Reads a table with headers: protective record, both headers with their checksums, entries, overlaps and bounds.
 * One good header is enough; the mirror is looked for at the true end and where the first header points.
 * Source: UEFI specification 2.10, sections 5.2.3 and 5.3.
 */
export async function readGpt(reader: BlockReader, sectorBytes: number): Promise<TableReading> {
  const driveSectors = Math.floor(reader.length / sectorBytes);
  const faults: TableFault[] = [];
  const record = await reader.read(0, 512);
  const types = [0, 1, 2, 3].map((i) => record[446 + 16 * i + 4] ?? 0);
  const isProtective = record[510] === 0x55 && record[511] === 0xaa && types.includes(0xee);
  if (isProtective && types.some((type) => type !== 0 && type !== 0xee)) {
    faults.push({
      code: 'hybrid-record',
      sentence:
        'Sector 0 lists some partitions in the older way as well; a copy keeps the partition table alone.',
    });
  }
  if (!isProtective) {
    faults.push({
      code: 'no-protective-record',
      sentence: 'Sector 0 holds no protective record: systems do not take the table that stands behind it.',
    });
  }
  const primary = await readSide(reader, 1, sectorBytes);
  const atEnd = await readSide(reader, driveSectors - 1, sectorBytes);
  const pointed = primary && !atEnd ? await readSide(reader, primary.header.otherSector, sectorBytes) : null;
  const side = [primary, atEnd].find((one) => one?.parts) ?? null;
  if (!side?.parts) {
    const odd = primary ?? atEnd;
    faults.push(
      odd
        ? {
            code: 'entries-unreadable',
            sentence: `The partition table says that it lists ${odd.header.entries} entries of ${odd.header.entrySize} bytes, which is not read here.`,
          }
        : {
            code: 'no-table',
            sentence: 'No partition table could be read, neither the first nor its mirror.',
          },
    );
    return { table: null, faults, usedHeader: null };
  }
  if (!primary)
    faults.push({ code: 'primary-broken', sentence: 'The first header is broken; the mirror was used.' });
  if (primary && !atEnd) {
    faults.push(
      pointed
        ? { code: 'mirror-not-at-end', sentence: 'The mirror header is not at the end of the drive.' }
        : { code: 'mirror-broken', sentence: 'The mirror header is broken or missing.' },
    );
  }
  if (primary && atEnd && JSON.stringify(primary.parts) !== JSON.stringify(atEnd.parts)) {
    faults.push({
      code: 'headers-differ',
      sentence: 'The first table and its mirror list different partitions.',
    });
  }
  const table: PartitionTable = {
    kind: 'gpt',
    sectorBytes,
    driveSectors,
    diskGuid: side.header.diskGuid,
    firstUsable: side.header.firstUsable,
    lastUsable: Math.min(side.header.lastUsable, driveSectors - 1),
    partitions: side.parts,
  };
  return {
    table,
    faults: [...faults, ...checkPartitions(table)],
    usedHeader: primary ? 'primary' : 'mirror',
  };
}

/** First and last sector that partitions may use on a drive of this size. */
export function usableSectors(driveSectors: number, sectorBytes: number) {
  const entries = entrySectors(sectorBytes);
  return { firstUsable: 2 + entries, lastUsable: driveSectors - 2 - entries };
}
