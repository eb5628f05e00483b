import { execFileSync, spawn } from 'node:child_process';
import {
  appendFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  statfsSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { holderOf } from '@/files';
import { type App, act, call, endApp, freePort, seededFolder, startApp, until, view } from './app';
import { cannotMount } from './small-disk';

jest.setTimeout(1_500_000);
const base = mkdtempSync(join(tmpdir(), 'jicara-refused-'));
const mounted: string[] = [];
const apps: App[] = [];
afterAll(async () => {
  for (const app of apps) await endApp(app, 'SIGKILL');
  for (const folder of mounted) execFileSync('umount', [folder]);
  rmSync(base, { recursive: true, force: true });
});
const why = cannotMount();

/** Runs one of the scripts to its end. */
function run(
  script: string,
  folder: string,
  ...more: string[]
): Promise<{ code: number | null; output: string }> {
  return new Promise((resolve) => {
    void freePort().then((port) => {
      let output = '';
      const child = spawn(process.execPath, [`scripts/${script}.mjs`, ...more], {
        env: { ...process.env, NODE_OPTIONS: '', JICARA_DATA: folder, JICARA_PORT: String(port) },
        stdio: ['ignore', 'pipe', 'pipe'],
      });
      child.stdout.on('data', (chunk: Buffer) => (output += chunk.toString()));
      child.stderr.on('data', (chunk: Buffer) => (output += chunk.toString()));
      child.on('exit', (code) => resolve({ code, output }));
    });
  });
}

const tmpfs = (name: string, size: string): string => {
  const folder = join(base, name);
  mkdirSync(folder);
  execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${size},mode=700`, 'tmpfs', folder]);
  mounted.push(folder);
  return folder;
};

/** Ended with a sentence and exit 1, and holds the folder no more. */
function expectRefused(done: { code: number | null; output: string }, folder: string, sentence: RegExp) {
  expect([done.code, done.output]).toEqual([1, expect.stringMatching(sentence)]);
  if (existsSync(folder)) expect(holderOf(join(folder, 'lock.json'))).toBeNull();
}

it('a damaged database is told with its last backup and the command that brings it back, which does', async () => {
  const folder = join(base, 'damaged');
  cpSync(await seededFolder(), folder, { recursive: true });
  const archive = join(base, 'mine.zip');
  expect(await run('backup', folder, archive)).toMatchObject({
    code: 0,
    output: expect.stringContaining('each read back and as listed'),
  });
  mkdirSync(join(folder, 'backups/daily'), { recursive: true });
  cpSync(archive, join(folder, 'backups/daily/2026-11-20.zip'));
  const damages: [what: string, damage: () => void][] = [
    ['control file cut', () => truncateSync(join(folder, 'database/global/pg_control'), 100)],
    [
      'control file of zeros',
      () => writeFileSync(join(folder, 'database/global/pg_control'), Buffer.alloc(8192)),
    ],
    ['no version', () => rmSync(join(folder, 'database/PG_VERSION'))],
    ['catalogue gone', () => rmSync(join(folder, 'database/base'), { recursive: true })],
    [
      'another thing in its place',
      () => {
        rmSync(join(folder, 'database'), { recursive: true });
        writeFileSync(join(folder, 'database'), 'a file');
      },
    ],
  ];
  for (const [, damage] of damages) {
    damage();
    expectRefused(
      await run('demo', folder),
      folder,
      /database .* is damaged.*last backup is of 2026-11-20.*npm run restore -- \S+2026-11-20\.zip/su,
    );
    const name = (JSON.parse(readFileSync(join(folder, 'workshop.json'), 'utf8')) as { name: string }).name;
    const untyped = await run('restore', folder, archive);
    expect([untyped.code, untyped.output]).toEqual([1, expect.stringContaining('name was not typed')]);
    expect((await run('restore', folder, archive, '--name', name)).code).toBe(0);
  }
  const app = await startApp({ folder });
  apps.push(app);
  expect((await view(app, 'Q-0412')).history.length).toBeGreaterThan(0);
  // And the same while it runs: the server makes it; a restore beside a running server is refused.
  const running = join(base, 'running.zip');
  expect((await run('backup', folder, running)).code).toBe(0);
  const beside = await run('restore', folder, running, '--name', 'x');
  expect([beside.code, beside.output]).toEqual([1, expect.stringContaining('Another Jicara')]);
  await endApp(app);
  const elsewhere = join(base, 'elsewhere');
  expect((await run('restore', elsewhere, running)).code).toBe(0);
  expect(existsSync(join(elsewhere, 'database/PG_VERSION'))).toBe(true);
});

it('a folder with other things in it is left alone', async () => {
  const folder = join(base, 'foreign');
  mkdirSync(folder);
  writeFileSync(join(folder, 'letters.txt'), 'dear');
  expectRefused(await run('demo', folder), folder, /holds other things \(letters\.txt\) and no workshop/u);
  expectRefused(await run('demo', folder, '--fresh'), folder, /nothing was taken away/u);
  expect(readFileSync(join(folder, 'letters.txt'), 'utf8')).toBe('dear');
  const file = join(base, 'a-file');
  writeFileSync(file, '');
  expect(await run('demo', file)).toMatchObject({
    code: 1,
    output: expect.stringMatching(/cannot be written to/u),
  });
});

(why ? it.skip : it)('a folder that cannot be written to, and a full disk, end with a sentence', async () => {
  const readOnly = tmpfs('read-only', '200m');
  execFileSync('mount', ['-o', 'remount,ro', readOnly]);
  expectRefused(await run('demo', readOnly), readOnly, /cannot be written to \(EROFS\).*Give its owner/su);
  const full = tmpfs('full', '40m');
  expectRefused(await run('demo', full), full, /disk under .* is full.*Make \d+ MiB of room/su);
});

(why ? it.skip : it)(
  'a disk that fills while it runs is told, nothing is half-written, and it goes on with room',
  async () => {
    const disk = tmpfs('fills', '400m');
    const folder = join(disk, 'data');
    cpSync(await seededFolder(), folder, { recursive: true });
    const app = await startApp({ folder });
    apps.push(app);
    const free = () => {
      const { bavail, bsize } = statfsSync(disk);
      return bavail * bsize;
    };
    const note = (text: string) => act(app, 'Q-0412', { kind: 'note', text });
    const lines = async () => (await view(app, 'Q-0412')).history.length;
    expect(await note('while there is room')).toBe('ok');
    const filler = join(disk, 'filler');
    // So little is left that not even the next segment of the database's log fits; what it writes beside this is no fault.
    const fill = () => {
      for (let more = free() - 2_000_000; more > 0; more = free() - 2_000_000)
        try {
          appendFileSync(filler, Buffer.alloc(Math.min(more, 2 ** 20)));
        } catch (error) {
          if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error;
          return;
        }
    };
    await until(
      async () => {
        fill();
        return note('as it fills');
      },
      (answer) => answer === 'disk-full',
    );
    const before = await lines();
    for (let i = 0; i < 3; i += 1) expect(await note('when it is full')).toBe('disk-full');
    expect(
      await call(app, '/api/parts/import', { kind: 'pad', format: 'json', text: '[{}]', commit: true }),
    ).toMatchObject({
      ok: expect.any(Boolean),
    });
    // Looking goes on.
    expect(await lines()).toBe(before);
    rmSync(filler);
    expect(await note('with room again')).toBe('ok');
    expect(await lines()).toBe(before + 1);
    await endApp(app);
  },
);
