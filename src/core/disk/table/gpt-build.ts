import { viewOf } from '../bytes';
import type { Write } from '../write';
import { crc32 } from './crc32';
import { entryBytes, entrySectors, headerBytes, signature } from './gpt';
import { guidToBytes } from './guid';
import { type Partition, type PartitionTable, entryCount } from './partition-table';

/** Bytes of boot code in sector 0, before the disk signature and the entries of the record (UEFI 5.2.1, table 5-1). */
export const bootCodeBytes = 440;

function buildProtectiveRecord(table: PartitionTable, bootCode: Uint8Array): Uint8Array {
  const sector = new Uint8Array(table.sectorBytes);
  const view = viewOf(sector);
  sector.set(bootCode.subarray(0, bootCodeBytes));
  // One record of type 0xEE from sector 1 to the end, or to the largest 32-bit number (UEFI 5.2.3, table 5-4).
  sector.set([0x00, 0x00, 0x02, 0x00, 0xee, 0xff, 0xff, 0xff], 446);
  view.setUint32(454, 1, true);
  view.setUint32(458, Math.min(table.driveSectors - 1, 0xffffffff), true);
  sector.set([0x55, 0xaa], 510);
  return sector;
}

function buildEntries(partitions: Partition[]): Uint8Array {
  const bytes = new Uint8Array(entryCount * entryBytes);
  const view = viewOf(bytes);
  for (const partition of partitions) {
    const at = (partition.number - 1) * entryBytes;
    bytes.set(guidToBytes(partition.typeGuid), at);
    bytes.set(guidToBytes(partition.partGuid), at + 16);
    view.setBigUint64(at + 32, BigInt(partition.firstSector), true);
    view.setBigUint64(at + 40, BigInt(partition.lastSector), true);
    view.setBigUint64(at + 48, BigInt(`0x${partition.attributes}`), true);
    // 36 UTF-16 code units at most (UEFI 5.3.3); charCodeAt keeps both halves of a surrogate pair.
    for (let i = 0; i < Math.min(36, partition.name.length); i += 1) {
      view.setUint16(at + 56 + 2 * i, partition.name.charCodeAt(i), true);
    }
  }
  return bytes;
}

function buildHeader(
  table: PartitionTable,
  entries: Uint8Array,
  place: { current: number; other: number; entriesAt: number },
) {
  const sector = new Uint8Array(table.sectorBytes);
  const view = viewOf(sector);
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

/**
 * The bytes of a partition table, in the order in which they are safe to write: the mirror first,
 * then the first entries and header, the protective record last. Partitions must already be checked (`checkParts`). `bootCode` is kept in sector 0: older firmware
 * starts from it.
 */
export function buildTable(table: PartitionTable, bootCode = new Uint8Array()): Write[] {
  const { sectorBytes, driveSectors } = table;
  const entries = buildEntries(table.partitions);
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
    at('protective record', 0, buildProtectiveRecord(table, bootCode)),
  ];
}
