import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync, utimesSync, writeFileSync } from 'node:fs';
import { type FileHandle, open } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DirectReader } from './direct-read';
import { DriveError } from './drives';
import { errorNotes } from './error-notes';
import { stampOf, stampOfPath } from './file-stamp';
import { supportsHoles } from './holes';
import { ImageFile } from './image-file';
import { spanSums } from './span-sums';
import { readWhole, writeWhole } from './whole-io';

let root: string;
let path: string;
beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'jicara-image-file-'));
  path = join(root, 'drive.img');
});
afterEach(() => rmSync(root, { recursive: true }));

const mebibyte = 2 ** 20;
/** Bytes that no shift of themselves repeats soon. */
const pattern = (length: number, seed = 1) =>
  Uint8Array.from({ length }, (_, i) => (i * 31 + (i >> 8) * 17 + seed) & 0xff);
const troubleOf = (error: unknown) => (error as DriveError).trouble;
const sumOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

describe('an image file', () => {
  it('that was made is private, as long as asked, one hole, and never made over another', async () => {
    const file = await ImageFile.create(path, 3 * mebibyte);
    expect([file.length, file.isBlank]).toEqual([3 * mebibyte, true]);
    const { size, mode, blocks } = statSync(path);
    expect([size, mode & 0o777, blocks]).toEqual([3 * mebibyte, 0o600, 0]);
    await file.close();
    await expect(ImageFile.create(path, 10)).rejects.toMatchObject({ code: 'EEXIST' });
  });

  it('gives back what was written, in place, and no more than it has', async () => {
    const file = await ImageFile.create(path, 10_000);
    const bytes = pattern(3000);
    await file.write(5001, bytes);
    await file.sync();
    expect(await file.read(5001, 3000)).toEqual(bytes);
    expect(await file.read(9990, 100)).toHaveLength(10);
    expect(await file.read(10_000, 1)).toHaveLength(0);
    expect(await file.read(20_000, 1)).toHaveLength(0);
    const back = new Uint8Array(3000);
    await file.readBackInto(5001, back);
    expect(back).toEqual(bytes);
    expect(readFileSync(path).subarray(5001, 8001)).toEqual(Buffer.from(bytes));
    await file.close();
    await expect(file.read(0, 1)).rejects.toThrow();
  });

  it('that stood there is not known to be blank, unless it is said, and is only read where asked so', async () => {
    writeFileSync(path, pattern(5000));
    const [read, write] = [await ImageFile.open(path, 'read'), await ImageFile.open(path, 'write', true)];
    expect([read.isBlank, write.isBlank, read.length]).toEqual([false, true, 5000]);
    expect(read.readBackFrom).toBe('perhaps-a-cache');
    await expect(read.write(0, pattern(1))).rejects.toThrow();
    const back = new Uint8Array(5000);
    await read.readBackInto(0, back);
    expect(back).toEqual(pattern(5000));
    await read.sync();
    await Promise.all([read.close(), write.close()]);
    expect(await read.stamp().catch(() => 'closed')).toBe('closed');
  });

  it('cannot be read for a copy where its drive could not, and by nobody where its notes are odd', async () => {
    writeFileSync(path, pattern(20_000));
    writeFileSync(`${path}.map`, '# map\n0x0 ? 1\n0x0 0x1000 +\n0x1000 0x200 -\n0x1200 0x3c20 +\n');
    const file = await ImageFile.open(path, 'read');
    const tried = async (offset: number, length: number) =>
      file.readInto(offset, new Uint8Array(length)).then(() => 'read', troubleOf);
    expect(await tried(4095, 1)).toBe('read');
    expect(await tried(4095, 2)).toBe('bad-sector');
    expect(await tried(4607, 1)).toBe('bad-sector');
    expect(await tried(4608, 512)).toBe('read');
    expect(await tried(0, 20_000)).toBe('bad-sector');
    // Looking at it is not copying it.
    expect(await file.read(4096, 512)).toHaveLength(512);
    await file.close();
    const write = await ImageFile.open(path, 'write');
    expect(write.unread).toEqual([]);
    await write.close();
    writeFileSync(`${path}.map`, 'nonsense\nmore of it\n');
    await expect(ImageFile.open(path, 'read')).rejects.toThrow(/drive\.img: What is noted/u);
  });

  it('has notes of either kind, the map of a rescue before what was printed, or none', async () => {
    expect(await errorNotes(path)).toEqual({ ok: true, value: [] });
    writeFileSync(
      `${path}.errors`,
      "dd: error reading '/dev/x': Input/output error\n2+0 records in\n2+0 records out\n9+1 records in\n",
    );
    expect(await errorNotes(path)).toEqual({ ok: true, value: [{ start: 8192, end: 12_288 }] });
    writeFileSync(`${path}.map`, '0x0 ? 1\n0x0 0x200 -\n0x200 0x200 +\n');
    expect(await errorNotes(path)).toEqual({ ok: true, value: [{ start: 0, end: 512 }] });
  });
});

