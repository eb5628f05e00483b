import { createHash, randomBytes } from 'node:crypto';
import { closeSync, createReadStream, createWriteStream, openSync, writeSync } from 'node:fs';
import { type IncomingMessage, type Server, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import {
  cp,
  mkdir,
  mkdtemp,
  readFile,
  rm,
  stat,
  symlink,
  truncate,
  utimes,
  writeFile,
} from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGzip, gzipSync } from 'node:zlib';
import { ZipFile } from 'yazl';
import { writeChecksumList } from '@/core/image';
import { DriveImage } from '@/dock';
import {
  type ImageHooks,
  type ImageProgress,
  ImageLibrary,
  doImageWork,
  holdsWhatWasNoted,
  stickContent,
  unpacked,
} from '.';
import type { StickOrder } from './write-stick';

let root: string;
beforeAll(async () => {
  root = await mkdtemp(join(tmpdir(), 'jicara-images-'));
});
afterAll(() => rm(root, { recursive: true }));

const hooks: ImageHooks = {
  progress: () => {},
  stopped: () => false,
  nowMs: () => 0,
  sleep: async () => {},
};
const sum = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const content = randomBytes(3 * 2 ** 20 + 12_345);

async function zipFile(path: string, files: Record<string, Buffer>) {
  const zip = new ZipFile();
  for (const [name, bytes] of Object.entries(files)) zip.addBuffer(bytes, name);
  zip.end();
  await pipeline(zip.outputStream, createWriteStream(path));
}

async function read(path: string, most = 2 ** 30) {
  const pieces: Buffer[] = [];
  for await (const piece of unpacked(path, most)) pieces.push(Buffer.from(piece));
  return pieces;
}

