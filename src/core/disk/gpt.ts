import type { BlockReader } from './block-reader';
import { crc32 } from './crc32';
import { guidFromBytes, guidToBytes, noGuid } from './guid';

/** A part of the table. `firstSector` and `lastSector` are both inside it. */
export type Part = {
  number: number;
  typeGuid: string;
  partGuid: string;
  firstSector: number;
  lastSector: number;
  /** 64 bits, as hexadecimal text: passes through JSON unharmed. */
  attributes: string;
  name: string;
};

export type PartTable = {
  sectorBytes: number;
  driveSectors: number;
  diskGuid: string;
  firstUsable: number;
  lastUsable: number;
  parts: Part[];
};

export type TableFault = {
  code:
    | 'no-table'
    | 'no-protective-record'
    | 'primary-broken'
    | 'mirror-broken'
    | 'mirror-not-at-end'
    | 'headers-differ'
    | 'part-out-of-bounds'
    | 'parts-overlap'
    | 'too-many-parts'
    | 'entries-unreadable';
  sentence: string;
};

/** Table as read: null where neither header could be trusted. Faults are stated even where the table can be used. */
export type TableReading = {
  table: PartTable | null;
  faults: TableFault[];
  usedHeader: 'primary' | 'mirror' | null;
};

const entryCount = 128;
const entryBytes = 128;
const headerBytes = 92;
const signature = 'EFI PART';

/** Sectors that the 128 entries take: 32 of 512 bytes, 4 of 4096 (UEFI specification 5.3.1). */
export const entrySectors = (sectorBytes: number) => (entryCount * entryBytes) / sectorBytes;

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

/** 64-bit fields are read as bigint and checked into the safe range. */
function sectorAt(view: DataView, offset: number): number {
  const value = view.getBigUint64(offset, true);
  return value <= BigInt(Number.MAX_SAFE_INTEGER) ? Number(value) : Number.NaN;
}

function parseHeader(bytes: Uint8Array): Header | null {
  if (bytes.length < headerBytes) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  if (String.fromCharCode(...bytes.subarray(0, 8)) !== signature) return null;
  const size = view.getUint32(12, true);
  if (size < headerBytes || size > bytes.length) return null;
  const zeroed = bytes.slice(0, size);
  zeroed.fill(0, 16, 20);
  if (crc32(zeroed) !== view.getUint32(16, true)) return null;
  const header = {
    currentSector: sectorAt(view, 24),
    otherSector: sectorAt(view, 32),
    firstUsable: sectorAt(view, 40),
    lastUsable: sectorAt(view, 48),
    diskGuid: guidFromBytes(bytes.subarray(56, 72)),
    entriesSector: sectorAt(view, 72),
    entries: view.getUint32(80, true),
    entrySize: view.getUint32(84, true),
    entriesCrc: view.getUint32(88, true),
  };
  return Object.values(header).some((value) => Number.isNaN(value)) ? null : header;
}

function parseEntries(bytes: Uint8Array, entrySize: number): Part[] {
  const parts: Part[] = [];
  for (let at = 0; at + entryBytes <= bytes.length; at += entrySize) {
    const entry = bytes.subarray(at, at + entryBytes);
    const typeGuid = guidFromBytes(entry.subarray(0, 16));
    if (typeGuid === noGuid) continue;
    const view = new DataView(entry.buffer, entry.byteOffset, entryBytes);
    const name = new TextDecoder('utf-16le').decode(entry.subarray(56, 128)).replace(/\0.*$/su, '');
    parts.push({
      number: at / entrySize + 1,
      typeGuid,
      partGuid: guidFromBytes(entry.subarray(16, 32)),
      firstSector: sectorAt(view, 32),
      lastSector: sectorAt(view, 40),
      attributes: view.getBigUint64(48, true).toString(16),
      name,
    });
  }
  return parts;
}

/** Overlaps and bounds of the parts (UEFI specification 5.3.3: inside the usable sectors, none over another). */
export function checkParts(table: PartTable): TableFault[] {
  const faults: TableFault[] = [];
  const sorted = [...table.parts].sort((a, b) => a.firstSector - b.firstSector);
  if (table.parts.some(({ number }) => number > entryCount)) {
    faults.push({
      code: 'too-many-parts',
      sentence: `A part stands behind entry ${entryCount}, the last one that is written here.`,
    });
  }
  sorted.forEach((part, i) => {
    const inside =
      part.firstSector >= table.firstUsable &&
      part.lastSector <= table.lastUsable &&
      part.firstSector <= part.lastSector;
    if (!inside) {
      faults.push({
        code: 'part-out-of-bounds',
        sentence: `Part ${part.number} lies outside the usable sectors.`,
      });
    }
    const before = sorted[i - 1];
    if (before && before.lastSector >= part.firstSector) {
      faults.push({ code: 'parts-overlap', sentence: `Parts ${before.number} and ${part.number} overlap.` });
    }
  });
  return faults;
}

async function readSide(reader: BlockReader, sector: number, sectorBytes: number) {
  const header = parseHeader(await reader.read(sector * sectorBytes, sectorBytes));
  if (!header || header.currentSector !== sector) return null;
  // Bounded: a hostile header cannot ask for more than 1 MiB of entries.
  const length = header.entries * header.entrySize;
  if (header.entrySize < entryBytes || header.entrySize % 8 !== 0 || length > 2 ** 20) return null;
  const bytes = await reader.read(header.entriesSector * sectorBytes, length);
  if (bytes.length !== length || crc32(bytes) !== header.entriesCrc) return null;
  return { header, parts: parseEntries(bytes, header.entrySize) };
}

