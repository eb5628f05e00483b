import {
  type DriveReading,
  type Layout,
  type PartitionTable,
  buildTable,
  planCopy,
  readDrive,
  readTable,
  rulesOf,
} from '..';
import { SparseMemory } from '../sparse-memory.test.data';
import { tinyExFat, tinyFat32, tinyNtfs } from '../tiny-volumes.test.data';
import { unsafeValue } from '../../result';
import { MiB, layoutOf, placed, tableOf } from './hand-table.test.data';
import { partRewrites } from './partition-rewrites';
import { planLayout } from './plan-layout';
import { fillWish } from './layout';

const ranged = (...ranges: [start: number, end: number][]) =>
  ({
    kind: 'file-system',
    fileSystem: {
      family: 'ext',
      growth: { by: 'device' },
      kind: 'ext4',
      usage: { known: true, isCoarse: false, ranges: ranges.map(([start, end]) => ({ start, end })) },
    },
  }) as unknown as DriveReading['contents'][number];
const readingOf = (table: PartitionTable, contents: DriveReading['contents'] = {}): DriveReading => ({
  table,
  faults: [],
  usedHeader: 'primary',
  sectorBytes: table.sectorBytes,
  contents,
  usedBytes: 0,
});
const drive = () => {
  const memory = new SparseMemory(100 * MiB);
  const sector = new Uint8Array(512).map((_, i) => (i < 440 ? (i % 250) + 1 : 0));
  sector.set([0x55, 0xaa], 510);
  memory.write(0, sector);
  return memory;
};
const planOf = async (table: PartitionTable, layout: Layout, contents: DriveReading['contents'] = {}) =>
  unsafeValue(await planCopy(drive(), readingOf(table, contents), layout));
/** Bytes at both ends of a partition that are always carried. */
const marks = 0x11000;
const said = (rewrites: { what: string; offset: number; bytes: Uint8Array }[]) =>
  rewrites.map(({ what, offset, bytes }) => [what, offset, bytes.length]);

describe('spans', () => {
  const table = tableOf(
    [
      { MiB: 10, type: 'efiSystem' },
      { MiB: 40, type: 'basicData' },
    ],
    100,
  );

  it('used ranges go from where the partition stood to where it will stand; an unknown partition goes whole', async () => {
    const layout = layoutOf([
      placed(1, 'EFI', 'moves', [1, 10], [2, 10]),
      placed(2, 'home', 'moves and grows', [11, 40], [12, 90]),
    ]);
    const plan = await planOf(table, layout, { 1: ranged([0, 4096], [MiB, 3 * MiB], [5 * MiB, 5 * MiB]) });
    expect(plan.spans).toEqual([
      // Between the table and the first partition, where loaders stand.
      { source: 17_408, target: 17_408, bytes: MiB - 17_408, part: 0 },
      // Both ends of a partition hold marks: carried, so that no older one is left.
      { source: MiB, target: 2 * MiB, bytes: marks, part: 1 },
      { source: 2 * MiB, target: 3 * MiB, bytes: 2 * MiB, part: 1 },
      { source: 11 * MiB - marks, target: 12 * MiB - marks, bytes: marks, part: 1 },
      { source: 11 * MiB, target: 12 * MiB, bytes: 40 * MiB, part: 2 },
    ]);
    expect(plan.bytes).toBe(plan.spans.reduce((sum, { bytes }) => sum + bytes, 0));
    expect(plan.left).toEqual([]);
  });

  it('where a partition grows, only what it grew by is cleared, however little that is', async () => {
    for (const grownMiB of [0.03125, 5]) {
      const home = placed(2, 'home', 'grows', [11, 40], [11, 40]);
      home.to.lastSector += grownMiB * 2048;
      const layout = layoutOf([placed(1, 'EFI', 'stays', [1, 10], [1, 10]), home]);
      const plan = await planOf(table, layout, { 2: ranged([0, 40 * MiB]) });
      const cleared = plan.rewrites.filter(({ what }) => what === 'home: cleared end');
      expect(said(cleared)).toEqual([
        [
          'home: cleared end',
          51 * MiB + grownMiB * MiB - Math.min(marks, grownMiB * MiB),
          Math.min(marks, grownMiB * MiB),
        ],
      ]);
    }
  });

  it('what must read zero is cleared and not carried, at the ends of a partition too', async () => {
    const layout = layoutOf([
      placed(1, 'EFI', 'stays', [1, 10], [1, 10]),
      placed(2, 'home', 'stays', [11, 40], [11, 40]),
    ]);
    const content = ranged([0, 8192], [16_384, MiB]);
    Object.assign((content as { fileSystem: { usage: object } }).fileSystem.usage, {
      cleared: [{ start: 8192, end: 16_384 }],
    });
    const plan = await planOf(table, layout, { 2: content });
    const home = plan.spans
      .filter(({ part }) => part === 2)
      .map(({ source, bytes, zero }) => [source - 11 * MiB, bytes, zero ?? false]);
    expect(home).toEqual([
      [0, 8192, false],
      [16_384, MiB - 16_384, false],
      [40 * MiB - marks, marks, false],
      [8192, 8192, true],
    ]);
  });

  it('of an unknown partition no more is written than its new place holds', async () => {
    const plan = await planOf(
      table,
      layoutOf([
        placed(1, 'EFI', 'stays', [1, 10], [1, 10]),
        placed(2, 'home', 'shrinks', [11, 40], [11, 30]),
      ]),
    );
    expect(plan.spans.map(({ bytes }) => bytes)).toEqual([MiB - 17_408, 10 * MiB, 30 * MiB]);
  });

  it('a new partition gets a cleared start, and as much of it as it is long', async () => {
    const tiny = placed(3, 'tiny', 'new', [null, 0], [60, 1]);
    tiny.to.lastSector = tiny.to.firstSector + 9;
    const plan = await planOf(
      table,
      layoutOf([placed(2, 'second', 'new', [null, 0], [20, 30]), tiny], { kind: 'record' }),
      {},
    );
    const cleared = plan.rewrites.filter(({ what }) => what.endsWith('cleared start'));
    expect(said(cleared)).toEqual([
      ['second: cleared start', 20 * MiB, 131_072],
      ['tiny: cleared start', 60 * MiB, 5120],
    ]);
    expect(cleared.every(({ bytes }) => bytes.every((byte) => byte === 0))).toBe(true);
    expect(plan.spans.some(({ part: partition }) => partition > 0)).toBe(false);
  });

  it('is refused for partitions that lie over each other', async () => {
    const layout = layoutOf([
      placed(1, 'a', 'stays', [1, 10], [1, 10]),
      placed(2, 'b', 'stays', [5, 9], [5, 9]),
    ]);
    expect(await planCopy(drive(), readingOf(table), layout)).toMatchObject({
      ok: false,
      fault: { code: 'layout' },
    });
  });
});