describe('unpacking', () => {
  it('raw, gzip of several members, and zip come out the same, in whole pieces', async () => {
    const paths = ['a.img', 'a.img.gz', 'a.zip'].map((name) => join(root, name));
    await writeFile(paths[0]!, content);
    // RFC 1952, section 2.2: a gzip file is a series of members.
    await writeFile(
      paths[1]!,
      Buffer.concat([gzipSync(content.subarray(0, 999)), gzipSync(content.subarray(999))]),
    );
    await zipFile(paths[2]!, { 'folder/readme.txt': Buffer.from('x'), 'folder/a.img': content });
    for (const path of paths) {
      const pieces = await read(path);
      expect(pieces.slice(0, -1).every(({ length }) => length === 2 ** 20)).toBe(true);
      expect(sum(Buffer.concat(pieces))).toBe(sum(content));
    }
  });

  it.each([
    ['gzip', 'gz'],
    ['zip', 'zip'],
  ])('a %s that unpacks without end is stopped, and holds no more than a piece of it', async (_, ending) => {
    const path = join(root, `endless.${ending}`);
    const zeros = Buffer.alloc(2 ** 20);
    const endless = Readable.from(
      (function* () {
        for (let i = 0; i < 64; i += 1) yield zeros;
      })(),
    );
    if (ending === 'gz') await pipeline(endless, createGzip(), createWriteStream(path));
    else {
      const zip = new ZipFile();
      zip.addReadStream(endless, 'a.img');
      zip.end();
      await pipeline(zip.outputStream, createWriteStream(path));
    }
    expect((await stat(path)).size).toBeLessThan(80_000);
    await expect(read(path, 10 * 2 ** 20)).rejects.toMatchObject({ fault: { code: 'unpacks-too-far' } });
  });

  it('what is cut off or spoilt in the middle is told, not half delivered', async () => {
    const gz = gzipSync(content);
    const spoilt = Buffer.from(gz);
    spoilt[spoilt.length >> 1]! ^= 1;
    for (const [name, bytes] of [
      ['cut.gz', gz.subarray(0, -9)],
      ['spoilt.gz', spoilt],
    ] as const) {
      await writeFile(join(root, name), bytes);
      await expect(read(join(root, name))).rejects.toMatchObject({ fault: { code: 'image-broken' } });
    }
    await zipFile(join(root, 'cut.zip'), { 'a.img': content });
    await truncate(join(root, 'cut.zip'), 1_000_000);
    await expect(read(join(root, 'cut.zip'))).rejects.toMatchObject({ fault: { code: 'image-broken' } });
  });

  it('a zip’s own sums are checked, and a path that leads out of it is named', async () => {
    const path = join(root, 'sums.zip');
    const zip = new ZipFile();
    zip.addBuffer(content, 'a.img', { compress: false });
    zip.end();
    await pipeline(zip.outputStream, createWriteStream(path));
    const bytes = await readFile(path);
    bytes[bytes.indexOf(content.subarray(5000, 5016)) + 3]! ^= 1;
    await writeFile(path, bytes);
    await expect(read(path)).rejects.toMatchObject({ fault: { code: 'image-broken' } });
    const good = join(root, 'a.zip');
    const evil = Buffer.from(
      (await readFile(good))
        .toString('latin1')
        .replaceAll('folder/readme.txt', '../../../readme.tx'.slice(0, 17)),
      'latin1',
    );
    await writeFile(join(root, 'evil.zip'), evil);
    await expect(read(join(root, 'evil.zip'))).rejects.toMatchObject({
      fault: { code: 'zip-unsafe-path', sentence: expect.stringContaining('../../../') },
    });
  });

  it.each(['a.img', 'a.img.gz', 'a.zip'])('tells the sum of %s as it was read for this', async (name) => {
    const path = join(root, name);
    let heard = '';
    for await (const piece of unpacked(path, 2 ** 30, (sha) => (heard = sha)))
      expect(piece.length).toBeGreaterThan(0);
    expect(heard).toBe(sum(await readFile(path)));
  });

  it('what another program changes under the reading is not delivered to its end', async () => {
    const path = join(root, 'moving.img');
    await writeFile(path, content);
    const reading = unpacked(path, 2 ** 30);
    await reading.next();
    await writeFile(path, content);
    await expect(
      (async () => {
        for await (const piece of reading) expect(piece.length).toBeGreaterThan(0);
      })(),
    ).rejects.toMatchObject({ fault: { code: 'image-changed' } });
  });

  it('a zip without an image, or with two, asks for the image itself', async () => {
    await zipFile(join(root, 'two.zip'), { 'a.img': content, 'b.img': content });
    await expect(read(join(root, 'two.zip'))).rejects.toMatchObject({ fault: { code: 'zip-no-image' } });
    await zipFile(join(root, 'none.zip'), { 'a.txt': content, 'b.txt': content });
    await expect(read(join(root, 'none.zip'))).rejects.toMatchObject({ fault: { code: 'zip-no-image' } });
  });
});

