import { PartitionReader, readContent } from '..';
import { unsafeValue } from '../../result';
import { SparseMemory } from '../sparse-memory.test.data';
import { tinyExFat, tinyNtfs } from '../tiny-volumes.test.data';
import fc from 'fast-check';
import { exFatClusterOffset } from './exfat';
import { changeExFat } from './exfat-change';
import type { Change } from './file-system';
import { type ExFatFileSystem } from './read-exfat';
import { moveNtfs, type NtfsFileSystem } from './read-ntfs';

async function exFat(memory: SparseMemory): Promise<ExFatFileSystem> {
  const content = await readContent(memory);
  if (content.kind !== 'file-system' || content.fileSystem.family !== 'exfat')
    throw new Error('expected exFAT');
  return content.fileSystem;
}

/** The small volume in a partition with room to grow. */
async function withRoom(): Promise<SparseMemory> {
  const memory = new SparseMemory(2 ** 25);
  const small = tinyExFat();
  memory.write(0, await small.read(0, small.length));
  return memory;
}

/** The volume as it stands on the new drive: areas at their new places, stretches cleared, then the rewrites; the rest is noise. */
async function carried(memory: SparseMemory, { writes, moved, cleared }: Change): Promise<SparseMemory> {
  const target = new SparseMemory(2 ** 28);
  target.write(0, new Uint8Array(2 ** 22).fill(0xa5));
  for (const { start, end, by } of moved)
    target.write(start + by, await memory.read(start, Math.min(end, 2 ** 22) - start));
  for (const { start, end } of cleared) target.write(start, new Uint8Array(end - start));
  target.writeAll(writes);
  return target;
}
const grown = async (memory: SparseMemory, totalSectors: number) => {
  const before = await exFat(memory);
  const change = unsafeValue(await changeExFat(memory, before, { startSector: 4096, totalSectors }));
  return { before, change, target: await carried(memory, change) };
};

describe('exFAT', () => {
  it('grows where its table reaches without moving anything', async () => {
    const { before, change, target } = await grown(await withRoom(), 60_000);
    const after = await exFat(target);
    expect(after.faults).toEqual([]);
    expect(after.exfat).toMatchObject({
      partitionOffset: 4096,
      volumeSectors: 60_000,
      heapOffset: before.exfat.heapOffset,
      clusters: Math.floor((60_000 - 256) / 8),
    });
    expect(change.moved.every(({ by }) => by === 0)).toBe(true);
    expect(after.usedBytes).toBe(before.usedBytes);
    expect(after.freeBytes! + after.usedBytes!).toBe(after.exfat.clusters * 4096);
    expect(after.usage).toEqual(before.usage);
  });

  it('grows to any number of clusters: every cluster keeps its number and its bytes, nothing else is in use', async () => {
    const memory = await withRoom();
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 256 + 200 * 8 + 1, max: 256 + 60_000 * 8 }),
        async (totalSectors) => {
          const { before, target } = await grown(memory, totalSectors);
          const after = await exFat(target);
          const mapClusters = (fs: typeof after) => Math.ceil(Math.ceil(fs.exfat.clusters / 8) / 4096);
          expect(after.faults).toEqual([]);
          expect(after.exfat.clusters).toBeGreaterThanOrEqual(before.exfat.clusters);
          // What the table's place costs is little: one line of 1 MiB at most, beside the table itself.
          expect(after.exfat.clusters * 8).toBeGreaterThan(
            totalSectors - 256 - 2 * 2048 - totalSectors / 500,
          );
          expect(after.exfat.volumeSectors).toBeLessThanOrEqual(totalSectors);
          expect(after.usedBytes! / 4096 - mapClusters(after)).toBe(
            before.usedBytes! / 4096 - mapClusters(before),
          );
          const at = (fs: typeof after, cluster: number) => exFatClusterOffset(fs.exfat, cluster);
          // Behind the map of used clusters the tiny volume keeps its table of letters and its root.
          for (const cluster of [3, 4])
            expect((await target.read(at(after, cluster), 4096)).subarray(64)).toEqual(
              (await memory.read(at(before, cluster), 4096)).subarray(64),
            );
        },
      ),
      { numRuns: 60 },
    );
  });

  it('counts no bit as used that stood behind its old last cluster', async () => {
    const memory = await withRoom();
    // 200 clusters are 25 bytes of bitmap; what stands behind them means nothing yet.
    memory.write(256 * 512 + 25, new Uint8Array(40).fill(0xff));
    const { before, target } = await grown(memory, 60_000);
    expect((await exFat(target)).usedBytes).toBe(before.usedBytes);
  });

  it('refuses to shrink or to have a map that is too long, and moves without growing', async () => {
    const memory = await withRoom();
    const fileSystem = await exFat(memory);
    expect(fileSystem.growth).toEqual({ by: 'rewrite', limitBytes: 256 * 512 + 2 ** 28 * 4096 });
    const change = async (totalSectors: number, bitmap = fileSystem.bitmap) => {
      const result = await changeExFat(memory, { ...fileSystem, bitmap }, { startSector: 0, totalSectors });
      return result.ok ? result.value.writes.length : result.fault.code;
    };
    expect(await change(60_000, null)).toBe('too-large');
    expect(await change(1000)).toBe('shrink');
    expect(await change(fileSystem.exfat.volumeSectors)).toBe(2);
  });

  it('that was not closed cleanly is copied whole, and grows by nobody', async () => {
    const memory = await withRoom();
    memory.write(106, new Uint8Array([2]));
    expect(await exFat(memory)).toMatchObject({ usage: { known: false }, growth: { by: 'nobody' } });
  });
});

