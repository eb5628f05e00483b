import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { workFolderOf } from '@/cli/copy-begin';
import { main } from '@/cli/main';
import { answerOf, jicara } from './command';
import { blank, noise, toolWithInput, workFolder } from './tools';

/** What must not be called verified: rows of the issue, each on a copy that was stopped in its middle or was finished. */

const work = workFolder('lie');
afterAll(() => work.clear());

const MiB = 2 ** 20;
const size = 40;
const newBytes = 60 * MiB;

/** A drive with one partition of so many bytes from 1 MiB on, its content from a seed. */
function drive(path: string, seed: number, at = 1): string {
  blank(path, size * MiB);
  toolWithInput(
    `label: gpt\nlabel-id: 7F0C2A64-0B5E-4C5B-9B63-5D6A5B0C1D2E\nstart=${at}MiB, size=20MiB, type=0FC63DAF-8483-4772-8E79-3D69D8477DE4, uuid=7F0C2A64-0B5E-4C5B-9B63-5D6A5B0C1D2F, name="data"`,
    'sfdisk',
    '-q',
    path,
  );
  write(path, at * MiB, noise(20 * MiB, seed));
  return path;
}

function write(path: string, at: number, bytes: Uint8Array): void {
  const file = openSync(path, 'r+');
  writeSync(file, bytes, 0, bytes.length, at);
  closeSync(file);
}

const flip = (path: string, at: number) =>
  write(path, at, Buffer.from([readFileSync(path).subarray(at, at + 1)[0]! ^ 0x24]));

/** The partition's bytes, told from its own place. */
const content = (path: string, at = 1) => readFileSync(path).subarray(at * MiB, (at + 20) * MiB);

const copyOf = (source: string, target: string, ...more: string[]) =>
  jicara('copy', source, target, '--target-bytes', String(newBytes), ...more);

/** Runs the copy until its first batch, as a person who presses Ctrl-C. */
async function stopped(source: string, target: string): Promise<void> {
  let stop = () => {};
  let lines = 0;
  const code = await main(['copy', source, target, '--target-bytes', String(newBytes)], {
    stdout: { write: () => {} },
    // The second line comes behind the first batch.
    stderr: { isTTY: true, write: () => ((lines += 1) >= 2 ? stop() : undefined) },
    on: (_, handler) => (stop = handler),
  });
  expect(code).toBe(130);
}

let names = 0;
let source: string;
let target: string;
beforeEach(() => {
  names += 1;
  mkdirSync(work.path(`row${names}`));
  source = drive(work.path(`row${names}/old.img`), names);
  target = work.path(`row${names}/new.img`);
});

/** It ends well and holds exactly what the source holds now. */
async function endsTrue(): Promise<void> {
  const ended = await copyOf(source, target);
  expect(ended).toMatchObject({ code: 0 });
  expect(Buffer.compare(content(target), content(source))).toBe(0);
  expect((await jicara('verify', target, '--source', source)).code).toBe(0);
}

describe.each(['stopped', 'finished'] as const)('a copy that was %s', (state) => {
  beforeEach(async () => {
    if (state === 'stopped') await stopped(source, target);
    else expect((await copyOf(source, target)).code).toBe(0);
  });

  it('whose target was changed in what was verified, has it done again', async () => {
    flip(target, 3 * MiB + 5);
    await endsTrue();
  });

  it('whose target was changed in its last bytes, has it done again', async () => {
    flip(target, 21 * MiB - 1);
    await endsTrue();
  });

  it('whose target was replaced by a blank file, or by one full of something else, has all of it done again', async () => {
    writeFileSync(target, Buffer.alloc(newBytes));
    await endsTrue();
    writeFileSync(target, Buffer.alloc(newBytes, 0xab));
    await endsTrue();
  });

  it.each([
    ['cut', newBytes - MiB],
    ['stretched', newBytes + MiB],
  ])('whose target was %s, is refused with the way out', async (_, bytes) => {
    truncateSync(target, bytes);
    expect(await copyOf(source, target)).toMatchObject({
      code: 4,
      said: expect.stringContaining('put the file back'),
    });
    truncateSync(target, newBytes);
    await endsTrue();
  });

  it('whose source was replaced by another of the same name and size, is refused; begun anew it is right', async () => {
    renameSync(source, `${source}.before`);
    drive(source, 1000 + names);
    const refused = await copyOf(source, target);
    expect(refused).toMatchObject({
      code: 3,
      answer: '',
      said: expect.stringContaining('--anew --overwrite new.img'),
    });
    expect((await copyOf(source, target, '--anew')).code).toBe(4);
    expect((await copyOf(source, target, '--anew', '--overwrite', 'new.img')).code).toBe(0);
    expect(Buffer.compare(content(target), content(source))).toBe(0);
  });

  it('whose source was changed in a byte that was read already, is refused', async () => {
    flip(source, 2 * MiB + 9);
    expect((await copyOf(source, target)).code).toBe(3);
  });

  it('whose source is laid out otherwise now, is asked about and begun anew', async () => {
    drive(source, 2000 + names, 2);
    expect(await copyOf(source, target)).toMatchObject({
      code: 4,
      said: expect.stringContaining('begun otherwise'),
    });
    expect((await copyOf(source, target, '--overwrite', 'new.img')).code).toBe(0);
    expect(Buffer.compare(content(target, 2), content(source, 2))).toBe(0);
  });

  it('that is asked for with another layout, is asked about', async () => {
    const ended = await jicara('copy', source, target, '--target-bytes', String(50 * MiB));
    expect(ended).toMatchObject({ code: 4, said: expect.stringContaining('begun otherwise') });
    await endsTrue();
  });

  it('of another source by another name, is asked about', async () => {
    const other = drive(work.path(`row${names}/other.img`), 3000 + names);
    expect(await copyOf(other, target)).toMatchObject({
      code: 4,
      said: expect.stringContaining('begun otherwise'),
    });
  });

  it.each(['journal.log', 'manifest.json'])(
    'whose %s is lost or damaged, is gone on with from what is known',
    async (name) => {
      const file = join(workFolderOf(target), name);
      for (const damage of [() => rmSync(file, { force: true }), () => writeFileSync(file, 'torn {')]) {
        damage();
        await endsTrue();
        expect(existsSync(file)).toBe(true);
      }
    },
  );

  it.each([
    ['lost', () => rmSync(join(workFolderOf(target), 'order.json'))],
    ['damaged', () => writeFileSync(join(workFolderOf(target), 'order.json'), '{"schema":"jicara.copy-or')],
  ])('whose order is %s, is asked about as any file that stands', async (_, damage) => {
    damage();
    expect(await copyOf(source, target)).toMatchObject({
      code: 4,
      said: expect.stringContaining('stands already'),
    });
    expect((await copyOf(source, target, '--overwrite', 'new.img')).code).toBe(0);
    expect(Buffer.compare(content(target), content(source))).toBe(0);
  });
});