describe('reading and writing whole', () => {
  /** A file that gives or takes a few bytes at a time. */
  const slow = (contents: Uint8Array, atOnce: number) =>
    ({
      read: async (into: Uint8Array, at: number, length: number, from: number) => {
        const part = contents.subarray(from, from + Math.min(length, atOnce));
        into.set(part, at);
        return { bytesRead: part.length };
      },
      write: async (bytes: Uint8Array, at: number, length: number, to: number) => {
        const part = bytes.subarray(at, at + Math.min(length, atOnce));
        contents.set(part, to);
        return { bytesWritten: part.length };
      },
    }) as unknown as FileHandle;

  it('takes as many turns as it wants, and stays in its place', async () => {
    const contents = pattern(100);
    const into = new Uint8Array(40);
    await readWhole(slow(contents, 7), 30, into);
    expect(into).toEqual(pattern(100).subarray(30, 70));
    await writeWhole(slow(contents, 7), 100, 60, pattern(40, 99));
    expect(contents.subarray(0, 60)).toEqual(pattern(100).subarray(0, 60));
    expect(contents.subarray(60)).toEqual(pattern(40, 99));
  });

  it('ends at a file that ends too early, with the byte where it did', async () => {
    const ended = await readWhole(slow(pattern(50), 20), 30, new Uint8Array(40)).catch((error) => error);
    expect(ended).toMatchObject({ trouble: 'gone', offset: 50 });
  });

  it('never writes past the end, nor before the beginning', async () => {
    for (const [at, length] of [
      [-1, 1],
      [91, 10],
      [100, 1],
    ] as const)
      await expect(writeWhole(slow(new Uint8Array(200), 7), 100, at, pattern(length))).rejects.toThrow(
        /past/u,
      );
    await writeWhole(slow(new Uint8Array(200), 7), 100, 90, pattern(10));
  });

  it('says what the system said of a drive', async () => {
    const failing = (code: string) => {
      const fail = async () => Promise.reject(Object.assign(new Error(code), { code }));
      return { read: fail, write: fail } as unknown as FileHandle;
    };
    await expect(readWhole(failing('EIO'), 5, new Uint8Array(1))).rejects.toMatchObject({
      trouble: 'bad-sector',
      offset: 5,
    });
    await expect(writeWhole(failing('ENOSPC'), 9, 5, new Uint8Array(1))).rejects.toMatchObject({
      trouble: 'full',
      offset: 5,
    });
  });
});