describe('fetching', () => {
  let server: Server;
  let asked: IncomingMessage['headers'][];
  /** What the server does: bytes after which it hangs up, its tag, and whether it honours ranges. */
  let habits: { cutAfter: number; tag: string; ranges: boolean; sends: Buffer };
  beforeAll(async () => {
    server = createServer((request, response) => {
      asked.push(request.headers);
      const range = /^bytes=(\d+)-$/u.exec(request.headers.range ?? '');
      const goesOn = habits.ranges && range && request.headers['if-range'] === habits.tag;
      const from = goesOn ? Number(range[1]) : 0;
      const all = habits.sends;
      response.writeHead(goesOn ? 206 : 200, {
        etag: habits.tag,
        ...(goesOn ? { 'content-range': `bytes ${from}-${all.length - 1}/${all.length}` } : {}),
      });
      const end = Math.min(all.length, from + habits.cutAfter);
      response.write(all.subarray(from, end), () => (end < all.length ? response.destroy() : response.end()));
    });
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  });
  afterAll(() => new Promise((resolve) => server.close(resolve)));
  beforeEach(() => {
    asked = [];
    habits = { cutAfter: Infinity, tag: '"one"', ranges: true, sends: content };
  });
  const fetchTo = (path: string, more: Partial<ImageHooks> = {}) =>
    doImageWork(
      {
        kind: 'fetch',
        url: `http://127.0.0.1:${(server.address() as AddressInfo).port}/a.img`,
        path,
        fileBytes: content.length,
        bytesPerS: 1e6,
        pace: 'free',
      },
      { ...hooks, ...more },
    );

  it('goes on where the line broke, byte for byte, and has its name only when whole', async () => {
    const path = join(root, 'resumed.img');
    habits.cutAfter = 2 ** 20;
    let breaks = 0;
    for (let done = false; !done; breaks += 1) {
      const result = await fetchTo(path);
      done = result.ok;
      if (!done) {
        expect(result).toMatchObject({ fault: { code: 'maker-offline' } });
        await expect(stat(path)).rejects.toThrow();
      }
    }
    expect(breaks).toBeGreaterThan(3);
    expect(asked.slice(1).every(({ range }) => range !== undefined)).toBe(true);
    expect(sum(await readFile(path))).toBe(sum(content));
    await expect(stat(`${path}.part`)).rejects.toThrow();
  });

  it('begins anew where the file changed meanwhile, or where the server knows no ranges', async () => {
    for (const change of [{ tag: '"two"' }, { ranges: false }]) {
      const path = join(root, `anew-${Object.keys(change)[0]}.img`);
      habits.cutAfter = 2 ** 20;
      await fetchTo(path);
      habits = { ...habits, cutAfter: Infinity, ...change };
      expect(await fetchTo(path)).toMatchObject({ ok: true });
      expect(sum(await readFile(path))).toBe(sum(content));
    }
  });

  it('stops when it is asked to and keeps what it has', async () => {
    const path = join(root, 'stopped.img');
    let pieces = 0;
    expect(await fetchTo(path, { stopped: () => (pieces += 1) > 2 })).toEqual({
      ok: true,
      value: { kind: 'stopped' },
    });
    expect((await stat(`${path}.part`)).size).toBeGreaterThan(0);
    expect(await fetchTo(path)).toEqual({ ok: true, value: { kind: 'fetched' } });
    expect(sum(await readFile(path))).toBe(sum(content));
  });

  it('a server that stalls is given up, before its answer and in the middle of it; a pause works then too', async () => {
    const silent = createServer((request, response) => {
      if (request.url !== '/head.img') return;
      response.writeHead(200, { etag: '"one"' });
      response.write(content.subarray(0, 1000));
    });
    await new Promise<void>((resolve) => silent.listen(0, '127.0.0.1', resolve));
    const { port } = silent.address() as AddressInfo;
    const work = (name: string, stallMs: number) => ({
      kind: 'fetch' as const,
      url: `http://127.0.0.1:${port}/${name}`,
      path: join(root, `stalled-${name}`),
      fileBytes: content.length,
      bytesPerS: 1e6,
      pace: 'free' as const,
      stallMs,
    });
    try {
      for (const name of ['none.img', 'head.img'])
        expect(await doImageWork(work(name, 1000), hooks)).toMatchObject({
          fault: { code: 'maker-offline' },
        });
      expect((await stat(join(root, 'stalled-head.img.part'))).size).toBe(1000);
      for (const name of ['none.img', 'head.img'])
        expect(await doImageWork(work(name, 60_000), { ...hooks, stopped: () => true })).toEqual({
          ok: true,
          value: { kind: 'stopped' },
        });
    } finally {
      silent.closeAllConnections();
      await new Promise((resolve) => silent.close(resolve));
    }
  });

  it('a server that sends more than it announced is not believed', async () => {
    habits.sends = Buffer.concat([content, content]);
    expect(await fetchTo(join(root, 'more.img'))).toMatchObject({
      ok: false,
      fault: { code: 'other-length' },
    });
  });
});

