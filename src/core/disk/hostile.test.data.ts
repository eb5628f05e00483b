import type { BlockReader } from './block-reader';
import { crc32 } from './table/crc32';
import { buildTable } from './table/gpt-build';
import { usableSectors } from './table/gpt';
import { partitionTypeCodes } from './table/guid';
import type { PartitionTable } from './table/partition-table';
import { SparseMemory } from './sparse-memory.test.data';
import { tinyVolumes } from './tiny-volumes.test.data';
import { viewOf } from './bytes';

/** An image made to mislead: what is wrong with it, and its bytes. Each must end in a stated fault, quickly. */
export type Hostile = { what: string; reader: BlockReader };

const driveSectors = 4_000_000_000;

function table(partitions: [number, number][]): PartitionTable {
  return {
    kind: 'gpt',
    sectorBytes: 512,
    driveSectors,
    diskGuid: '00000001-0000-4000-8000-000000000000',
    ...usableSectors(driveSectors, 512),
    partitions: partitions.map(([firstSector, lastSector], i) => ({
      number: i + 1,
      typeGuid: partitionTypeCodes.basicData,
      partGuid: `0000000${i}-0000-4000-8000-000000000001`,
      firstSector,
      lastSector,
      attributes: '0',
      name: `p${i}`,
    })),
  };
}

function drive(partitions: [number, number][], spoil?: (header: DataView) => void): SparseMemory {
  const memory = new SparseMemory(driveSectors * 512);
  const writes = buildTable(table(partitions));
  if (spoil)
    for (const write of writes.filter(({ what }) => what.includes('header'))) {
      const view = viewOf(write.bytes);
      spoil(view);
      view.setUint32(16, 0, true);
      view.setUint32(16, crc32(write.bytes.subarray(0, 92)), true);
    }
  memory.writeAll(writes);
  return memory;
}

function record(
  entries: [type: number, first: number, sectors: number][],
  at = 0,
  memory = new SparseMemory(2 ** 40),
) {
  const sector = new Uint8Array(512);
  entries.forEach(([type, first, sectors], i) => {
    const entry = 446 + 16 * i;
    sector[entry + 4] = type;
    viewOf(sector).setUint32(entry + 8, first, true);
    viewOf(sector).setUint32(entry + 12, sectors, true);
  });
  sector.set([0x55, 0xaa], 510);
  memory.write(at * 512, sector);
  return memory;
}

const tables: Hostile[] = [
  {
    what: 'partitions over each other',
    reader: drive([
      [2048, 4095],
      [4000, 9000],
    ]),
  },
  { what: 'a partition past the end', reader: drive([[2048, driveSectors * 4]]) },
  { what: 'a partition that ends before it begins', reader: drive([[9000, 2048]]) },
  { what: 'a partition over the table', reader: drive([[1, 9000]]) },
  { what: 'a partition at 2⁶²', reader: drive([[2 ** 62, 2 ** 62 + 8]]) },
  { what: '2³² entries', reader: drive([], (view) => view.setUint32(80, 0xffffffff, true)) },
  { what: 'entries of no size', reader: drive([], (view) => view.setUint32(84, 0, true)) },
  { what: 'entries of 4 GiB', reader: drive([], (view) => view.setUint32(84, 0xfffffff8, true)) },
  { what: 'entries past the end', reader: drive([], (view) => view.setBigUint64(72, 2n ** 63n, true)) },
  { what: 'a header that is too long', reader: drive([], (view) => view.setUint32(12, 0xffffffff, true)) },
  {
    what: 'extended partitions in a circle',
    reader: record(
      [
        [83, 9, 8],
        [5, 100, 9],
      ],
      100,
      record([[5, 100, 500]]),
    ),
  },
  { what: 'an extended partition that leads to itself', reader: record([[5, 0, 1000]]) },
  { what: 'an extended partition past the end', reader: record([[5, 0xfffffff0, 0xffffffff]]) },
  {
    what: 'older partitions over each other',
    reader: record([
      [7, 63, 1000],
      [7, 100, 1000],
    ]),
  },
  {
    what: 'an older partition past the end',
    reader: record([
      [7, 63, 0xffffffff],
      [7, 0xffffffff, 0xffffffff],
    ]),
  },
  { what: 'an image of no bytes', reader: new SparseMemory(0) },
  { what: 'an image of 100 bytes', reader: new SparseMemory(100) },
  { what: 'an image shorter than its table', reader: shortened() },
];

