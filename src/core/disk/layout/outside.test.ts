import { type DriveReading, type PartitionTable, planCopy, readTable } from '..';
import { unsafeValue } from '../../result';
import { SparseMemory } from '../sparse-memory.test.data';
import { readDrive } from '../read-drive';
import { buildTable } from '../table/gpt-build';
import { MiB, layoutOf, placed, tableOf } from './hand-table.test.data';
import { contentIn, lookedThrough, outsideBytes, outsideOf } from './outside';

/** Two partitions with file systems that end before them: 1 to 11 MiB (8 used), 20 to 40 MiB (20 used), on 100 MiB. */
const table = tableOf(
  [
    { MiB: 10, type: 'efiSystem' },
    { MiB: 20, type: 'basicData' },
  ],
  100,
);
const shifted: PartitionTable = {
  ...table,
  partitions: table.partitions.map((part) =>
    part.number === 2 ? { ...part, firstSector: 20 * 2048, lastSector: 40 * 2048 - 1 } : part,
  ),
};
const fileSystem = (bytes: number) =>
  ({
    kind: 'file-system',
    fileSystem: {
      family: 'ext',
      kind: 'ext4',
      growth: { by: 'device' },
      bytes,
      usage: { known: true, isCoarse: false, ranges: [] },
    },
  }) as unknown as DriveReading['contents'][number];
const reading: DriveReading = {
  table: shifted,
  faults: [],
  usedHeader: 'primary',
  sectorBytes: 512,
  contents: { 1: fileSystem(8 * MiB), 2: fileSystem(20 * MiB) },
  usedBytes: 0,
};
const mark = (text: string) => new TextEncoder().encode(text);
function drive(...marks: [at: number, text: string][]) {
  const memory = new SparseMemory(100 * MiB);
  for (const [at, text] of marks) memory.write(at, mark(text));
  return memory;
}
const stays = layoutOf([
  placed(1, 'EFI', 'stays', [1, 10], [1, 10]),
  placed(2, 'home', 'stays', [20, 20], [20, 20]),
]);
const plan = async (memory: SparseMemory, layout = stays, more: Partial<DriveReading> = {}) =>
  unsafeValue(await planCopy(memory, { ...reading, ...more }, layout));

it('knows every stretch that no table and no file system accounts for', () => {
  expect(outsideOf(reading, 100 * MiB)).toEqual([
    { start: 17_408, end: MiB, part: null },
    { start: 9 * MiB, end: 11 * MiB, part: 1 },
    { start: 11 * MiB, end: 20 * MiB, part: null },
    { start: 40 * MiB, end: 100 * MiB - 33 * 512, part: null },
  ]);
  expect(outsideOf({ ...reading, table: null }, 100 * MiB)).toEqual([]);
});

it('what is not zero there is carried at its place, whatever it is; a label at the end stays at the end', async () => {
  const memory = drive(
    [30_000, 'loader'],
    [10 * MiB + 5, 'hash tree'],
    [15 * MiB, 'second loader'],
    [60 * MiB + 4095, 'across grains'],
    [100 * MiB - 33 * 512 - 512, 'label'],
  );
  const { spans, left } = await plan(memory);
  const target = new SparseMemory(200 * MiB);
  for (const span of spans) target.write(span.target, await memory.read(span.source, span.bytes));
  const at = async (offset: number, text: string) =>
    new TextDecoder().decode(await target.read(offset, text.length)) === text;
  expect(await at(30_000, 'loader')).toBe(true);
  expect(await at(10 * MiB + 5, 'hash tree')).toBe(true);
  expect(await at(15 * MiB, 'second loader')).toBe(true);
  expect(await at(60 * MiB + 4095, 'across grains')).toBe(true);
  expect(await at(200 * MiB - 33 * 512 - 512, 'label')).toBe(true);
  expect(left).toEqual([]);
  expect(spans.filter(({ part }) => part === 0).reduce((sum, { bytes }) => sum + bytes, 0)).toBeLessThan(
    MiB + 5 * 4096,
  );
});

it('what finds no place is left behind and named', async () => {
  const moved = layoutOf([
    placed(1, 'EFI', 'grows', [1, 10], [1, 30]),
    placed(2, 'home', 'moves', [20, 20], [31, 20]),
  ]);
  const memory = drive([10 * MiB, 'tree'], [15 * MiB, 'loader'], [45 * MiB, 'covered']);
  expect((await plan(memory, moved)).left).toEqual([
    { start: 10 * MiB, bytes: 4096, why: 'the partition grows over it' },
    { start: 15 * MiB, bytes: 4096, why: 'a partition stands at its place on the new drive' },
    { start: 45 * MiB, bytes: 4096, why: 'a partition stands at its place on the new drive' },
  ]);
  const without = layoutOf([placed(2, 'home', 'stays', [20, 20], [20, 20])]);
  expect((await plan(memory, without)).left).toEqual([
    { start: 10 * MiB, bytes: 4096, why: 'its partition stays behind' },
  ]);
});