describe('a direct reader', () => {
  const contents = pattern(3 * mebibyte + 777);

  it('gives any stretch of a file, aligned or not, and says where it comes from', async () => {
    writeFileSync(path, contents);
    const reader = await DirectReader.open(path);
    expect(['past-the-cache', 'cache-dropped', 'perhaps-a-cache']).toContain(reader.from);
    for (const [offset, length] of [
      [0, 4096],
      [1, 1],
      [4095, 2],
      [8192, 1],
      [12_287, 4098],
      [777, 2 * mebibyte + 5],
      [3 * mebibyte, 777],
    ] as const) {
      const into = new Uint8Array(length);
      await reader.readInto(offset, into);
      expect(Buffer.compare(into, contents.subarray(offset, offset + length))).toBe(0);
    }
    await reader.refresh();
    await reader.close();
    await expect(reader.readInto(0, new Uint8Array(1))).rejects.toThrow();
  });

  it('does not read behind the end of a file', async () => {
    writeFileSync(path, contents);
    const reader = await DirectReader.open(path);
    for (const [offset, length] of [
      [3 * mebibyte + 776, 2],
      [3 * mebibyte + 777, 1],
      [8 * mebibyte, 1],
      [mebibyte, 3 * mebibyte],
    ] as const)
      expect(await reader.readInto(offset, new Uint8Array(length)).catch(troubleOf)).toBe('gone');
    await reader.close();
  });

  it('of a file that lies in memory claims no disk', async () => {
    const inMemory = mkdtempSync('/dev/shm/jicara-');
    try {
      const there = join(inMemory, 'drive.img');
      writeFileSync(there, contents.subarray(0, 5000));
      const reader = await DirectReader.open(there);
      expect(reader.from).toBe('perhaps-a-cache');
      const into = new Uint8Array(3000);
      await reader.readInto(1999, into);
      expect(Buffer.compare(into, contents.subarray(1999, 4999))).toBe(0);
      await reader.close();
    } finally {
      rmSync(inMemory, { recursive: true });
    }
  });

  it('of a file that is not there is no reader', async () => {
    await expect(DirectReader.open(path)).rejects.toMatchObject({ code: 'ENOENT' });
  });
});

describe('what tells one state of a file from another', () => {
  it('is the same for the same file, and another once it was touched', async () => {
    writeFileSync(path, pattern(10));
    const [handle, before] = [await open(path), await stampOfPath(path)];
    const { seenNs, ...same } = before;
    expect(await stampOf(handle)).toMatchObject(same);
    await handle.close();
    expect(before).toMatchObject({ bytes: '10', file: String(statSync(path, { bigint: true }).ino) });
    const nowMs = Number(BigInt(seenNs) / 1_000_000n);
    expect(Math.abs(Date.now() - nowMs)).toBeLessThan(60_000);
    utimesSync(path, 5, 7);
    expect(await stampOfPath(path)).toMatchObject({
      ...same,
      modifiedNs: '7000000000',
      changedNs: expect.any(String),
    });
    expect((await stampOfPath(path)).changedNs).not.toBe(before.changedNs);
    await expect(stampOfPath(join(root, 'none'))).rejects.toMatchObject({ code: 'ENOENT' });
  });
});

describe('holes', () => {
  it('are tried out in the folder itself, which is made for it, and nothing is left behind', async () => {
    const folder = join(root, 'deep', 'er');
    expect(await supportsHoles(folder)).toBe(true);
    expect(await supportsHoles(folder, 'of-this-name')).toBe(true);
    expect(readdirSync(folder)).toEqual([]);
  });

  it('cannot be tried where nothing may be written', async () => {
    writeFileSync(path, '');
    await expect(supportsHoles(path)).rejects.toThrow();
  });
});

describe('sums of what a drive uses', () => {
  it('are of each stretch by itself, told after each mebibyte', async () => {
    const contents = pattern(4 * mebibyte);
    writeFileSync(path, contents);
    const file = await ImageFile.open(path, 'read');
    const told: number[] = [];
    const pieces = [
      { offset: 100, bytes: 2 * mebibyte + 3 },
      { offset: 3 * mebibyte, bytes: 512 },
    ];
    const sums = await spanSums(file, pieces as never, (bytes) => told.push(bytes));
    expect(sums).toEqual(
      pieces.map(({ offset, bytes }) => ({
        offset,
        bytes,
        sha256: sumOf(contents.subarray(offset, offset + bytes)),
      })),
    );
    expect(told).toEqual([mebibyte, 2 * mebibyte, 2 * mebibyte + 3, 2 * mebibyte + 515]);
    await file.close();
  });
});
