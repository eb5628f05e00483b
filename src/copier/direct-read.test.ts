import { existsSync, mkdirSync, mkdtempSync, openSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { closeSync, fsyncSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomBytes } from 'node:crypto';
import { DirectReader } from './direct-read';
import { DriveError } from './drives';

const MiB = 2 ** 20;
/** Longer than one read, and neither its end nor much else on a boundary. */
const bytes = randomBytes(3 * MiB + 12_345);

/** On a disk, beside the project, wherever the tests keep their other folders: what lies in memory is never read past a cache. */
const onDisk = join(process.cwd(), 'tests', '.results', 'direct');
const isMemory = (folder: string) => [0x01021994, 0x858458f6].includes(Number(statfsSync(folder).type));

const folders: string[] = [];
function fileIn(base: string): string {
  mkdirSync(base, { recursive: true });
  const folder = mkdtempSync(join(base, 'jicara-direct-'));
  folders.push(folder);
  const path = join(folder, 'image.img');
  writeFileSync(path, bytes, { flush: true });
  return path;
}
afterEach(() => folders.splice(0).forEach((folder) => rmSync(folder, { recursive: true })));

const places = [
  ['on a disk', onDisk],
  ...(existsSync('/dev/shm') && isMemory('/dev/shm') ? [['in memory', '/dev/shm']] : []),
  ['where other tests are', tmpdir()],
] as [string, string][];

it.each(places)(
  'every stretch comes as it was written (%s), whatever its beginning and its length',
  async (_, base) => {
    const reader = await DirectReader.open(fileIn(base));
    for (const [offset, length] of [
      [0, 1],
      [0, 4096],
      [1, 4095],
      [4095, 2],
      [4096, 4096],
      [511, MiB],
      [MiB - 1, MiB + 2],
      [2 * MiB + 7, MiB],
      [0, bytes.length],
      [bytes.length - 1, 1],
      [bytes.length - 5000, 5000],
    ] as const) {
      const into = new Uint8Array(length);
      await reader.readInto(offset, into);
      expect([offset, length, Buffer.compare(into, bytes.subarray(offset, offset + length))]).toEqual([
        offset,
        length,
        0,
      ]);
    }
    await reader.close();
  },
);

it.each(places)('beyond the end there is nothing, which is a fault and never zeros (%s)', async (_, base) => {
  const reader = await DirectReader.open(fileIn(base));
  for (const [offset, length] of [
    [bytes.length, 1],
    [bytes.length - 10, 11],
    [bytes.length + 5 * MiB, 4096],
    [0, bytes.length + 1],
  ] as const) {
    const said = await reader.readInto(offset, new Uint8Array(length)).catch((error: unknown) => error);
    expect(said).toBeInstanceOf(DriveError);
    expect((said as DriveError).trouble).toBe('gone');
  }
  await reader.close();
});

it('says where it reads from: past the cache on a disk, and never that where the files lie in memory', async () => {
  const disk = await DirectReader.open(fileIn(onDisk));
  expect(disk.from === 'perhaps-a-cache').toBe(isMemory(onDisk));
  await disk.close();
  if (!existsSync('/dev/shm') || !isMemory('/dev/shm')) return;
  const memory = await DirectReader.open(fileIn('/dev/shm'));
  expect(memory.from).toBe('perhaps-a-cache');
  await memory.close();
});

it('what another wrote and synced is read, behind a refresh', async () => {
  const path = fileIn(onDisk);
  const reader = await DirectReader.open(path);
  const before = new Uint8Array(100);
  await reader.readInto(5000, before);
  const other = openSync(path, 'r+');
  writeSync(other, Buffer.alloc(100, 0xab), 0, 100, 5000);
  fsyncSync(other);
  closeSync(other);
  await reader.refresh();
  const after = new Uint8Array(102);
  await reader.readInto(4999, after);
  expect([...after.subarray(1, 101)].every((byte) => byte === 0xab)).toBe(true);
  expect([after[0], after[101]]).toEqual([bytes[4999], bytes[5100]]);
  await reader.close();
});

it('a file that is not there is an error, not an empty one', async () => {
  await expect(DirectReader.open(join(onDisk, 'nothing.img'))).rejects.toThrow(/ENOENT/u);
});