it('reading what would take long is asked about with the time, and by the edges the rest is named', async () => {
  const long = { start: 0, end: 100 * MiB, part: null };
  const { looked, unread } = lookedThrough([long, { start: 0, end: 20 * MiB, part: 3 }], 'edges');
  expect(looked).toEqual([
    { start: 0, end: 16 * MiB, part: null },
    { start: 84 * MiB, end: 100 * MiB, part: null },
    { start: 0, end: 20 * MiB, part: 3 },
  ]);
  expect(unread).toEqual([{ start: 16 * MiB, bytes: 68 * MiB, why: 'it was not looked at' }]);
  const big = { length: 100 * 2 ** 30, read: async (_: number, length: number) => new Uint8Array(length) };
  const wide: PartitionTable = {
    ...shifted,
    driveSectors: big.length / 512,
    lastUsable: big.length / 512 - 34,
  };
  const layout = { ...stays, sourceSectors: big.length / 512, targetSectors: big.length / 512 };
  const asked = await planCopy(big, { ...reading, table: wide }, layout);
  expect(asked).toMatchObject({
    ok: false,
    fault: { code: 'outside-asked', remedy: expect.stringContaining('min') },
  });
  const edges = unsafeValue(await planCopy(big, { ...reading, table: wide }, layout, 'edges'));
  expect(edges.left).toHaveLength(1);
  // What is known to be a hole costs nothing, and is not asked about.
  expect(outsideBytes({ ...big, isHole: () => true }, [long])).toBe(0);
  expect(await contentIn({ ...big, isHole: () => true }, [long])).toEqual([]);
});

describe('two tables', () => {
  /** A real older record in sector 0 over the remains of a partition table. */
  const both = () => {
    const memory = new SparseMemory(100 * MiB);
    memory.writeAll(buildTable(shifted));
    const sector = new Uint8Array(512);
    const view = new DataView(sector.buffer);
    sector[446 + 4] = 0x83;
    view.setUint32(446 + 8, 4096, true);
    view.setUint32(446 + 12, 8192, true);
    sector.set([0x55, 0xaa], 510);
    memory.write(0, sector);
    return memory;
  };

  it('the one that systems take is proposed, the other shown, and nothing is copied until a person says which', async () => {
    const memory = both();
    const found = await readTable(memory, 512);
    expect(found.faults[0]!.code).toBe('two-tables');
    expect([found.table!.kind, found.table!.partitions.length, found.other!.kind]).toEqual([
      'record',
      1,
      'gpt',
    ]);
    const drive = await readDrive(memory, 512);
    const record = layoutOf([placed(1, '', 'stays', [2, 4], [2, 4])], { kind: 'record' });
    expect(await planCopy(memory, drive, record)).toMatchObject({ ok: false, fault: { code: 'two-tables' } });
    expect((await planCopy(memory, await readDrive(memory, 512, 'record'), record)).ok).toBe(true);
    const chosen = await readDrive(memory, 512, 'gpt');
    expect([chosen.table!.kind, chosen.faults]).toEqual(['gpt', []]);
    expect((await planCopy(memory, chosen, stays)).ok).toBe(true);
  });

  it('without its protective record a table counts only where a person says so', async () => {
    const memory = both();
    memory.write(0, new Uint8Array(512));
    const drive = await readDrive(memory, 512);
    expect(drive.faults.map(({ code }) => code)).toEqual(['no-protective-record']);
    expect(await planCopy(memory, drive, stays)).toMatchObject({ ok: false, fault: { code: 'two-tables' } });
    expect((await planCopy(memory, await readDrive(memory, 512, 'gpt'), stays)).ok).toBe(true);
  });

  it('a hybrid record is the table’s own', async () => {
    const memory = both();
    memory.write(446 + 16 + 4, new Uint8Array([0xee]));
    const found = await readTable(memory, 512);
    expect([found.table!.kind, found.faults.map(({ code }) => code)]).toEqual(['gpt', ['hybrid-record']]);
  });

  it('a table that lists more than is read here says so', async () => {
    const memory = new SparseMemory(100 * MiB);
    const writes = buildTable(shifted);
    memory.writeAll(writes);
    for (const sector of [1, 100 * 2048 - 1]) {
      const header = (await memory.read(sector * 512, 512)).slice();
      const view = new DataView(header.buffer);
      view.setUint32(80, 100_000, true);
      view.setUint32(16, 0, true);
      const { crc32 } = await import('../table/crc32');
      view.setUint32(16, crc32(header.subarray(0, 92)), true);
      memory.write(sector * 512, header);
    }
    const found = await readTable(memory, 512);
    expect(found.table).toBeNull();
    expect(found.faults.at(-1)!.sentence).toContain('100000 entries');
  });
});
