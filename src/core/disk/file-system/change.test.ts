import { PartitionReader, readContent } from '..';
import { unsafeValue } from '../../result';
import { SparseMemory } from '../sparse-memory.test.data';
import { tinyExFat, tinyNtfs } from '../tiny-volumes.test.data';
import { changeExFat } from './exfat-change';
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

describe('exFAT', () => {
  it('grows as far as its table reaches: more free clusters, both boot regions right, the same used ones', async () => {
    const memory = await withRoom();
    const before = await exFat(memory);
    // 64 sectors of table hold 8,190 clusters; the bitmap’s one cluster would hold 32,768.
    expect(before.growth).toEqual({ by: 'rewrite', limitBytes: 256 * 512 + 8190 * 4096 });
    const writes = unsafeValue(
      await changeExFat(memory, before, { startSector: 4096, totalSectors: 60_000 }),
    );
    memory.writeAll(writes);
    const after = await exFat(memory);
    expect(after.faults).toEqual([]);
    expect(after.exfat).toMatchObject({
      partitionOffset: 4096,
      volumeSectors: 60_000,
      clusters: Math.floor((60_000 - 256) / 8),
    });
    expect(after.usedBytes).toBe(before.usedBytes);
    expect(after.freeBytes! + after.usedBytes!).toBe(after.exfat.clusters * 4096);
    expect(after.usage).toEqual(before.usage);
  });

  it('counts no bit as used that stood behind its old last cluster', async () => {
    const memory = await withRoom();
    // 200 clusters are 25 bytes of bitmap; what stands behind them means nothing yet.
    memory.write(256 * 512 + 25, new Uint8Array(40).fill(0xff));
    const before = await exFat(memory);
    memory.writeAll(
      unsafeValue(await changeExFat(memory, before, { startSector: 2048, totalSectors: 60_000 })),
    );
    expect((await exFat(memory)).usedBytes).toBe(before.usedBytes);
  });

  it('refuses to grow past its table or to shrink, and moves without growing', async () => {
    const memory = await withRoom();
    const fileSystem = await exFat(memory);
    const change = async (totalSectors: number) => {
      const result = await changeExFat(memory, fileSystem, { startSector: 0, totalSectors });
      return result.ok ? result.value.length : result.fault.code;
    };
    expect(await change(256 + 8190 * 8 + 1)).toBe('too-large');
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