/**
 * Reads the partition table: protective record, both headers with their checksums, entries, overlaps and bounds.
 * One good header is enough; the mirror is looked for at the true end and where the first header points.
 * Source: UEFI specification 2.10, sections 5.2.3 and 5.3.
 */
export async function readTable(reader: BlockReader, sectorBytes: number): Promise<TableReading> {
  const driveSectors = Math.floor(reader.length / sectorBytes);
  const faults: TableFault[] = [];
  const record = await reader.read(0, 512);
  const isProtective = record[510] === 0x55 && record[511] === 0xaa && record[446 + 4] === 0xee;
  if (!isProtective) {
    faults.push({ code: 'no-protective-record', sentence: 'Sector 0 holds no protective record.' });
  }
  const primary = await readSide(reader, 1, sectorBytes);
  const atEnd = await readSide(reader, driveSectors - 1, sectorBytes);
  const pointed = primary && !atEnd ? await readSide(reader, primary.header.otherSector, sectorBytes) : null;
  const side = primary ?? atEnd;
  if (!side) {
    faults.push({
      code: 'no-table',
      sentence: 'No partition table could be read, neither the first nor its mirror.',
    });
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
    faults.push({ code: 'headers-differ', sentence: 'The first table and its mirror list different parts.' });
  }
  const table: PartTable = {
    sectorBytes,
    driveSectors,
    diskGuid: side.header.diskGuid,
    firstUsable: side.header.firstUsable,
    lastUsable: Math.min(side.header.lastUsable, driveSectors - 1),
    parts: side.parts,
  };
  return { table, faults: [...faults, ...checkParts(table)], usedHeader: primary ? 'primary' : 'mirror' };
}

/** First and last sector that parts may use on a drive of this size. */
export function usableSectors(driveSectors: number, sectorBytes: number) {
  const entries = entrySectors(sectorBytes);
  return { firstUsable: 2 + entries, lastUsable: driveSectors - 2 - entries };
}

function buildProtectiveRecord(table: PartTable): Uint8Array {
  const sector = new Uint8Array(table.sectorBytes);
  const view = new DataView(sector.buffer);
  // One record of type 0xEE from sector 1 to the end, or to the largest 32-bit number (UEFI 5.2.3, table 5-4).
  sector.set([0x00, 0x00, 0x02, 0x00, 0xee, 0xff, 0xff, 0xff], 446);
  view.setUint32(454, 1, true);
  view.setUint32(458, Math.min(table.driveSectors - 1, 0xffffffff), true);
  sector.set([0x55, 0xaa], 510);
  return sector;
}

function buildEntries(parts: Part[]): Uint8Array {
  const bytes = new Uint8Array(entryCount * entryBytes);
  const view = new DataView(bytes.buffer);
  for (const part of parts) {
    const at = (part.number - 1) * entryBytes;
    bytes.set(guidToBytes(part.typeGuid), at);
    bytes.set(guidToBytes(part.partGuid), at + 16);
    view.setBigUint64(at + 32, BigInt(part.firstSector), true);
    view.setBigUint64(at + 40, BigInt(part.lastSector), true);
    view.setBigUint64(at + 48, BigInt(`0x${part.attributes}`), true);
    // 36 UTF-16 code units at most (UEFI 5.3.3); charCodeAt keeps both halves of a surrogate pair.
    for (let i = 0; i < Math.min(36, part.name.length); i += 1) {
      view.setUint16(at + 56 + 2 * i, part.name.charCodeAt(i), true);
    }
  }
  return bytes;
}

function buildHeader(
  table: PartTable,
  entries: Uint8Array,
  place: { current: number; other: number; entriesAt: number },
) {
  const sector = new Uint8Array(table.sectorBytes);
  const view = new DataView(sector.buffer);
  sector.set(new TextEncoder().encode(signature), 0);
  view.setUint32(8, 0x00010000, true);
  view.setUint32(12, headerBytes, true);
  view.setBigUint64(24, BigInt(place.current), true);
  view.setBigUint64(32, BigInt(place.other), true);
  view.setBigUint64(40, BigInt(table.firstUsable), true);
  view.setBigUint64(48, BigInt(table.lastUsable), true);
  sector.set(guidToBytes(table.diskGuid), 56);
  view.setBigUint64(72, BigInt(place.entriesAt), true);
  view.setUint32(80, entryCount, true);
  view.setUint32(84, entryBytes, true);
  view.setUint32(88, crc32(entries), true);
  view.setUint32(16, crc32(sector.subarray(0, headerBytes)), true);
  return sector;
}

export type Write = { what: string; offset: number; bytes: Uint8Array };

/**
 * The bytes of a partition table, in the order in which they are safe to write: the mirror first,
 * then the first entries and header, the protective record last. Parts must already be checked (`checkParts`).
 */
export function buildTable(table: PartTable): Write[] {
  const { sectorBytes, driveSectors } = table;
  const entries = buildEntries(table.parts);
  const last = driveSectors - 1;
  const mirrorEntriesAt = last - entrySectors(sectorBytes);
  const at = (what: string, sector: number, bytes: Uint8Array): Write => ({
    what,
    offset: sector * sectorBytes,
    bytes,
  });
  return [
    at('mirror entries', mirrorEntriesAt, entries),
    at(
      'mirror header',
      last,
      buildHeader(table, entries, { current: last, other: 1, entriesAt: mirrorEntriesAt }),
    ),
    at('entries', 2, entries),
    at('header', 1, buildHeader(table, entries, { current: 1, other: last, entriesAt: 2 })),
    at('protective record', 0, buildProtectiveRecord(table)),
  ];
}
