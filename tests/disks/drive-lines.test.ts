import { spawnSync } from 'node:child_process';
import {
  existsSync,
  openSync,
  readFileSync,
  readdirSync,
  statSync,
  writeFileSync,
  writeSync,
  closeSync,
} from 'node:fs';
import { join } from 'node:path';
import { DirectReader, ImageFile, errorNotes, spanSums, verifyTarget } from '@/copier';
import {
  type LineBlock,
  checkLines,
  endsLines,
  isAllMatched,
  linesText,
  matchSums,
  readLines,
  readManifest,
  sumsText,
  usedPieces,
  writeLines,
} from '@/core/copy';
import { capacityLines, placesOf, readCapacityFile } from '@/core/genuine';
import { unsafeValue } from '@/core/result';
import { answerOf } from './command';
import { blank, fileTree, noise, tool, toolWithInput, workFolder } from './tools';

/** The very lines that are shown, run with plain files in the drives' place. */
const work = workFolder('lines');
afterAll(() => work.clear());
const MiB = 2 ** 20;
const id = 'Q-0001';

/** Fills in what a person fills in, and runs the rest as it stands. */
function run(block: LineBlock, filled: Record<string, string>) {
  const text = linesText(block).replace(/^([A-Z_]+)=$/gmu, (line, name: string) =>
    name in filled ? `${name}='${filled[name]}'` : line,
  );
  const given = Object.entries(filled)
    .filter(([name]) => !text.includes(`${name}='`))
    .map(([name, value]) => `${name}='${value}'\n`)
    .join('');
  return spawnSync('sh', ['-c', given + text], { cwd: work.folder, encoding: 'utf8' });
}

const named = (blocks: LineBlock[], title: RegExp) => blocks.find((block) => title.test(block.title))!;
const drive = work.path('old-drive');
const size = 80 * MiB;

beforeAll(() => {
  blank(drive, size);
  toolWithInput(
    `label: gpt
    start=1MiB, size=8MiB, type=C12A7328-F81F-11D2-BA4B-00A0C93EC93B, name="start"
    start=10MiB, size=60MiB, type=0FC63DAF-8483-4772-8E79-3D69D8477DE4, name="main"`,
    'sfdisk',
    '-q',
    drive,
  );
  const tree = work.path('tree');
  fileTree(tree, 12);
  const main = blank(work.path('main.vol'), 60 * MiB);
  tool('mke2fs', '-q', '-F', '-t', 'ext4', '-d', tree, main);
  tool('dd', `if=${main}`, `of=${drive}`, 'bs=1M', 'seek=10', 'conv=notrunc', 'status=none');
});

describe('no line runs as it stands', () => {
  const blocks = [...readLines(id), ...writeLines(id, 'new.img', 1), checkLines(id), ...endsLines(id)];
  it.each(blocks.filter(({ title }) => !title.startsWith('Tell')).map((block) => [block.title, block]))(
    '%s',
    (_, block) => {
      const before = readdirSync(work.folder).length;
      const { status, stderr } = run(block, {});
      expect(status).not.toBe(0);
      expect(stderr).toMatch(/OLD_DRIVE|NEW_DRIVE|OLD_BYTES|NEW_BYTES|Q-0001-used/u);
      // Nothing but an empty note may have come of it.
      const made = readdirSync(work.folder).filter((name) => name.startsWith(id));
      for (const name of made) expect(statSync(join(work.folder, name)).size).toBeLessThan(200);
      expect(readdirSync(work.folder).length - before).toBeLessThanOrEqual(1);
      for (const name of made) tool('rm', '-f', join(work.folder, name));
    },
  );

  it('a drive that is not there is not made', () => {
    const missing = work.path('no-such-drive');
    writeFileSync(work.path('new.img'), Buffer.alloc(MiB));
    run(named(writeLines(id, 'new.img', MiB), /all of it/u), { NEW_DRIVE: missing });
    expect(existsSync(missing)).toBe(false);
  });
});

describe('from the drive', () => {
  it('all of it comes into a file of the same size, with a note of its errors', async () => {
    const { status, stdout } = run(named(readLines(id), /into a file/u), {
      OLD_DRIVE: drive,
      OLD_BYTES: String(size),
    });
    expect(status).toBe(0);
    expect(stdout.trim().split('\n').at(-1)).toBe('The sizes agree.');
    const image = work.path(`${id}-old.img`);
    expect(readFileSync(image).equals(readFileSync(drive))).toBe(true);
    expect(unsafeValue(await errorNotes(image))).toEqual([]);
    // A second time it stops before it overwrites what is there.
    expect(
      run(named(readLines(id), /into a file/u), { OLD_DRIVE: drive, OLD_BYTES: String(size) }).stdout,
    ).toContain('File exists');
  });

  it('what dd cannot read is placed to the block, as its own notes say', async () => {
    // The memory of a process begins with nothing that can be read.
    const [image, blocks] = [work.path('bad.img'), 3];
    const line = named(readLines(id), /into a file/u)
      .lines[0]!.replaceAll(`${id}-old.img`, 'bad.img')
      .replace('status=progress', `status=progress count=${blocks}`);
    spawnSync('sh', ['-c', `OLD_DRIVE=/proc/self/mem\n${line}`], { cwd: work.folder });
    expect(unsafeValue(await errorNotes(image))).toEqual([{ start: 0, end: blocks * 4096 }]);
  });

  it('a rescue brings the same, with its map', async () => {
    tool('rm', '-f', work.path(`${id}-old.img`), work.path(`${id}-old.img.errors`));
    const { status } = run(named(readLines(id), /reports errors/u), { OLD_DRIVE: drive });
    expect(status).toBe(0);
    const image = work.path(`${id}-old.img`);
    expect(readFileSync(image).equals(readFileSync(drive))).toBe(true);
    expect(unsafeValue(await errorNotes(image))).toEqual([]);
  });
});