describe('a stick', () => {
  const order = async (name: string, more: Partial<StickOrder> = {}): Promise<StickOrder> => {
    const stickFolder = join(root, name);
    await mkdir(stickFolder);
    await (await DriveImage.create(stickFolder, 8 * 2 ** 20)).close();
    const imagePath = join(root, `${name}.img.gz`);
    // Zeros in the middle must overwrite what the stick held before.
    const image = Buffer.concat([content, Buffer.alloc(2 ** 20), content.subarray(0, 4096)]);
    await writeFile(imagePath, gzipSync(image));
    return {
      imagePath,
      stickFolder,
      label: 'ST-1101',
      content: {
        imageId: 'a',
        name: 'A',
        version: '1',
        fileName: 'a.img.gz',
        fileSha256: sum(await readFile(imagePath)),
        imageBytes: image.length,
      },
      at: '2026-11-25T08:00:00.000Z',
      writeBytesPerS: 30e6,
      pace: 'free',
      faults: [],
      ...more,
    };
  };
  const onStick = async ({ stickFolder, content: { imageBytes } }: StickOrder) => {
    const drive = await DriveImage.open(stickFolder, 'read');
    const bytes = await drive.read(0, imageBytes);
    await drive.close();
    return sum(bytes);
  };

  it('holds the image, read back and noted; old bytes under its zeros are gone', async () => {
    const job = await order('good');
    const old = await DriveImage.open(job.stickFolder, 'write');
    await old.write(0, Buffer.alloc(8 * 2 ** 20, 0xaa));
    await old.close();
    const result = await doImageWork({ kind: 'write', ...job }, hooks);
    const image = Buffer.concat([content, Buffer.alloc(2 ** 20), content.subarray(0, 4096)]);
    expect(result).toMatchObject({
      ok: true,
      value: { kind: 'written', content: { state: 'matched', sha256: sum(image) } },
    });
    expect(await onStick(job)).toBe(sum(image));
    expect(await stickContent(job.stickFolder)).toMatchObject({ state: 'matched', imageBytes: image.length });
  });

  it('a bit that turned over is found by reading back; a plug that came loose leaves it half written', async () => {
    const flipped = await order('flipped');
    const { imageBytes } = flipped.content;
    const turnOneBit = ({ phase, doneBytes }: ImageProgress) => {
      if (phase !== 'writing' || doneBytes !== imageBytes) return;
      const file = openSync(join(flipped.stickFolder, 'image.img'), 'r+');
      writeSync(file, Buffer.from([content[70_000]! ^ 1]), 0, 1, 70_000);
      closeSync(file);
    };
    expect(
      await doImageWork({ kind: 'write', ...flipped }, { ...hooks, progress: turnOneBit }),
    ).toMatchObject({
      ok: true,
      value: { content: { state: 'differs' } },
    });
    const gone = await order('gone');
    await truncate(join(gone.stickFolder, 'image.img'), 2 ** 20);
    expect(await doImageWork({ kind: 'write', ...gone }, hooks)).toMatchObject({
      ok: false,
      fault: { code: 'unpacks-too-far' },
    });
    expect(await stickContent(gone.stickFolder)).toMatchObject({ state: 'half-written', sha256: null });
  });

  it('stopped in the middle it is half written, and can be written again', async () => {
    const job = await order('again');
    let asked = 0;
    expect(
      await doImageWork({ kind: 'write', ...job }, { ...hooks, stopped: () => (asked += 1) > 2 }),
    ).toEqual({
      ok: true,
      value: { kind: 'stopped' },
    });
    expect(await stickContent(job.stickFolder)).toMatchObject({ state: 'half-written' });
    expect(await doImageWork({ kind: 'write', ...job }, hooks)).toMatchObject({
      ok: true,
      value: { content: { state: 'matched' } },
    });
  });
});