describe('NTFS', () => {
  it('names its new start in both boot sectors, and is otherwise the same', async () => {
    const memory = tinyNtfs();
    const content = await readContent(memory);
    const { ntfs } = (content as { fileSystem: NtfsFileSystem }).fileSystem;
    memory.writeAll(unsafeValue(await moveNtfs(memory, ntfs, 123_456)));
    const moved = (await readContent(memory)) as { fileSystem: NtfsFileSystem };
    expect(moved.fileSystem.ntfs).toEqual({ ...ntfs, hiddenSectors: 123_456 });
    expect(await memory.read(8000 * 512, 512)).toEqual(await memory.read(0, 512));
    expect(await moveNtfs(memory, ntfs, 2 ** 33)).toMatchObject({ ok: false, fault: { code: 'too-far' } });
  });

  it('marked as not closed cleanly is copied whole', async () => {
    const memory = tinyNtfs();
    // The flags of the volume stand in record 3, in the value of its second attribute.
    memory.write(4 * 4096 + 3 * 1024 + 56 + 32 + 24 + 10, new Uint8Array([1]));
    expect(await readContent(memory)).toMatchObject({
      fileSystem: { usage: { known: false, why: 'it was not closed cleanly' } },
    });
  });

  it('finds a bitmap whose runs stand in another record, and says so where that one is damaged', async () => {
    const plain = await readContent(tinyNtfs());
    expect(await readContent(tinyNtfs({ extension: 9 }))).toEqual(plain);
    const damaged = tinyNtfs({ extension: 9 });
    damaged.write(4 * 4096 + 9 * 1024, new Uint8Array([0]));
    expect(await readContent(damaged)).toMatchObject({
      fileSystem: { usage: { known: false }, faults: ['Its map of used clusters cannot be read.'] },
    });
  });

  it('in a partition without room for the copy of its boot sector is read all the same', async () => {
    const partition = new PartitionReader(tinyNtfs(), 0, 8000 * 512);
    expect(await readContent(partition)).toMatchObject({ fileSystem: { kind: 'NTFS' } });
    expect(await readContent(new PartitionReader(tinyNtfs(), 0, 7999 * 512))).toMatchObject({
      kind: 'unread',
    });
  });
});
