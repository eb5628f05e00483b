import { type PartitionTable, deliveredTable, partitionTypeCodes } from '../disk';
import { unsafeValue as value } from '../result';
import { type PartitionsSeen, partitionsSeen } from '.';

const guid = (n: number) => `0000000${n}-1111-2222-3333-444455556666`;
const mib = 2048;
const partition = (number: number, name: string, typeGuid: string, firstMiB: number, lengthMiB: number) => ({
  number,
  typeGuid,
  partGuid: guid(number),
  firstSector: firstMiB * mib,
  lastSector: (firstMiB + lengthMiB) * mib - 1,
  attributes: '0',
  name,
});
const table: PartitionTable = {
  kind: 'gpt',
  sectorBytes: 512,
  driveSectors: 300 * 1024 * mib,
  diskGuid: guid(0),
  firstUsable: 34,
  lastUsable: 300 * 1024 * mib - 34,
  partitions: [
    partition(1, 'EFI', partitionTypeCodes.efiSystem, 1, 260),
    partition(2, '', partitionTypeCodes.reserved, 261, 16),
    partition(3, 'system', partitionTypeCodes.fileSystemData, 277, 200_000),
    partition(4, 'own', '11111111-2222-4333-8444-555566667777', 200_277, 1024),
  ],
};
const rule = (holds: string) => ({
  holds,
  leastBytes: 1,
  usedBytes: null,
  mostBytes: 2 ** 30,
  grownBy: null,
  mayMove: true,
  mayDrop: false,
  sectorFit: null,
});
const rules = { 1: rule('FAT32'), 2: rule('unread'), 3: rule('ext4'), 4: rule('sealed by LUKS') };

it('name, type and size of each are taken over, the largest that grows takes the rest, and what was not understood is said', () => {
  const { partitions, notes } = value<PartitionsSeen>(partitionsSeen({ table, rules }));
  expect(partitions.map(({ name, type, sizeMiB, volume }) => [name, type, sizeMiB, volume])).toEqual([
    ['EFI', 'efiSystem', 260, undefined],
    ['partition 2', 'reserved', 16, undefined],
    ['system', 'fileSystemData', 'rest', 'ext4'],
    ['own', 'basicData', 1024, undefined],
  ]);
  expect(notes).toEqual([
    'Partition 2 (partition 2): unread; of it only name, type and size are taken over.',
    'Partition 4 (own) has a type that is not known here: it is taken as basic data.',
    'Partition 4 (own): sealed by LUKS; of it only name, type and size are taken over.',
  ]);
  // Laid out anew on a drive of the same size, each stands where it stood, in the order of the table.
  const again = value(deliveredTable(partitions, { sectors: table.driveSectors, sectorBytes: 512 }, guid));
  expect(again.partitions.slice(0, 3).map(({ firstSector }) => firstSector)).toEqual(
    table.partitions.slice(0, 3).map(({ firstSector }) => firstSector),
  );
});

it('an older record, an empty table and one in which nothing grows are refused', () => {
  const code = (more: Partial<PartitionTable>) => {
    const seen = partitionsSeen({ table: { ...table, ...more }, rules });
    return seen.ok ? 'ok' : seen.fault.code;
  };
  expect(code({ kind: 'record' })).toBe('no-gpt');
  expect(code({ partitions: [] })).toBe('no-partitions');
  expect(code({ partitions: table.partitions.slice(0, 2) })).toBe('none-grows');
});
