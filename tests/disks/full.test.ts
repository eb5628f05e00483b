import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { answerOf, jicara } from './command';
import { blank, fileTree, noise, tool, toolWithInput, workFolder } from './tools';
import { closeSync, openSync, writeSync } from 'node:fs';

const work = workFolder('full');
const disk = work.path('disk');
const MiB = 2 ** 20;
afterAll(() => {
  if (isRoot) execFileSync('umount', [disk]);
  work.clear();
});

/** Only root can mount a small disk; the tests of the copier itself meet a full disk everywhere. */
const isRoot = process.getuid?.() === 0;

(isRoot ? it : it.skip)(
  'a disk that is full in the middle of a copy is told; with room, the same command goes on',
  async () => {
    mkdirSync(disk);
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=24m', 'tmpfs', disk]);
    fileTree(work.path('tree'), 4);
    const source = blank(work.path('source.img'), 100 * MiB);
    toolWithInput(
      'label: gpt\nstart=1MiB, size=90MiB, type=0FC63DAF-8483-4772-8E79-3D69D8477DE4, name="main"',
      'sfdisk',
      '-q',
      source,
    );
    const volume = blank(work.path('volume.img'), 90 * MiB);
    tool('mke2fs', '-q', '-F', '-t', 'ext4', '-d', work.path('tree'), volume);
    const big = work.path('big.bin');
    const file = openSync(big, 'w');
    for (let i = 0; i < 40; i += 1) writeSync(file, noise(MiB, i + 1));
    closeSync(file);
    tool('debugfs', '-w', '-R', `write ${big} big.bin`, volume);
    tool('dd', `if=${volume}`, `of=${source}`, 'bs=1M', 'seek=1', 'conv=notrunc', 'status=none');

    const target = `${disk}/target.img`;
    const copy = ['copy', source, target, '--target-bytes', String(200 * MiB)];
    const full = await jicara(...copy);
    expect(full.code).toBe(4);
    expect(full.said).toMatch(/disk of this computer is full.*Make room, then go on/su);
    // Still full: the same refusal, and nothing is lost by asking.
    expect((await jicara(...copy)).code).toBe(4);
    execFileSync('mount', ['-o', 'remount,size=200m', disk]);
    const done = await answerOf<{ proof: { mismatches: number } }>(...copy);
    expect(done.proof.mismatches).toBe(0);
    expect((await jicara('verify', target, '--source', source)).code).toBe(0);
  },
);
