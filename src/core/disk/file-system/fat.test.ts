import fc from 'fast-check';
import {
  type NewFat32,
  type NewFile,
  PartitionReader,
  findFile,
  makeFat32,
  readChain,
  smallestFat32Sectors,
} from '..';
import { parseFat } from './fat';
import { changeFat, clustersOf, growthLimitSectors } from './fat-change';
import { readFatUsage } from './fat-table';
import { SparseMemory } from '../sparse-memory.test.data';

const sectors = 600_000;

const wish = (files: NewFile[], more: Partial<NewFat32> = {}): NewFat32 => ({
  sectorBytes: 512,
  totalSectors: sectors,
  hiddenSectors: 2048,
  sectorsPerCluster: 8,
  tables: 2,
  roomForSectors: 0,
  volumeLabel: 'TEST',
  serial: 7,
  files,
  ...more,
});

function make(files: NewFile[], more?: Partial<NewFat32>) {
  const memory = new SparseMemory(4 * sectors * 512);
  const made = makeFat32(wish(files, more));
  memory.writeAll(made.writes);
  return { memory, ...made };
}

const startFile = { path: 'EFI/BOOT/BOOTX64.EFI', bytes: 70_000 };

async function read(memory: SparseMemory) {
  const fat = parseFat(await memory.read(0, 512));
  if (!fat.ok) throw new Error(fat.why);
  return fat.value;
}

