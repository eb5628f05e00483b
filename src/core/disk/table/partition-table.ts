/**
 * A partition of a table. `firstSector` and `lastSector` are both inside it. A partition of a plain record gets the type code
 * that a partition table would give it, and `recordType`, its own byte.
 */
export type Partition = {
  number: number;
  typeGuid: string;
  partGuid: string;
  firstSector: number;
  lastSector: number;
  /** 64 bits, as hexadecimal text: passes through JSON unharmed. */
  attributes: string;
  name: string;
  /** Plain records only: the type byte, and the sector of the extended record that names this partition. */
  record?: { type: number; isActive: boolean; linkSector: number | null };
};

/** `gpt`: headers with checksums; `record`: the older record in sector 0; `none`: one file system over the whole drive. */
export const tableKinds = ['gpt', 'record', 'none'] as const;
export type TableKind = (typeof tableKinds)[number];

export type PartitionTable = {
  kind: TableKind;
  sectorBytes: number;
  driveSectors: number;
  diskGuid: string;
  firstUsable: number;
  lastUsable: number;
  partitions: Partition[];
};

export type TableFault = {
  code:
    | 'no-table'
    | 'no-protective-record'
    | 'hybrid-record'
    | 'primary-broken'
    | 'mirror-broken'
    | 'mirror-not-at-end'
    | 'headers-differ'
    | 'part-out-of-bounds'
    | 'parts-overlap'
    | 'too-many-parts'
    | 'chain-broken'
    | 'entries-unreadable'
    | 'two-tables';
  sentence: string;
};

/** Table as read: null where neither header could be trusted. Faults are stated even where the table can be used. */
export type TableReading = {
  table: PartitionTable | null;
  faults: TableFault[];
  usedHeader: 'primary' | 'mirror' | null;
  /** The table that is there as well and was not taken; a person may say that it is the one that counts. */
  other?: PartitionTable;
};

/** Bytes of a partition. */
export const partitionBytes = (
  partition: { firstSector: number; lastSector: number },
  sectorBytes: number,
): number => (partition.lastSector - partition.firstSector + 1) * sectorBytes;

/** Most entries of a partition table that Jicara writes. */
export const entryCount = 128;

/** Overlaps and bounds of the partitions (UEFI specification 5.3.3: inside the usable sectors, none over another). */
export function checkPartitions(table: PartitionTable): TableFault[] {
  const faults: TableFault[] = [];
  const sorted = [...table.partitions].sort((a, b) => a.firstSector - b.firstSector);
  if (table.partitions.some(({ number }) => number > entryCount)) {
    faults.push({
      code: 'too-many-parts',
      sentence: `A partition stands behind entry ${entryCount}, the last one that is written here.`,
    });
  }
  sorted.forEach((partition, i) => {
    const inside =
      partition.firstSector >= table.firstUsable &&
      partition.lastSector <= table.lastUsable &&
      partition.firstSector <= partition.lastSector;
    if (!inside) {
      faults.push({
        code: 'part-out-of-bounds',
        sentence: `Partition ${partition.number} lies outside the usable sectors.`,
      });
    }
    const before = sorted[i - 1];
    if (before && before.lastSector >= partition.firstSector) {
      faults.push({
        code: 'parts-overlap',
        sentence: `Partitions ${before.number} and ${partition.number} overlap.`,
      });
    }
  });
  return faults;
}
