import { type Result, ok, refuse } from '../../result';
import { growthLimitSectors } from '../file-system/fat-change';
import { smallestFat32Sectors } from '../file-system/fat-make';
import { usableSectors } from '../table/gpt';
import { partitionTypeCodes } from '../table/guid';
import { type PartitionTable, partitionBytes } from '../table/partition-table';
import { lineBytes } from './layout';
import { type PartitionRules, growsAtAll } from './rules';
import type { DeliveredPartition } from './delivered-partition';

const line = (sectorBytes: number) => lineBytes / sectorBytes;

/**
 * The table of a drive as delivered, partitions one behind the other on 1 MiB lines.
 * `guidOf(n)` gives the identity of partition n (1, 2, …) and, for 0, of the drive.
 * Fault: `partitions-too-large` where the drive does not hold them, each large enough to be FAT32.
 */
export function deliveredTable(
  partitions: DeliveredPartition[],
  drive: { sectors: number; sectorBytes: number },
  guidOf: (number: number) => string,
): Result<PartitionTable> {
  const { firstUsable, lastUsable } = usableSectors(drive.sectors, drive.sectorBytes);
  const step = line(drive.sectorBytes);
  const end = Math.floor((lastUsable + 1) / step) * step;
  const fixed = partitions.reduce(
    (total, partition) => total + (partition.sizeMiB === 'rest' ? 0 : partition.sizeMiB * step),
    0,
  );
  const rest = end - step - fixed;
  const least = partitions.reduce(
    (most, { sizeMiB, fat32 }) =>
      sizeMiB === 'rest' ? Math.max(most, smallestFat32Sectors(fat32, drive.sectorBytes)) : most,
    0,
  );
  if (rest < least) {
    const bytes = (least + fixed + step) * drive.sectorBytes;
    return refuse(
      'parts-too-large',
      `This device’s own partitions take at least ${Math.ceil(bytes / 1e9)} GB: the old drive cannot be smaller.`,
      'Check the old drive’s label and correct it at Take in.',
    );
  }
  let next = step;
  return ok({
    kind: 'gpt',
    sectorBytes: drive.sectorBytes,
    driveSectors: drive.sectors,
    diskGuid: guidOf(0),
    firstUsable,
    lastUsable,
    partitions: partitions.map((partition, i) => {
      const firstSector = next;
      next += partition.sizeMiB === 'rest' ? rest : partition.sizeMiB * step;
      return {
        number: i + 1,
        typeGuid: partitionTypeCodes[partition.type],
        partGuid: guidOf(i + 1),
        firstSector,
        lastSector: next - 1,
        attributes: '0',
        name: partition.name,
      };
    }),
  });
}

/** What is known beforehand of the file systems that are not FAT32: who grows them, and the sectors they live with. */
const volumeRules = {
  ext4: { grownBy: 'device', sectorFit: { rule: 'at most', bytes: 4096 } },
  NTFS: { grownBy: 'device', sectorFit: { rule: 'exactly', bytes: 512 } },
  // How far its tables reach is read when the drive is out.
  exFAT: { grownBy: null, sectorFit: { rule: 'exactly', bytes: 512 } },
} as const;

/** What may be done with each delivered partition, by the tables that the maker gave it: a forecast until the drive is read. */
export function deliveredRules(partitions: DeliveredPartition[], table: PartitionTable): PartitionRules {
  return Object.fromEntries(
    partitions.map((partition, i) => {
      const placed = table.partitions[i]!;
      const { sectorBytes } = table;
      const own = placed.lastSector - placed.firstSector + 1;
      const room = Math.max(own, partition.fat32.roomForSectors);
      const { sectorsPerCluster, tables } = partition.fat32;
      const limit = growthLimitSectors({
        bits: 32,
        sectorBytes,
        sectorsPerCluster,
        reservedSectors: 32,
        tables,
        tableSectors: Math.ceil(((room / sectorsPerCluster + 2) * 4) / sectorBytes),
        rootEntries: 0,
      });
      const ownBytes = partitionBytes(placed, sectorBytes);
      const grows = growsAtAll(placed.typeGuid);
      if (partition.volume) {
        const { grownBy, sectorFit } = volumeRules[partition.volume];
        const mostBytes = grows && grownBy ? Number.MAX_SAFE_INTEGER : ownBytes;
        const common = {
          usedBytes: null,
          leastBytes: ownBytes,
          mayMove: true,
          mayDrop: partition.type === 'recovery',
        };
        return [
          i + 1,
          { ...common, holds: partition.volume, mostBytes, grownBy: grows ? grownBy : null, sectorFit },
        ];
      }
      return [
        i + 1,
        {
          holds: 'FAT32',
          leastBytes: ownBytes,
          usedBytes: null,
          mostBytes: grows ? Math.max(ownBytes, limit * sectorBytes) : ownBytes,
          grownBy: grows ? 'rewrite' : null,
          mayMove: true,
          mayDrop: partition.type === 'recovery',
          sectorFit: { rule: 'exactly', bytes: sectorBytes },
        },
      ];
    }),
  );
}

/** Bytes that the system partitions around the data partition take. */
export const systemPartitionsBytes = (partitions: DeliveredPartition[]): number =>
  partitions.reduce(
    (total, partition) => total + (partition.sizeMiB === 'rest' ? 0 : partition.sizeMiB * 2 ** 20),
    0,
  );
