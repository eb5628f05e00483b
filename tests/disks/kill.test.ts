import { type ChildProcess, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { createReadStream, openSync, statSync, writeSync, closeSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readJournal } from '@/copier';
import type { Manifest } from '@/core/copy';
import { workFolderOf } from '@/cli/copy-begin';
import { answerOf, jicara } from './command';
import { blank, noise, toolWithInput, workFolder } from './tools';

const work = workFolder('kill');
afterAll(() => work.clear());

const MiB = 2 ** 20;
const command = join(__dirname, '..', '..', 'bin', 'jicara.cjs');
const [kills, wantedInside] = [50, 40];

/** A generator with a printed seed: the same seed kills at the same moments, as far as the machine keeps time. */
const seed = Number(process.env.KILL_SEED ?? Date.now() % 2 ** 31);
let state = seed || 1;
function random() {
  state ^= state << 13;
  state ^= state >>> 17;
  state ^= state << 5;
  return (state >>> 0) / 2 ** 32;
}

function drive(): string {
  const image = blank(work.path('source.img'), 180 * MiB);
  toolWithInput(
    'label: gpt\nstart=1MiB, size=160MiB, type=0FC63DAF-8483-4772-8E79-3D69D8477DE4, name="all"',
    'sfdisk',
    '-q',
    image,
  );
  const file = openSync(image, 'r+');
  for (let i = 0; i < 160; i += 1) writeSync(file, noise(MiB, i + 1), 0, MiB, (i + 1) * MiB);
  closeSync(file);
  return image;
}

const digestOf = async (path: string) => {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path, { highWaterMark: 4 * MiB })) hash.update(chunk as Buffer);
  return hash.digest('hex');
};

/** Resolves when the journal was written to, or when the process ended before. */
async function journalMoves(folder: string, child: ChildProcess): Promise<void> {
  const path = join(folder, 'journal.log');
  const stamp = () => {
    const file = statSync(path, { throwIfNoEntry: false });
    return file ? `${file.size} ${file.mtimeMs}` : '';
  };
  const before = stamp();
  while (stamp() === before && child.exitCode === null && child.signalCode === null)
    await new Promise((resolve) => setTimeout(resolve, 5));
}

jest.setTimeout(1_500_000);

describe('a copy that is killed again and again', () => {
  it(`ends verified and identical after ${kills} kills (KILL_SEED=${seed})`, async () => {
    const source = drive();
    const once1 = work.path('undisturbed.img');
    await answerOf('copy', source, once1, '--target-bytes', String(200 * MiB));
    const target = work.path('killed.img');
    const args = [command, 'copy', source, target, '--target-bytes', String(200 * MiB), '--limit-rate', '52'];
    const folder = workFolderOf(target);
    let inside = 0;
    let verified = 0;
    // How long a run lives at most: a slow machine has its first blocks later, and is given longer; a quick one less.
    let livesMs = 600;
    for (let kill = 0; kill < kills; kill += 1) {
      const child = spawn(process.execPath, args, { stdio: 'ignore' });
      const ended = once(child, 'exit');
      await journalMoves(folder, child);
      const wait = setTimeout(() => child.kill('SIGKILL'), random() * livesMs);
      await ended;
      clearTimeout(wait);
      const journal = await readJournal(join(folder, 'journal.log'));
      // Nothing that was verified is ever taken back or announced again.
      expect(journal.verified).toBeGreaterThanOrEqual(verified);
      // Until its first block is there it is far too short: on a machine that stalls that is much longer than usual.
      const longer = verified === 0 ? 300 : 30;
      livesMs = Math.max(200, livesMs + (journal.verified > verified ? -60 : longer));
      verified = journal.verified;
      if (verified > 0 && verified < 160) inside += 1;
    }
    console.log(
      `KILL_SEED=${seed}: ${kills} kills, ${inside} between the first and the last block, ${verified} of 160 blocks verified by then`,
    );
    expect(inside).toBeGreaterThanOrEqual(wantedInside);
    expect((await jicara('copy', source, target, '--target-bytes', String(200 * MiB))).code).toBe(0);
    const manifests = await Promise.all(
      [once1, target].map(
        async (path) =>
          JSON.parse(await readFile(join(workFolderOf(path), 'manifest.json'), 'utf8')) as Manifest,
      ),
    );
    expect(manifests[1]!.digests).toEqual(manifests[0]!.digests);
    expect(await digestOf(target)).toBe(await digestOf(once1));
  });
});