describe('and back', () => {
  const image = 'new.img';
  const target = () => work.path(image);
  const newSize = 120 * MiB;
  let list = '';

  beforeAll(async () => {
    tool('rm', '-f', target());
    await answerOf('copy', drive, target(), '--target-bytes', String(newSize));
    const manifest = readManifest(readFileSync(join(`${target()}.jicara`, 'manifest.json'), 'utf8'))!;
    const [file, reader] = [await ImageFile.open(target(), 'read'), await DirectReader.open(target())];
    const verified = await verifyTarget({ reader, bytes: file.length }, manifest, null, () => {});
    expect(unsafeValue(verified)).toMatchObject({ differing: [] });
    list = sumsText(await spanSums(file, usedPieces(manifest), () => {}));
    await Promise.all([file.close(), reader.close()]);
    writeFileSync(work.path(`${id}-used.txt`), list);
  });
  const sums = () => ({
    sums: list
      .trim()
      .split('\n')
      .map((line) => line.split(' '))
      .map(([sha256, offset, bytes]) => ({ sha256: sha256!, offset: Number(offset), bytes: Number(bytes) })),
  });
  const check = (path: string) =>
    unsafeValue(matchSums(sums(), run(checkLines(id), { NEW_DRIVE: path }).stdout));

  it.each([
    ['its used areas', /used areas/u],
    ['all of it', /all of it/u],
  ])(
    '%s onto a drive full of something else: every stretch matches, and checkers find no fault',
    (what, title) => {
      const path = work.path('new-drive');
      writeFileSync(path, noise(newSize, 7));
      const { status, stderr } = run(named(writeLines(id, image, newSize), title), { NEW_DRIVE: path });
      expect([status, status === 0 ? '' : stderr]).toEqual([0, '']);
      expect(statSync(path).size).toBe(newSize);
      expect(isAllMatched(check(path))).toBe(true);
      expect(tool('sfdisk', '-V', path)).toContain('No errors');
      tool('dd', `if=${path}`, `of=${work.path('main-out')}`, 'bs=1M', 'skip=10', 'count=60', 'status=none');
      tool('e2fsck', '-f', '-n', work.path('main-out'));
      if (what === 'all of it') expect(readFileSync(path).equals(readFileSync(target()))).toBe(true);
    },
  );

  it('sizes that do not agree are not said to', () => {
    const block = named(writeLines(id, image, newSize), /sizes/u);
    expect(run(block, { NEW_BYTES: String(newSize) }).stdout).toBe('The sizes agree.\n');
    expect(run(block, { NEW_BYTES: String(newSize + 512) }).stdout).toBe('');
  });

  it('what was spoilt on the drive is named, and what was not read is missing', () => {
    const path = work.path('new-drive');
    const { offset, bytes } = sums().sums[1]!;
    const file = openSync(path, 'r+');
    writeSync(file, Buffer.from([1, 2, 3]), 0, 3, offset + bytes - 100);
    closeSync(file);
    expect(check(path)).toMatchObject({ differing: [{ offset, bytes }], missing: [] });
    // A drive that is shorter gives other checksums at its end.
    writeFileSync(path, readFileSync(path).subarray(0, newSize - MiB));
    expect(check(path).differing.length).toBeGreaterThan(1);
  });

  it('its beginning and its end lie in a file of its true size, with the table and its mirror', async () => {
    const [first, second] = endsLines(id);
    expect(first!.title).toContain('Tell');
    const { status } = run(second!, { NEW_DRIVE: target(), NEW_BYTES: String(newSize) });
    expect(status).toBe(0);
    const ends = work.path(`${id}-ends.img`);
    expect(statSync(ends).size).toBe(newSize);
    expect(tool('sfdisk', '-V', ends)).toContain('No errors');
  });
});

it('a new drive is tried by its lines, and what they write is read', () => {
  const target = work.path('new-drive');
  blank(target, 9 * MiB + 4096);
  for (const block of capacityLines(id)) {
    if (block.title.startsWith('Tell')) continue;
    const ran = run(block, { NEW_DRIVE: target, NEW_BYTES: String(9 * MiB + 4096) });
    expect([ran.status, ran.stderr]).toEqual([0, '']);
  }
  const text = readFileSync(work.path(`${id}-capacity.txt`), 'utf8');
  const read = unsafeValue(readCapacityFile(text));
  expect(read.found).toEqual(placesOf(9 * MiB).map((at) => ({ at, is: 'own' })));
  // Each place holds its own stream, and only the places were written.
  const bytes = readFileSync(target);
  const written = Array.from({ length: 9 }, (_, n) =>
    bytes.subarray(n * MiB, (n + 1) * MiB).some((one) => one !== 0),
  );
  expect(written.map((is, n) => (is ? n * MiB : -1)).filter((at) => at >= 0)).toEqual(placesOf(9 * MiB));
});