describe('tables', () => {
  it('a partition table is built for the target, with the old boot code and nothing else of sector 0', async () => {
    const table = tableOf([{ MiB: 10, type: 'efiSystem' }], 100);
    const plan = await planOf(table, layoutOf([placed(1, 'EFI', 'stays', [1, 10], [1, 10])]));
    const target = new SparseMemory(200 * MiB);
    target.writeAll(plan.rewrites);
    const sector = await target.read(0, 512);
    expect([...sector.subarray(0, 440)]).toEqual([...(await drive().read(0, 440))]);
    expect([...sector.subarray(440, 446)]).toEqual([0, 0, 0, 0, 0, 0]);
    expect(await readTable(target, 512)).toMatchObject({ faults: [], table: { driveSectors: 200 * 2048 } });
  });

  it('a drive without a table gets none', async () => {
    const table = tableOf([{ MiB: 50, type: 'basicData' }], 100, { kind: 'none' });
    const layout = layoutOf([placed(1, 'all', 'grows', [1, 50], [1, 90])], { kind: 'none' });
    const plan = await planOf(table, layout);
    expect(plan.rewrites).toEqual([]);
    expect(plan.spans).toEqual([
      { source: MiB, target: MiB, bytes: 50 * MiB, part: 1 },
      // What this drive holds before it, outside everything.
      { source: 0, target: 0, bytes: 4096, part: 0 },
    ]);
  });

  const old = (linkSector: number | null = null, firstMiB = 4) => {
    const table = tableOf(
      [
        { MiB: 10, type: 'basicData' },
        { MiB: 20, type: 'basicData', linkSector },
      ],
      100,
      { kind: 'record' },
    );
    const shift = (firstMiB - 1) * 2048;
    return {
      ...table,
      partitions: table.partitions.map((partition) => ({
        ...partition,
        firstSector: partition.firstSector + shift,
        lastSector: partition.lastSector + shift,
      })),
    };
  };
  const kept = (secondMiB: number, change: 'stays' | 'grows') =>
    layoutOf([placed(1, '', 'stays', [4, 10], [4, 10]), placed(2, '', change, [14, 20], [14, secondMiB])], {
      kind: 'record',
    });

  it('an older record keeps its programs before the first partition, and the records of an extended one', async () => {
    const plain = await planOf(old(), kept(20, 'stays'));
    expect(plain.spans[0]).toEqual({ source: 0, target: 0, bytes: 4 * MiB, part: 0 });
    expect(said(plain.rewrites)).toEqual([['cleared end of the drive', 199 * MiB, MiB]]);
    const extended = await planOf(old(3 * 2048), kept(20, 'stays'));
    expect(extended.spans.slice(0, 2)).toEqual([
      { source: 0, target: 0, bytes: 3 * MiB, part: 0 },
      { source: 3 * MiB, target: 3 * MiB, bytes: 512, part: 0 },
    ]);
    // No more than 64 MiB before the first partition belong to the record.
    const far = layoutOf(
      [placed(1, '', 'stays', [70, 10], [70, 10]), placed(2, '', 'stays', [80, 20], [80, 20])],
      { kind: 'record' },
    );
    expect((await planOf(old(null, 70), far)).spans[0]).toMatchObject({ part: 0, bytes: 64 * MiB });
  });

  it('what grew is written into its sector 0, by the number of sectors', async () => {
    const plan = await planOf(old(), kept(90, 'grows'));
    expect(said(plan.rewrites)).toEqual([
      ['cleared end of the drive', 199 * MiB, MiB],
      ['record in sector 0', 0, 512],
    ]);
    const { bytes } = plan.rewrites[1]!;
    // The second entry of the record; the count of sectors stands 12 bytes behind its beginning.
    expect(new DataView(bytes.buffer, bytes.byteOffset).getUint32(446 + 16 + 12, true)).toBe(90 * 2048);
    expect([...bytes.subarray(0, 440)]).toEqual([...(await drive().read(0, 440))]);
  });
});