describe('FAT32', () => {
  it('reads the fields that it wrote', async () => {
    const { memory } = make([startFile]);
    expect(await read(memory)).toMatchObject({
      totalSectors: sectors,
      hiddenSectors: 2048,
      rootCluster: 2,
      infoSector: 1,
      backupBootSector: 6,
      volumeLabel: 'TEST',
    });
  });

  it.each([
    [1, 2, 0],
    [8, 1, 500_000],
    [128, 2, 0xffffffff],
  ] as const)('of the fewest sectors, %i to a cluster, is FAT32, and of one less is not', (...shape) => {
    const [sectorsPerCluster, tables, roomForSectors] = shape;
    const least = smallestFat32Sectors({ sectorsPerCluster, tables, roomForSectors }, 512);
    const boot = (totalSectors: number) =>
      makeFat32(wish([], { sectorsPerCluster, tables, roomForSectors, totalSectors })).writes[0]!.bytes;
    expect(parseFat(boot(least))).toMatchObject({ ok: true, value: { clusters: 65_525 } });
    expect(parseFat(boot(least - 1)).ok).toBe(false);
  });

  it('is not taken for understood where only one table is kept up to date', async () => {
    const { memory } = make([startFile]);
    memory.write(40, new Uint8Array([0x81, 0]));
    expect(parseFat(await memory.read(0, 512))).toMatchObject({
      ok: false,
      why: expect.stringContaining('only one of its tables'),
    });
  });

  it('counts used clusters as the files and folders in it ask for', async () => {
    const { memory, extents } = make([startFile, { path: 'GAME.BIN', bytes: 1_000_000 }]);
    const fat = await read(memory);
    const usage = await readFatUsage(memory, fat);
    // root, EFI, BOOT: 3 folders; 70,000 / 4096 → 18; 1,000,000 / 4096 → 245.
    expect(usage.usedClusters).toBe(3 + 18 + 245);
    for (const extent of extents) {
      expect(usage.ranges.some((r) => r.start <= extent.start && extent.start + extent.bytes <= r.end)).toBe(
        true,
      );
    }
    expect(usage.ranges[0]?.start).toBe(0);
  });

  it('finds the start file by its path, and says where there is none', async () => {
    const { memory } = make([startFile]);
    const fat = await read(memory);
    expect(await findFile(memory, fat, 'efi/boot/bootx64.efi')).toMatchObject({
      ok: true,
      value: { bytes: 70_000 },
    });
    expect(await findFile(memory, fat, 'EFI/OTHER/START.EFI')).toEqual({ ok: true, value: null });
  });

  it('ends on a chain that loops or leaves the file system', async () => {
    const { memory } = make([startFile]);
    const fat = await read(memory);
    const entry = (cluster: number, value: number) =>
      memory.write(fat.reservedSectors * 512 + cluster * 4, new Uint8Array(new Uint32Array([value]).buffer));
    entry(2, 2);
    expect(await readChain(memory, fat, 2, 100)).toMatchObject({ ok: false, fault: { code: 'fat-chain' } });
    expect(await findFile(memory, fat, 'EFI/X')).toMatchObject({ ok: false });
    entry(2, 0x0fffff00);
    expect(await readChain(memory, fat, 2, 100)).toMatchObject({ ok: false });
  });

  it.each([
    ['no boot mark', 510, [0]],
    ['another name', 0x52, [0x41]],
    ['no clusters', 13, [3]],
    ['no tables', 16, [0]],
    ['sectors of 7 bytes', 11, [7, 0]],
    ['a root outside', 44, [255, 255, 255, 255]],
    ['tables too small', 36, [1, 0, 0, 0]],
    ['too few clusters', 32, [0, 64, 0, 0]],
  ])('refuses %s', async (_, at, bytes) => {
    const { memory } = make([]);
    memory.write(at, new Uint8Array(bytes));
    expect(parseFat(await memory.read(0, 512))).toMatchObject({
      ok: false,
      why: expect.stringContaining('no FAT'),
    });
  });

  it('grows where the tables are large enough: same files, more free clusters, both copies alike', async () => {
    const { memory } = make([startFile], { roomForSectors: 2 * sectors });
    const fat = await read(memory);
    const before = await readFatUsage(memory, fat);
    const partitions = { boot: await memory.read(0, 512), info: await memory.read(512, 512) };
    const changed = changeFat(fat, partitions, { startSector: 1_000_000, totalSectors: 2 * sectors });
    if (!changed.ok) throw new Error(changed.fault.sentence);
    memory.writeAll(changed.value);
    const grown = await read(memory);
    expect(grown).toMatchObject({ hiddenSectors: 1_000_000, totalSectors: 2 * sectors });
    expect(grown.clusters).toBe(clustersOf(fat, 2 * sectors));
    expect((await readFatUsage(memory, grown)).ranges).toEqual(before.ranges);
    expect(await memory.read(6 * 512, 512)).toEqual(await memory.read(0, 512));
    const free = new DataView((await memory.read(512, 512)).buffer).getUint32(488, true);
    expect(free).toBe(grown.clusters - before.usedClusters);
  });

  it('refuses to grow past its tables or to shrink', async () => {
    const { memory } = make([startFile]);
    const fat = await read(memory);
    const partitions = { boot: await memory.read(0, 512), info: await memory.read(512, 512) };
    const code = (totalSectors: number) => {
      const result = changeFat(fat, partitions, { startSector: 0, totalSectors });
      return result.ok ? 'ok' : result.fault.code;
    };
    const limit = growthLimitSectors(fat);
    expect([limit + 1, limit, fat.totalSectors, fat.totalSectors - 1].map(code)).toEqual([
      'too-large',
      'ok',
      'ok',
      'shrink',
    ]);
  });

  it('never reads a boot sector of noise as a file system', () => {
    fc.assert(fc.property(fc.uint8Array({ minLength: 0, maxLength: 512 }), (noise) => !parseFat(noise).ok));
  });

  it('sees a partition as if it began at 0', async () => {
    const memory = new SparseMemory(10_000);
    memory.write(5000, new Uint8Array([1, 2, 3]));
    const partition = new PartitionReader(memory, 5000, 2);
    expect([...(await partition.read(0, 10))]).toEqual([1, 2]);
    expect((await partition.read(5, 10)).length).toBe(0);
  });
});