describe('a stick is what its bytes say', () => {
  const write = async (name: string) => {
    const folder = join(root, name);
    await mkdir(folder);
    await (await DriveImage.create(folder, 8 * 2 ** 20)).close();
    const imagePath = join(root, `${name}.img`);
    await writeFile(imagePath, content);
    const order: StickOrder = {
      imagePath,
      stickFolder: folder,
      label: 'ST-1101',
      content: {
        imageId: 'a',
        name: 'A',
        version: '1',
        fileName: `${name}.img`,
        fileSha256: sum(content),
        imageBytes: content.length,
      },
      at: '2026-11-25T08:00:00.000Z',
      writeBytesPerS: 30e6,
      pace: 'free',
      faults: [],
    };
    return order;
  };

  it('an image that is no longer the one that was checked is not written as it, whatever its length and times', async () => {
    const order = await write('swapped');
    const { atime, mtime } = await stat(order.imagePath);
    await writeFile(order.imagePath, randomBytes(content.length));
    await utimes(order.imagePath, atime, mtime);
    expect(await doImageWork({ kind: 'write', ...order }, hooks)).toMatchObject({
      ok: false,
      fault: { code: 'not-as-checked' },
    });
    expect(await stickContent(order.stickFolder)).toMatchObject({ state: 'half-written', sha256: null });
  });

  it('holds what was noted until somebody writes to it, also where it was copied elsewhere', async () => {
    const order = await write('noted');
    expect((await doImageWork({ kind: 'write', ...order }, hooks)).ok).toBe(true);
    const holds = async (folder: string) => holdsWhatWasNoted(folder, (await stickContent(folder))!);
    expect(await holds(order.stickFolder)).toBe(true);
    const copied = join(root, 'noted-copy');
    await cp(order.stickFolder, copied, { recursive: true });
    expect(await holds(copied)).toBe(true);
    const file = openSync(join(copied, 'image.img'), 'r+');
    writeSync(file, Buffer.from([content[99_000]! ^ 1]), 0, 1, 99_000);
    closeSync(file);
    expect(await holds(copied)).toBe(false);
    await writeFile(join(copied, 'content.json'), '{"state": "mat');
    expect(await stickContent(copied)).toMatchObject({ state: 'unreadable' });
    expect(await holds(copied)).toBe(false);
  });

  it.each([
    [['flipped-bits'], { ok: true, value: { content: { state: 'differs' } } }],
    [['unplugged'], { ok: false, fault: { code: 'unplugged' } }],
    [['wrong-drive'], { ok: false, fault: { code: 'other-stick' } }],
  ] as const)('practised with %j it fires, however short the image', async (faults, wanted) => {
    const order = await write(faults[0]);
    expect(await doImageWork({ kind: 'write', ...order, faults: [...faults] }, hooks)).toMatchObject(wanted);
  });
});

describe('checking', () => {
  it('a check counts for the file that was checked, and no longer once it was changed', async () => {
    const library = new ImageLibrary(join(root, 'checked-library'), 'http://127.0.0.1:9');
    await mkdir(library.ownFolder(), { recursive: true });
    const path = join(library.ownFolder(), 'kiosk.img');
    await writeFile(path, content);
    const [entry] = await library.entries();
    const work = { kind: 'check', path, listed: sum(content), mostImageBytes: 2 ** 30 } as const;
    const done = await doImageWork(work, hooks);
    if (!done.ok || done.value.kind !== 'checked') throw new Error('not checked');
    await library.saveCheck(entry!, { at: '2026-11-25T08:00:00.000Z', ...done.value.check });
    expect((await library.entries())[0]!.check).not.toBeNull();
    await writeFile(path, randomBytes(content.length));
    await utimes(path, new Date(), new Date(Date.now() + 5000));
    expect((await library.entries())[0]!.check).toBeNull();
  });

  it('counts the sum and what it unpacks to; what does not unpack is told with its sum', async () => {
    const path = join(root, 'checked.img.gz');
    await writeFile(path, gzipSync(content));
    const listed = sum(gzipSync(content));
    const work = { kind: 'check', path, listed, mostImageBytes: 2 ** 30 } as const;
    expect(await doImageWork(work, hooks)).toEqual({
      ok: true,
      value: {
        kind: 'checked',
        check: {
          sha256: listed,
          listed,
          imageBytes: content.length,
          unpackFault: null,
          stamp: expect.objectContaining({ bytes: String(gzipSync(content).length) }),
        },
      },
    });
    expect(await doImageWork({ ...work, mostImageBytes: 1000 }, hooks)).toMatchObject({
      value: { check: { imageBytes: null, unpackFault: expect.stringMatching(/more than the 1000 bytes/u) } },
    });
    expect(await doImageWork({ ...work, path: join(root, 'nowhere') }, hooks)).toMatchObject({
      ok: false,
      fault: { code: 'image-gone' },
    });
  });
});

