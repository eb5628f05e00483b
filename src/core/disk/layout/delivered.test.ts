import {
  DeliveredPartition,
  deliveredRules,
  deliveredTable,
  partitionTypeCodes,
  systemPartitionsBytes,
} from '..';
import { unsafeValue } from '../../result';
import { MiB, guid } from './hand-table.test.data';

const fat32 = { sectorsPerCluster: 8 as const, tables: 2 as const, roomForSectors: 0, volumeLabel: 'SYSTEM' };
const partition = (more: Partial<DeliveredPartition> = {}): DeliveredPartition => ({
  name: 'data',
  type: 'basicData',
  sizeMiB: 'rest',
  fat32,
  ...more,
});
const three = [
  partition({ name: 'EFI', type: 'efiSystem', sizeMiB: 100 }),
  partition(),
  partition({ name: 'recovery', type: 'recovery', sizeMiB: 50 }),
];
const table = (partitions: DeliveredPartition[], MiBs: number, sectorBytes = 512) =>
  deliveredTable(partitions, { sectors: (MiBs * MiB) / sectorBytes, sectorBytes }, guid);

it('partitions stand one behind the other from the first mebibyte, and one takes the rest down to a whole one', () => {
  const made = unsafeValue(table(three, 1000));
  expect(made).toMatchObject({
    kind: 'gpt',
    sectorBytes: 512,
    driveSectors: 1000 * 2048,
    diskGuid: guid(0),
    firstUsable: 34,
    lastUsable: 1000 * 2048 - 34,
  });
  const at = (first: number, size: number) => ({
    firstSector: first * 2048,
    lastSector: (first + size) * 2048 - 1,
  });
  // The last mebibyte holds the mirror: 999 of 1000 are left.
  expect(made.partitions).toEqual([
    {
      number: 1,
      typeGuid: partitionTypeCodes.efiSystem,
      partGuid: guid(1),
      ...at(1, 100),
      attributes: '0',
      name: 'EFI',
    },
    {
      number: 2,
      typeGuid: partitionTypeCodes.basicData,
      partGuid: guid(2),
      ...at(101, 848),
      attributes: '0',
      name: 'data',
    },
    {
      number: 3,
      typeGuid: partitionTypeCodes.recovery,
      partGuid: guid(3),
      ...at(949, 50),
      attributes: '0',
      name: 'recovery',
    },
  ]);
  expect(systemPartitionsBytes(three)).toBe(150 * MiB);
  expect(unsafeValue(table(three, 4000, 4096)).partitions[0]).toMatchObject({
    firstSector: 256,
    lastSector: 101 * 256 - 1,
  });
});

it('a drive is refused by one mebibyte less than the partitions need, with the size that would do', () => {
  const sizes = Array.from({ length: 800 }, (_, i) => i + 100);
  const least = sizes.find((size) => table(three, size).ok) ?? 0;
  // FAT32 has at least 65,525 clusters, here of 4 KiB (the file system's specification, section 3.5), beside 152 MiB of others.
  expect(least).toBeGreaterThan(152 + (65_525 * 4096) / MiB);
  expect(least).toBeLessThan(152 + (65_525 * 4096) / MiB + 4);
  expect(table(three, least - 1)).toMatchObject({
    ok: false,
    fault: { code: 'parts-too-large', sentence: expect.stringContaining('at least 1 GB') },
  });
});

it('FAT32 grows as far as its tables were made for, where a partition grows at all', () => {
  const partitions = three.map((one, i) =>
    i === 1 ? partition({ fat32: { ...fat32, roomForSectors: 4_000_000 } }) : one,
  );
  const rules = deliveredRules(partitions, unsafeValue(table(partitions, 1000)));
  const fixed = (bytes: number, mayDrop: boolean) => ({
    holds: 'FAT32',
    leastBytes: bytes,
    usedBytes: null,
    mostBytes: bytes,
    grownBy: null,
    mayMove: true,
    mayDrop,
    sectorFit: { rule: 'exactly', bytes: 512 },
  });
  expect(rules[1]).toEqual(fixed(100 * MiB, false));
  expect(rules[3]).toEqual(fixed(50 * MiB, true));
  // Tables for 4,000,000 sectors of 8 a cluster: 500,002 entries of 4 bytes in 3,907 sectors, which hold 500,096.
  // Data of 500,094 clusters, 32 reserved sectors and the two tables: 4,000,752 + 32 + 7,814 sectors.
  expect(rules[2]).toMatchObject({
    ...fixed(848 * MiB, false),
    mostBytes: (500_094 * 8 + 32 + 2 * 3907) * 512,
    grownBy: 'rewrite',
  });
  const own = deliveredRules(three, unsafeValue(table(three, 1000)))[2]?.mostBytes;
  expect(own).toBeGreaterThanOrEqual(848 * MiB);
  expect(own).toBeLessThan(852 * MiB);
});

it('what is known beforehand of other file systems: who grows them, and the sectors they live with', () => {
  const rules = (volume: 'ext4' | 'NTFS' | 'exFAT', type: DeliveredPartition['type'] = 'basicData') => {
    const partitions = [partition({ volume, type })];
    return deliveredRules(partitions, unsafeValue(table(partitions, 1000)))[1];
  };
  const common = { usedBytes: null, leastBytes: 998 * MiB, mayMove: true, mayDrop: false };
  const unlimited = Number.MAX_SAFE_INTEGER;
  expect(rules('ext4')).toEqual({
    ...common,
    holds: 'ext4',
    mostBytes: unlimited,
    grownBy: 'device',
    sectorFit: { rule: 'at most', bytes: 4096 },
  });
  const only512 = { rule: 'exactly', bytes: 512 };
  expect(rules('NTFS')).toEqual({
    ...common,
    holds: 'NTFS',
    mostBytes: unlimited,
    grownBy: 'device',
    sectorFit: only512,
  });
  expect(rules('exFAT')).toEqual({
    ...common,
    holds: 'exFAT',
    mostBytes: 998 * MiB,
    grownBy: null,
    sectorFit: only512,
  });
  expect(rules('ext4', 'recovery')).toMatchObject({ mostBytes: 998 * MiB, grownBy: null, mayDrop: true });
});

it.each([
  ['no name', { name: '' }],
  ['a name of 37 letters', { name: 'x'.repeat(37) }],
  ['a kind that no device has', { type: 'attic' }],
  ['no size', { sizeMiB: 0 }],
  ['a size beyond a terabyte of mebibytes', { sizeMiB: 1_000_001 }],
  ['three sectors a cluster', { fat32: { ...fat32, sectorsPerCluster: 3 } }],
  ['three tables', { fat32: { ...fat32, tables: 3 } }],
  ['room for more than 32 bits of sectors', { fat32: { ...fat32, roomForSectors: 2 ** 32 } }],
  ['a label in small letters', { fat32: { ...fat32, volumeLabel: 'System' } }],
  ['a label of twelve letters', { fat32: { ...fat32, volumeLabel: 'ABCDEFGHIJKL' } }],
  ['a file system of nobody', { volume: 'zfs' }],
])('a delivered partition with %s is refused', (_, wrong) => {
  expect(DeliveredPartition.safeParse({ ...partition(), ...wrong }).success).toBe(false);
});

it.each([
  { name: 'x'.repeat(36) },
  { sizeMiB: 1_000_000 },
  { fat32: { ...fat32, sectorsPerCluster: 128 as const, tables: 1 as const, roomForSectors: 0xffffffff } },
  { volume: 'exFAT' as const },
])('a delivered partition at its limits passes: %j', (more) => {
  expect(DeliveredPartition.safeParse(partition(more)).success).toBe(true);
});
