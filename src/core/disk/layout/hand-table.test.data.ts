import { type Layout, type PartitionTable, type PlacedPartition, partitionTypeCodes } from '..';
import { usableSectors } from '../table/gpt';

export const MiB = 2 ** 20;
export const guid = (n: number) => `0000000${n}-AAAA-4BBB-8CCC-DDDDEEEEFFFF`;

type Wanted = {
  MiB: number;
  type: keyof typeof partitionTypeCodes;
  name?: string;
  linkSector?: number | null;
};

/** A table written down partition by partition, one behind the other from the first mebibyte on. */
export function tableOf(
  partitions: Wanted[],
  driveMiB: number,
  { kind = 'gpt', sectorBytes = 512 }: Partial<Pick<PartitionTable, 'kind' | 'sectorBytes'>> = {},
): PartitionTable {
  const perMiB = MiB / sectorBytes;
  const driveSectors = driveMiB * perMiB;
  let next = 1;
  return {
    kind,
    sectorBytes,
    driveSectors,
    diskGuid: guid(9),
    ...(kind === 'gpt'
      ? usableSectors(driveSectors, sectorBytes)
      : { firstUsable: kind === 'none' ? 0 : 1, lastUsable: driveSectors - 1 }),
    partitions: partitions.map(({ MiB: size, type, name = type, linkSector = null }, i) => {
      const firstSector = next * perMiB;
      next += size;
      return {
        number: i + 1,
        typeGuid: partitionTypeCodes[type],
        partGuid: guid(i + 1),
        firstSector,
        lastSector: next * perMiB - 1,
        attributes: '0',
        name,
        ...(kind === 'record' && { record: { type: 7, isActive: i === 0, linkSector } }),
      };
    }),
  };
}

/** A partition as it was placed, in mebibytes of drives with 512-byte sectors. */
export const placed = (
  number: number,
  name: string,
  change: PlacedPartition['change'],
  [from, fromMiB]: [from: number | null, MiB: number],
  [to, toMiB]: [to: number, MiB: number],
  grownBy: PlacedPartition['grownBy'] = null,
): PlacedPartition => {
  const range = (start: number, size: number) => ({
    firstSector: start * 2048,
    lastSector: (start + size) * 2048 - 1,
  });
  return {
    number,
    name,
    typeGuid: partitionTypeCodes.basicData,
    partGuid: guid(number),
    attributes: '0',
    from: from === null ? null : range(from, fromMiB),
    to: range(to, toMiB),
    change,
    grownBy,
  };
};

export const layoutOf = (partitions: PlacedPartition[], more: Partial<Layout> = {}): Layout => ({
  kind: 'gpt',
  sectorBytes: 512,
  sourceSectorBytes: 512,
  sourceSectors: 100 * 2048,
  targetSectors: 200 * 2048,
  diskGuid: guid(9),
  partitions,
  dropped: [],
  spareBytes: 0,
  growthStoppedBy: null,
  ...more,
});