it('a finished copy said again is fine, and says that it was read again', async () => {
  expect((await copyOf(source, target)).code).toBe(0);
  const manifest = readFileSync(join(workFolderOf(target), 'manifest.json'));
  const again = await copyOf(source, target, '--json');
  expect(again).toMatchObject({ code: 0, said: expect.stringContaining('all of it is read again') });
  expect(JSON.parse(again.answer)).toMatchObject({ state: 'finished', proof: { grade: 'read-back' } });
  expect(Buffer.compare(readFileSync(join(workFolderOf(target), 'manifest.json')), manifest)).toBe(0);
});

it('one that was not read back says so, and said again it is read back later', async () => {
  const skip = ['--read-back', 'skipped', '--reason', 'the owner waits'];
  type Answer = { proof: { grade: string; readBackFrom: string | null; simulated: boolean } };
  const first = await answerOf<Answer>('copy', source, target, '--target-bytes', String(newBytes), ...skip);
  expect(first.proof).toMatchObject({ grade: 'not-read-back', readBackFrom: null, simulated: false });
  const again = await answerOf<Answer>('copy', source, target, '--target-bytes', String(newBytes), ...skip);
  expect(again.proof.grade).toBe('read-back-later');
  expect(again.proof.readBackFrom).not.toBeNull();
});

it('verify compares every block with the source, and a target that was cut or stretched differs', async () => {
  expect((await copyOf(source, target)).code).toBe(0);
  flip(source, 9 * MiB);
  expect((await jicara('verify', target)).code).toBe(0);
  expect(await jicara('verify', target, '--source', source)).toMatchObject({
    code: 1,
    answer: expect.stringContaining(`at byte ${9 * MiB}`),
  });
  for (const bytes of [newBytes - 512, newBytes + 512]) {
    truncateSync(target, bytes);
    expect((await jicara('verify', target)).code).toBe(1);
  }
  truncateSync(target, 5 * MiB);
  expect((await jicara('verify', target)).code).toBe(1);
});

it('a folder beside the target that is another’s is left alone', async () => {
  const folder = workFolderOf(target);
  mkdirSync(folder);
  writeFileSync(join(folder, 'letters.txt'), 'Dear purser');
  expect(await copyOf(source, target)).toMatchObject({
    code: 4,
    said: expect.stringContaining('letters.txt'),
  });
  expect(readFileSync(join(folder, 'letters.txt'), 'utf8')).toBe('Dear purser');
  expect(existsSync(target)).toBe(false);
  rmSync(folder, { recursive: true });
  writeFileSync(folder, 'a file');
  expect((await copyOf(source, target)).code).toBe(4);
  expect(readFileSync(folder, 'utf8')).toBe('a file');
});

it.each([
  [['--drop', '7'], 'no partition 7'],
  [['--size', '9=5'], 'no partition 9'],
])('an option that names nothing (%j) is refused', async (options, words) => {
  expect(await jicara('plan', source, ...options)).toMatchObject({
    code: 2,
    said: expect.stringContaining(words),
  });
  expect(await copyOf(source, target, ...options)).toMatchObject({ code: 2 });
  expect(existsSync(target)).toBe(false);
});

it.each([
  [['inspect', '/nowhere/x.img'], 3],
  [['fly'], 2],
  [[], 2],
  [['copy', 'SOURCE'], 2],
  [['copy', 'SOURCE', '/dev/null'], 4],
  [['verify', 'SOURCE'], 3],
] as const)('with --json a refusal of %j is told on standard output too', async (args, code) => {
  const ended = await jicara(...args.map((arg) => (arg === 'SOURCE' ? source : arg)), '--json');
  expect(ended.code).toBe(code);
  expect(JSON.parse(ended.answer)).toMatchObject({
    schema: 'jicara.refusal/1',
    sentence: expect.any(String),
    remedy: expect.any(String),
    exit: code,
  });
});

it('an empty partition that nothing is known of, and a file system that is carried whole, are nothing wrong', async () => {
  const odd = drive(work.path(`row${names}/odd.img`), 4);
  write(odd, MiB, Buffer.alloc(20 * MiB));
  expect((await jicara('inspect', odd)).code).toBe(0);
});
