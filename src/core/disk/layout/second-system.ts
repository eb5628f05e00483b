import { type Result, ok, refuse } from '../../result';
import { partitionTypeCodes } from '../table/guid';
import { entryCount, type Partition, type PartitionTable } from '../table/partition-table';
import { lineBytes } from './layout';
import type { PartitionRule } from './rules';

/**
 * An empty partition for a second system, which its installer will use; both share the one EFI partition. Its identity follows
 * from the drive's, so that the same plan gives the same bytes. Faults: `not-gpt`, `no-efi-partition`.
 */
export function newSystemPartition(
  source: PartitionTable,
  mebibytes: number,
): Result<{ part: Partition; rule: PartitionRule; bytes: number }> {
  if (source.kind !== 'gpt')
    return refuse(
      'not-gpt',
      'This drive’s older kind of table has no room for a second system.',
      'Fill the drive instead.',
    );
  if (!source.partitions.some((partition) => partition.typeGuid === partitionTypeCodes.efiSystem))
    return refuse(
      'no-efi-part',
      'Without an EFI partition there is nothing two systems could share.',
      'Fill the drive instead.',
    );
  const taken = new Set(source.partitions.map(({ number }) => number));
  const number = Array.from({ length: entryCount }, (_, i) => i + 1).find((n) => !taken.has(n));
  if (number === undefined)
    return refuse('too-many-parts', 'The table is full.', 'Leave one partition behind.');
  const bytes = mebibytes * lineBytes;
  return ok({
    part: {
      number,
      typeGuid: partitionTypeCodes.fileSystemData,
      partGuid: siblingGuid(source.diskGuid, number),
      firstSector: 0,
      lastSector: 0,
      attributes: '0',
      name: 'second system',
    },
    rule: {
      holds: 'nothing yet',
      leastBytes: lineBytes,
      usedBytes: 0,
      mostBytes: bytes,
      grownBy: null,
      mayMove: true,
      mayDrop: true,
      sectorFit: null,
    },
    bytes,
  });
}

/** An identity beside the drive's own: its last twelve digits, moved on by the partition's number and a large odd step. */
function siblingGuid(diskGuid: string, number: number): string {
  const head = diskGuid.slice(0, -12);
  const tail = (BigInt(`0x${diskGuid.slice(-12)}`) + BigInt(number) * 0x9e3779b97f5n) % 2n ** 48n;
  return head + tail.toString(16).toUpperCase().padStart(12, '0');
}