function shortened(): BlockReader {
  const whole = drive([[2048, driveSectors - 5000]]);
  return {
    length: 10_000_000,
    read: (offset, length) => whole.read(offset, Math.min(length, 10_000_000 - offset)),
  };
}

type Spoil = [what: string, at: number, bytes: number[]];
const most = [255, 255, 255, 255];
const spoils: Record<keyof typeof tinyVolumes, Spoil[]> = {
  FAT32: [
    ['2³² sectors', 32, most],
    ['a table of 2³² sectors', 36, most],
    ['clusters of no sectors', 13, [0]],
    ['255 tables', 16, [255]],
    ['sectors of 65,535 bytes', 11, [255, 255]],
    ['a root at 2³²', 44, most],
    ['no reserved sectors', 14, [0, 0]],
    ['a free-space sector outside', 48, [255, 255]],
  ],
  exFAT: [
    ['2⁶⁴ sectors', 72, [...most, ...most]],
    ['2³² clusters', 92, most],
    ['clusters of 2²⁵⁵ sectors', 109, [255]],
    ['sectors of 2²⁵⁵ bytes', 108, [255]],
    ['a heap at 2³²', 88, most],
    ['a table at 0', 80, [0, 0, 0, 0]],
    ['a root outside', 96, most],
    ['255 tables', 110, [255]],
    ['a bitmap of 2⁶⁴ bytes', (256 + 8) * 512 + 56, [...most, ...most]],
    ['a bitmap outside', (256 + 8) * 512 + 52, most],
    ['a root that runs in a circle', 128 * 512 + 12, [3, 0, 0, 0]],
    ['a bitmap that runs in a circle', 128 * 512 + 8, [2, 0, 0, 0]],
  ],
  NTFS: [
    ['2⁶⁴ sectors', 40, [...most, ...most]],
    ['a table of files at 2⁶⁴', 48, [...most, ...most]],
    ['clusters of no sectors', 13, [0]],
    ['clusters of 2¹²⁷ sectors', 13, [0x81]],
    ['records of 2¹²⁷ bytes', 64, [0x81]],
    ['sectors of no bytes', 11, [0, 0]],
    ['an attribute of no length', 4 * 4096 + 56 + 4, [0, 0, 0, 0]],
    ['an attribute of 4 GiB', 4 * 4096 + 56 + 4, most],
    ['a run of no clusters', 4 * 4096 + 56 + 64, [0x11, 0, 4]],
    ['a run of 2⁶³ clusters', 4 * 4096 + 56 + 64, [0x18, ...most, ...most.slice(1), 0x7f, 4]],
    ['a run before the start', 4 * 4096 + 56 + 64, [0x11, 4, 0x80]],
    ['an update sequence outside', 4 * 4096 + 4, [255, 255]],
    ['a bitmap that is too short', 4 * 4096 + 6 * 1024 + 56 + 48, [1, 0, 0, 0, 0, 0, 0, 0]],
    ['a bitmap that is a hole', 4 * 4096 + 6 * 1024 + 56 + 64, [0x01, 4, 0]],
  ],
  ext2: [
    ['2³² blocks', 1024 + 4, most],
    ['groups of no blocks', 1024 + 32, [0, 0, 0, 0]],
    ['groups of 8 blocks', 1024 + 32, [8, 0, 0, 0]],
    ['blocks of 2²⁵⁵ bytes', 1024 + 24, most],
    ['2³² file entries a group', 1024 + 40, most],
    ['file entries of no bytes', 1024 + 88, [0, 0]],
    ['a first block at 2³²', 1024 + 20, most],
    ['a bitmap at 2³²', 2048, most],
    ['a table of file entries at 2³²', 2048 + 8, most],
    ['descriptors of no bytes', 1024 + 96, [0x80, 0, 0, 0]],
  ],
};

const volumes: Hostile[] = Object.entries(spoils).flatMap(([kind, list]) =>
  list.map(([what, at, bytes]) => {
    const memory = tinyVolumes[kind as keyof typeof tinyVolumes]();
    memory.write(at, new Uint8Array(bytes));
    return { what: `${kind} with ${what}`, reader: memory };
  }),
);

/** All of them, more than fifty. */
export const hostileImages = (): Hostile[] => [...tables, ...volumes];