describe('file systems that name their own place', () => {
  const at = { fromSector: 2048, toSector: 2048, toSectors: 0, grows: false };
  const systemOf = async (memory: SparseMemory) => {
    const { contents } = await readDrive(memory, 512);
    const [content] = Object.values(contents);
    if (content?.kind !== 'file-system') throw new Error('not read');
    return content.fileSystem;
  };
  const volumes = { fat: tinyFat32, exfat: tinyExFat, ntfs: tinyNtfs };

  it.each(Object.keys(volumes) as (keyof typeof volumes)[])(
    '%s is rewritten where it moves, and left alone where it stays',
    async (name) => {
      const memory = volumes[name]();
      const fileSystem = await systemOf(memory);
      expect(fileSystem.family).toBe(name);
      const sectors = memory.length / 512;
      const rewrites = async (more: Partial<typeof at>) =>
        unsafeValue(await partRewrites(memory, fileSystem, { ...at, toSectors: sectors, ...more })).writes;
      expect(await rewrites({})).toEqual([]);
      const moved = await rewrites({ toSector: 4096 });
      expect(moved.length).toBeGreaterThan(0);
      // The new start stands somewhere in what is rewritten, as a little-endian number of sectors.
      const names = moved.some(({ bytes }) =>
        Array.from({ length: bytes.length - 3 }, (_, i) =>
          new DataView(bytes.buffer, bytes.byteOffset).getUint32(i, true),
        ).includes(4096),
      );
      expect(names).toBe(true);
    },
  );

  it('a FAT32 does not grow over leftovers where its new clusters would be, and grows where there is room', async () => {
    const memory = tinyFat32();
    const fileSystem = await systemOf(memory);
    if (fileSystem.family !== 'fat') throw new Error('not FAT');
    const { fat } = fileSystem;
    const grow = async (sectors: number) =>
      partRewrites(memory, fileSystem, { ...at, toSectors: fat.totalSectors + sectors, grows: true });
    const more = unsafeValue(await grow(fat.sectorsPerCluster)).writes;
    // Not moved: its own start stays as it is written.
    expect(
      more
        .filter(({ offset }) => offset === 0)
        .map(({ bytes }) => new DataView(bytes.buffer, bytes.byteOffset))
        .map((boot) => [boot.getUint32(28, true), boot.getUint32(32, true)]),
    ).toEqual([[fat.hiddenSectors, fat.totalSectors + fat.sectorsPerCluster]]);
    // The first entry behind the last cluster is not free.
    const entry = fat.reservedSectors * 512 + (fat.clusters + 2) * 4;
    memory.write(entry, Uint8Array.of(9, 0, 0, 0));
    expect(await grow(fat.sectorsPerCluster)).toMatchObject({
      ok: false,
      fault: { code: 'tables-not-free' },
    });
  });
});

it('a copy is planned from what is read: names of partitions stand before what is rewritten in them', async () => {
  const volume = tinyFat32();
  const sectors = volume.length / 512;
  const wholeMiB = Math.ceil(volume.length / MiB);
  const table = tableOf([{ MiB: wholeMiB, type: 'recovery', name: '' }], wholeMiB + 3);
  const memory = new SparseMemory((wholeMiB + 3) * MiB);
  memory.writeAll(buildTable(table));
  for (let offset = 0; offset < volume.length; offset += MiB) {
    const bytes = await volume.read(offset, MiB);
    if (bytes.some((byte) => byte !== 0)) memory.write(MiB + offset, bytes);
  }
  const reading = await readDrive(memory, 512);
  const layout = unsafeValue(
    planLayout(table, { sectors: 4 * sectors, sectorBytes: 512 }, fillWish, rulesOf(reading)),
  );
  const moved = {
    ...layout,
    partitions: layout.partitions.map((one) => ({
      ...one,
      to: { firstSector: 4096, lastSector: 4096 + 2048 * wholeMiB - 1 },
    })),
  };
  const plan = unsafeValue(await planCopy(memory, reading, moved));
  const own = plan.rewrites.filter(({ what }) => what.startsWith('partition 1: '));
  expect(own.length).toBeGreaterThan(0);
  expect(own.every(({ offset }) => offset >= 2 * MiB && offset < 3 * MiB)).toBe(true);
});
