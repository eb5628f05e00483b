import type { DriveReading } from '../read-drive';
import type { SectorFit } from '../file-system/file-system';
import { type PartitionContent } from '../file-system/read-content';
import { partitionTypeCodes } from '../table/guid';
import { type Partition, type PartitionTable, partitionBytes } from '../table/partition-table';

/** What may be done with one partition. Sizes count from its start. */
export type PartitionRule = {
  /** What it holds, in words: `NTFS`, `sealed by LUKS`, `unread`. */
  holds: string;
  /** It cannot be carried in fewer bytes: its file system spans as many, used or not. */
  leastBytes: number;
  /** Bytes in use, where they are known: what the file system could at best be shrunk to by the device. */
  usedBytes: number | null;
  /** Largest size; its own where it cannot grow. */
  mostBytes: number;
  grownBy: 'rewrite' | 'device' | null;
  mayMove: boolean;
  mayDrop: boolean;
  /** Drives it can live on; null where that is not known. */
  sectorFit: SectorFit | null;
};

export type PartitionRules = Record<number, PartitionRule>;

/** As large as a partition may become where nothing in it sets a limit. */
const unlimited = Number.MAX_SAFE_INTEGER;

/** Partitions that a device can do without: what restores it, and what is set aside. The rest is never dropped. */
const droppable: string[] = [
  partitionTypeCodes.recovery,
  partitionTypeCodes.reserved,
  partitionTypeCodes.swap,
];

/** What starts or restores a device keeps its size: room there serves nobody. */
export const growsAtAll = (typeGuid: string): boolean =>
  typeGuid !== partitionTypeCodes.efiSystem && !droppable.includes(typeGuid);

function ruleFor(
  table: PartitionTable,
  partition: Partition,
  content: PartitionContent | undefined,
): PartitionRule {
  const own = partitionBytes(partition, table.sectorBytes);
  // Boot code of the older record finds its partitions by sector; only the last of them may take what comes behind it.
  const isLast = table.partitions.every((other) => other.firstSector <= partition.firstSector);
  const isFixed = table.kind !== 'gpt';
  const common = {
    mayMove: !isFixed,
    mayDrop: !isFixed && droppable.includes(partition.typeGuid),
    usedBytes: null,
    leastBytes: own,
    mostBytes: own,
    grownBy: null,
    sectorFit: null,
  };
  if (content?.kind === 'sealed')
    // A volume sealed as a whole names its own start where nobody can rewrite it.
    return { ...common, holds: `sealed by ${content.by}`, mayMove: common.mayMove && content.by === 'LUKS' };
  if (content?.kind !== 'file-system') return { ...common, holds: content?.name ?? 'unread' };
  const { fileSystem } = content;
  const mayGrow =
    growsAtAll(partition.typeGuid) &&
    (!isFixed || (isLast && (partition.record?.linkSector ?? null) === null));
  const growth = mayGrow ? fileSystem.growth : null;
  return {
    ...common,
    holds: fileSystem.kind,
    usedBytes: fileSystem.usedBytes,
    leastBytes: Math.min(own, fileSystem.bytes),
    mostBytes:
      growth?.by === 'rewrite' ? Math.max(own, growth.limitBytes) : growth?.by === 'device' ? unlimited : own,
    grownBy: growth?.by === 'rewrite' || growth?.by === 'device' ? growth.by : null,
    sectorFit: fileSystem.sectorFit,
  };
}

/** What may be done with each partition of a drive that was read. */
export function rulesOf(reading: Pick<DriveReading, 'table' | 'contents'>): PartitionRules {
  const { table } = reading;
  return Object.fromEntries(
    (table?.partitions ?? []).map((partition) => [
      partition.number,
      ruleFor(table!, partition, reading.contents[partition.number]),
    ]),
  );
}

/** The partition that should take the new space: the largest that can grow and is neither the start partition nor a recovery. */
export function growingPartition(
  partitions: Partition[],
  rules: PartitionRules,
  sectorBytes: number,
): Partition | null {
  const can = partitions.filter((partition) => {
    const rule = rules[partition.number];
    return rule !== undefined && rule.grownBy !== null && growsAtAll(partition.typeGuid);
  });
  return can.reduce<Partition | null>(
    (best, partition) =>
      best && partitionBytes(best, sectorBytes) >= partitionBytes(partition, sectorBytes) ? best : partition,
    null,
  );
}
