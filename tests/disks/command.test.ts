import {
  closeSync,
  existsSync,
  linkSync,
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  symlinkSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { workFolderOf } from '@/cli/copy-begin';
import { answerOf, jicara } from './command';
import { blank, noise, toolWithInput, workFolder } from './tools';

const work = workFolder('command');
afterAll(() => work.clear());

const MiB = 2 ** 20;
const source = work.path('source.img');
beforeAll(() => {
  blank(source, 40 * MiB);
  toolWithInput(
    'label: gpt\nstart=1MiB, size=20MiB, type=0FC63DAF-8483-4772-8E79-3D69D8477DE4, name="data"',
    'sfdisk',
    '-q',
    source,
  );
  const file = openSync(source, 'r+');
  writeSync(file, noise(20 * MiB, 5), 0, 20 * MiB, MiB);
  closeSync(file);
});

const original = () => readFileSync(source);

describe('the command line refuses, with a sentence and its number', () => {
  it.each([
    ['an unknown command', 2, ['fly']],
    ['an unknown option', 2, ['inspect', '--fast', 'x']],
    ['no image', 2, ['inspect']],
    ['a missing image', 3, ['inspect', '/nowhere/x.img']],
    ['a folder', 3, ['inspect', '/tmp']],
    ['a device as source', 3, ['copy', '/dev/zero', 'x']],
    ['reading back last without a reason', 2, ['copy', 'SOURCE', 'new1.img', '--read-back', 'last']],
    ['a sector size that no drive has', 2, ['plan', 'SOURCE', '--target-sector', '1000']],
    ['a size that is none', 2, ['plan', 'SOURCE', '--size', '1=large']],
    ['a target that is too small', 4, ['plan', 'SOURCE', '--target-bytes', '9000000']],
    ['a device as target', 4, ['copy', 'SOURCE', '/dev/null']],
    ['a target in no folder', 4, ['copy', 'SOURCE', '/nowhere/new.img']],
    ['verifying what was never copied', 3, ['verify', 'SOURCE']],
  ] as const)('%s', async (_, code, args) => {
    const named = args.map((arg) =>
      arg === 'SOURCE' ? source : arg.endsWith('.img') && !arg.startsWith('/') ? work.path(arg) : arg,
    );
    const ended = await jicara(...named);
    expect(ended.code).toBe(code);
    // A usage that was not understood at all gets the help instead of a sentence.
    expect(ended.said + ended.answer).toMatch(/jicara/u);
  });

  it('a file that is no drive, and an image that is shorter than it claims', async () => {
    writeFileSync(work.path('letter.img'), 'Dear purser');
    expect((await jicara('plan', work.path('letter.img'))).code).toBe(3);
    const cut = work.path('cut.img');
    writeFileSync(cut, original());
    truncateSync(cut, 10 * MiB);
    expect((await jicara('inspect', cut)).code).toBe(1);
    const ended = await jicara('copy', cut, work.path('from-cut.img'), '--target-bytes', String(60 * MiB));
    expect(ended).toMatchObject({ code: 4, said: expect.stringContaining('shorter than it claims') });
    expect(existsSync(work.path('from-cut.img'))).toBe(false);
  });

  it('the source as its own target, by whatever link, and leaves it as it was', async () => {
    const before = original();
    symlinkSync(source, work.path('symbolic.img'));
    linkSync(source, work.path('hard.img'));
    for (const name of ['source.img', 'symbolic.img', 'hard.img']) {
      const ended = await jicara('copy', source, work.path(name), '--overwrite', name);
      expect(ended).toMatchObject({ code: 4, said: expect.stringContaining('same file') });
    }
    expect(Buffer.compare(original(), before)).toBe(0);
  });

  it('a file that stands already, until its name is typed', async () => {
    const target = blank(work.path('standing.img'), 50 * MiB);
    writeFileSync(work.path('standing-copy'), readFileSync(target));
    expect((await jicara('copy', source, target)).code).toBe(4);
    expect((await jicara('copy', source, target, '--overwrite', 'other.img')).code).toBe(4);
    expect(Buffer.compare(readFileSync(target), readFileSync(work.path('standing-copy')))).toBe(0);
    expect((await jicara('copy', source, target, '--overwrite', 'standing.img')).code).toBe(0);
    expect((await jicara('verify', target, '--source', source)).code).toBe(0);
  });

  it('a target that another process writes to', async () => {
    const target = work.path('busy.img');
    mkdirSync(`${target}.jicara`, { recursive: true });
    writeFileSync(`${target}.jicara/writer.lock`, JSON.stringify({ pid: process.pid, started: '' }));
    expect(await jicara('copy', source, target)).toMatchObject({
      code: 4,
      said: expect.stringContaining('one writer per target'),
    });
    // A process that is gone holds nothing.
    rmSync(`${target}.jicara`, { recursive: true });
    mkdirSync(`${target}.jicara`);
    writeFileSync(`${target}.jicara/writer.lock`, JSON.stringify({ pid: 2 ** 22 + 1, started: '' }));
    expect((await jicara('copy', source, target)).code).toBe(0);
  });
});

describe('a copy that was begun', () => {
  const copy = (target: string) => jicara('copy', source, target, '--target-bytes', String(60 * MiB));

  it('goes on where a kill came before its target was made, or before that had its size', async () => {
    const target = work.path('early.img');
    await answerOf('copy', source, target, '--target-bytes', String(60 * MiB));
    const whole = readFileSync(target);
    const folder = workFolderOf(target);
    for (const left of ['nothing', 'an empty file']) {
      rmSync(join(folder, 'manifest.json'));
      rmSync(join(folder, 'journal.log'));
      if (left === 'nothing') rmSync(target);
      else truncateSync(target, 0);
      expect(await copy(target)).toMatchObject({ code: 0, said: expect.stringContaining('Goes on') });
      expect(Buffer.compare(readFileSync(target), whole)).toBe(0);
    }
  });

  it('is begun anew where its target is gone, whatever the journal claims', async () => {
    const target = work.path('gone.img');
    await answerOf('copy', source, target, '--target-bytes', String(60 * MiB));
    rmSync(join(workFolderOf(target), 'manifest.json'));
    rmSync(target);
    const again = await copy(target);
    expect(again).toMatchObject({ code: 0, said: expect.not.stringContaining('Goes on') });
    expect((await jicara('verify', target, '--source', source)).code).toBe(0);
  });

  it('is begun anew where its order is damaged, and then the file that stands is asked about', async () => {
    const target = work.path('torn.img');
    mkdirSync(workFolderOf(target));
    writeFileSync(join(workFolderOf(target), 'order.json'), '{"schema": "jicara.co');
    expect((await copy(target)).code).toBe(0);
  });
});

describe('verify', () => {
  it('finds a single bit that turned over later, in a block and in a rewrite', async () => {
    const target = work.path('later.img');
    await answerOf('copy', source, target, '--target-bytes', String(60 * MiB));
    expect((await jicara('verify', target)).code).toBe(0);
    const flip = (offset: number) => {
      const file = openSync(target, 'r+');
      const bytes = readFileSync(target).subarray(offset, offset + 1);
      writeSync(file, Buffer.from([bytes[0]! ^ 8]), 0, 1, offset);
      closeSync(file);
    };
    flip(7 * MiB + 3);
    expect(await jicara('verify', target)).toMatchObject({
      code: 1,
      answer: expect.stringContaining(`at byte ${7 * MiB}`),
    });
    flip(7 * MiB + 3);
    flip(600);
    expect(await jicara('verify', target)).toMatchObject({
      code: 1,
      answer: expect.stringContaining('at byte 512'),
    });
    flip(600);
    expect((await jicara('verify', target)).code).toBe(0);
    writeFileSync(join(workFolderOf(target), 'manifest.json'), '{"schema": "jicara.man');
    expect((await jicara('verify', target)).code).toBe(3);
  });
});

it('plans go out as files: a layout by its schema, and the sectors that the table fills', async () => {
  const out = work.path('plan');
  await answerOf('plan', source, '--target-bytes', String(60 * MiB), '--out', out);
  const layout = JSON.parse(readFileSync(join(out, 'layout.json'), 'utf8')) as {
    schema: string;
    operations: { kind: string }[];
  };
  expect(layout.schema).toBe('jicara.layout/1');
  expect(layout.operations.map(({ kind }) => kind)).toEqual(['copy', 'copy', 'read-back', 'table']);
  const target = work.path('by-plan.img');
  await answerOf('copy', source, target, '--target-bytes', String(60 * MiB));
  const copied = readFileSync(target);
  const [head, tail] = ['first', 'last'].map((name) => readFileSync(join(out, `${name}-sectors.bin`)));
  expect(Buffer.compare(head!, copied.subarray(0, head!.length))).toBe(0);
  expect(Buffer.compare(tail!, copied.subarray(copied.length - tail!.length))).toBe(0);
});