describe('the workshop’s own folder', () => {
  it('an odd file spoils only its own line', async () => {
    const library = new ImageLibrary(join(root, 'odd-library'), 'http://127.0.0.1:9');
    await mkdir(library.ownFolder(), { recursive: true });
    const own = (name: string) => join(library.ownFolder(), name);
    for (const name of ['good.img', 'Good.img', 'huge.img', 'text.img', 'list.img', 'wrong.img', 'a b.img'])
      await writeFile(own(name), content.subarray(0, 600));
    await symlink('/nowhere/x.img', own('dangling.img'));
    await mkdir(own('folder.img'));
    await writeFile(own('empty.img'), '');
    await writeFile(own('huge.img.json'), Buffer.alloc(100_000, 0x20));
    await writeFile(own('text.img.json'), '{"name": ');
    await writeFile(own('list.img.json'), '[1]');
    await writeFile(own('wrong.img.json'), JSON.stringify({ models: 'all', __proto__: { name: 'x' } }));
    const entries = await library.entries();
    expect(entries.map(({ image }) => image.fileName).sort()).toEqual(['Good.img', 'good.img']);
    expect(new Set(entries.map(({ image }) => image.id)).size).toBe(2);
    const odd = await library.oddFiles();
    expect(odd.map(({ fileName }) => fileName).sort()).toEqual(
      [
        'a b.img',
        'dangling.img',
        'empty.img',
        'folder.img',
        'huge.img',
        'list.img',
        'text.img',
        'wrong.img',
      ].sort(),
    );
    expect(odd.every(({ why }) => why.length > 5)).toBe(true);
  });

  it('lists what can be an image, what describes it, and what the list beside it says', async () => {
    const library = new ImageLibrary(join(root, 'library'), 'http://127.0.0.1:9');
    await mkdir(library.ownFolder(), { recursive: true });
    const own = (name: string) => join(library.ownFolder(), name);
    await writeFile(own('kiosk.img'), content);
    await writeFile(
      own('kiosk.img.json'),
      JSON.stringify({ name: 'Kiosk', models: ['braskit-wren'], version: '2.0' }),
    );
    await writeFile(own('plain.img.gz'), gzipSync(content));
    await writeFile(own('letter.txt'), 'no image');
    await writeFile(own('SHA256SUMS'), writeChecksumList([{ name: 'kiosk.img', sha256: sum(content) }]));
    const entries = await library.entries();
    expect(entries.map(({ image }) => [image.fileName, image.name, image.models])).toEqual([
      ['kiosk.img', 'Kiosk', ['braskit-wren']],
      ['plain.img.gz', 'plain.img.gz', []],
    ]);
    expect(await library.listed(entries[0]!)).toBe(sum(content));
    expect(await library.listed(entries[1]!)).toBeNull();
    expect(await library.ask('2026-11-25T08:00:00.000Z')).toMatchObject({
      ok: false,
      fault: { code: 'maker-offline' },
    });
    await library.forget(entries[0]!);
    expect(createReadStream(own('kiosk.img')).readable).toBe(true);
  });
});
