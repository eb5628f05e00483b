import {
  type DeliveredPartition,
  type PartitionRules,
  type PartitionTable,
  growsAtAll,
  partitionBytes,
  partitionTypeCodes,
} from '../disk';
import { type Result, ok, refuse } from '../result';

const mib = 2 ** 20;
const types = Object.entries(partitionTypeCodes) as [DeliveredPartition['type'], string][];
const volumes = ['ext4', 'NTFS', 'exFAT'] as const;
/** How the stand-in drive is formatted where nothing was read of it: named defaults. */
const usualFat32 = { sectorsPerCluster: 64, tables: 1, volumeLabel: 'DATA' } as const;

export type PartitionsSeen = {
  partitions: DeliveredPartition[];
  /** What was not understood of them, in sentences; the rest was read. */
  notes: string[];
};

/**
 * The partitions of a drive that was looked into, as a profile states those of a drive as delivered: name, type and size of each, the
 * largest that grows takes the rest. Faults: `no-gpt` for the older record, `no-partitions`, `none-grows`.
 */
export function partitionsSeen({
  table,
  rules,
}: {
  table: PartitionTable;
  rules: PartitionRules;
}): Result<PartitionsSeen> {
  if (table.kind !== 'gpt')
    return refuse(
      'no-gpt',
      'A drive with an older record has no partitions of the kind that a profile states.',
      'Enter what the device shows as free at Fit instead.',
    );
  const growing = table.partitions.filter(({ typeGuid }) => growsAtAll(typeGuid));
  if (table.partitions.length === 0 || table.partitions.length > 40)
    return refuse(
      'no-partitions',
      `The table names ${table.partitions.length} partitions; a profile takes one to forty.`,
      'Look into another drive of this kind.',
    );
  const bytesOf = (one: (typeof growing)[number]) => partitionBytes(one, table.sectorBytes);
  const [largest] = [...growing].sort((a, b) => bytesOf(b) - bytesOf(a));
  if (!largest)
    return refuse(
      'none-grows',
      'None of its partitions may grow, so none takes the rest of a larger drive.',
      'Look into another drive of this kind, or bring the profile in as a file.',
    );
  const notes: string[] = [];
  const partitions = table.partitions.map((partition): DeliveredPartition => {
    const { number, name, typeGuid } = partition;
    const type = types.find(([, guid]) => guid === typeGuid)?.[0];
    const holds = rules[number]?.holds ?? 'unread';
    const volume = volumes.find((one) => one === holds);
    const called = name.trim().slice(0, 36) || `partition ${number}`;
    if (!type)
      notes.push(
        `Partition ${number} (${called}) has a type that is not known here: it is taken as basic data.`,
      );
    if (!volume && holds !== 'FAT32')
      notes.push(`Partition ${number} (${called}): ${holds}; of it only name, type and size are taken over.`);
    const most = rules[number]?.mostBytes ?? 0;
    return {
      name: called,
      type: type ?? 'basicData',
      sizeMiB: partition === largest ? 'rest' : Math.max(1, Math.ceil(bytesOf(partition) / mib)),
      fat32: {
        ...usualFat32,
        roomForSectors: Math.min(0xffffffff, Math.floor(most / table.sectorBytes)),
      },
      ...(volume ? { volume } : {}),
    };
  });
  return ok({ partitions, notes });
}
