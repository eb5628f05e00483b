import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unsafeValue } from '@/core/result';
import {
  type Runtime,
  closeRuntime,
  doAct,
  findJob,
  getRuntime,
  openRuntime,
  restoreWorkshop,
  setRuntime,
} from '@/server';
import { finishSwap, keepDaily, readBackup, stageRestore, writeBackup } from '@/server/backup';
import { openDatabase, troubleIn } from '@/server/database';
import { jobView, imagesInProcess, inProcess } from './workshop';

let isDamaged = false;
const probe = async (folder: string) => {
  if (isDamaged) return false;
  try {
    const database = await openDatabase(folder);
    await database.query('select count(*) from job');
    await database.close();
    return true;
  } catch {
    return false;
  }
};

let now = new Date('2026-11-24T08:00:00.000Z');
const open = async (dataFolder: string, kind: 'demo' | 'own' = 'demo') =>
  openRuntime({
    dataFolder,
    projectFolder: process.cwd(),
    kind,
    // A year behind it would make each backup and each restore of it twice as long, and show nothing more.
    hasPast: false,
    now: () => now,
    threads: inProcess,
    imageThreads: imagesInProcess,
    probe,
  });

let folder: string;
let runtime: Runtime;
const id = 'Q-0414';
const note = async (text: string) => {
  const { version } = unsafeValue(await findJob(runtime.database, id));
  expect((await doAct(runtime, id, { version, act: { kind: 'note', text } })).ok).toBe(true);
};
const notes = async () =>
  (await jobView(runtime, id)).history.filter(({ kind }) => kind === 'note').map(({ sentence }) => sentence);

beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'jicara-backup-'));
  runtime = unsafeValue(await open(folder));
  setRuntime(runtime);
  mkdirSync(join(folder, 'photos'));
  mkdirSync(join(folder, 'dock/drives'), { recursive: true });
  writeFileSync(join(folder, 'photos/P-0001.jpg'), 'a photo');
  mkdirSync(join(folder, 'images/own'), { recursive: true });
  writeFileSync(join(folder, 'images/own/quay.img.json'), '{"name":"Quay"}');
});
afterAll(async () => {
  await getRuntime().close();
  setRuntime(null);
  await rm(folder, { recursive: true, force: true });
});

const archive = () => join(folder, '..', `${folder.split('/').at(-1)}.zip`);
afterAll(() => rm(archive(), { force: true }));

it('everything made is for its owner alone', () => {
  const walk = (path: string): string[] => {
    const { mode } = statSync(path);
    const own = (mode & 0o077) === 0 ? [] : [`${path} ${(mode & 0o777).toString(8)}`];
    return statSync(path).isDirectory()
      ? [...own, ...readdirSync(path).flatMap((name) => walk(join(path, name)))]
      : own;
  };
  expect(walk(folder)).toEqual([]);
});

it('a backup made while work goes on holds all that was acknowledged before it, each file as listed', async () => {
  await note('before the backup');
  const working = (async () => {
    for (let i = 0; i < 10; i += 1) await note(`meanwhile ${i}`);
  })();
  const manifest = await writeBackup(runtime, 'full', archive());
  await working;
  const paths = manifest.files.map(({ path }) => path);
  for (const path of [
    'photos/P-0001.jpg',
    'own/quay.img.json',
    'export/jobs.jsonl',
    'export/history.jsonl',
    'export/parts.json',
    'export/profiles.json',
    'database/PG_VERSION',
  ])
    expect(paths).toContain(path);
  const photo = manifest.files.find(({ path }) => path === 'photos/P-0001.jpg')!;
  expect(photo.sha256).toBe(createHash('sha256').update('a photo').digest('hex'));
  expect((await readBackup(archive(), null)).ok).toBe(true);
});

/** A byte of a file’s content, well away from the archive’s own records: what stands in those by the way changes nothing that is kept. */
function insideContent(archive: Buffer): number {
  const record = Buffer.from('PK');
  for (let at = Math.floor(archive.length * 0.6); ; at += 64) {
    const next = archive.indexOf(record, at - 512);
    if (next < 0 || next > at + 512) return at;
  }
}

it('one that is cut off or changed is refused, and nothing is touched', async () => {
  const whole = readFileSync(archive());
  const bad = `${archive()}.bad`;
  const changed = Buffer.from(whole);
  changed[insideContent(whole)]! ^= 1;
  for (const [bytes, code] of [
    [whole.subarray(0, whole.length / 2), 'backup-damaged'],
    [changed, 'backup-damaged'],
    [Buffer.from('no zip at all'), 'backup-damaged'],
  ] as const) {
    writeFileSync(bad, bytes);
    expect(await stageRestore(folder, bad, probe)).toMatchObject({ fault: { code } });
    expect(existsSync(join(folder, 'swap'))).toBe(false);
  }
  rmSync(bad);
  expect(await stageRestore(folder, bad, probe)).toMatchObject({ fault: { code: 'backup-missing' } });
});

it('is brought back by typing the workshop’s name, whole; what was there is kept once', async () => {
  await note('after the backup');
  const body = () => new Response(readFileSync(archive())).body as never;
  expect(await restoreWorkshop(runtime, 'another', body(), probe)).toMatchObject({
    fault: { code: 'wrong-name' },
  });
  const { name } = JSON.parse(readFileSync(join(folder, 'workshop.json'), 'utf8')) as { name: string };
  expect(await restoreWorkshop(runtime, ` ${name.toUpperCase()} `, body(), probe)).toMatchObject({
    ok: true,
  });
  runtime = getRuntime();
  const kept = await notes();
  expect(kept).toContain('before the backup');
  expect(kept).not.toContain('after the backup');
  expect(readFileSync(join(folder, 'photos/P-0001.jpg'), 'utf8')).toBe('a photo');
  expect(readdirSync(join(folder, 'replaced')).sort()).toEqual(['database', 'dock', 'photos']);
  expect(existsSync(join(folder, 'swap'))).toBe(false);
});

it('a kill in the middle of the swap is gone on from, at whatever rename it came', async () => {
  await runtime.close();
  const renames = ['database', 'photos', 'dock'];
  for (let kills = 0; kills <= renames.length; kills += 1) {
    const staged = await stageRestore(folder, archive(), probe);
    expect(staged.ok).toBe(true);
    // As a kill would leave it: some folders done, one moved away and not yet taken the place of.
    const { rename, mkdir } = await import('node:fs/promises');
    await mkdir(join(folder, 'swap/old'), { recursive: true });
    for (const done of renames.slice(0, kills)) {
      await rename(join(folder, done), join(folder, 'swap/old', done));
      if (done !== renames[kills - 1]) await rename(join(folder, 'swap/new', done), join(folder, done));
    }
    expect(await finishSwap(folder)).toBe(true);
    expect(await finishSwap(folder)).toBe(false);
    expect(await probe(join(folder, 'database'))).toBe(true);
    expect(readFileSync(join(folder, 'photos/P-0001.jpg'), 'utf8')).toBe('a photo');
  }
  // One that was never ready is forgotten.
  mkdirSync(join(folder, 'swap/new/database'), { recursive: true });
  expect(await finishSwap(folder)).toBe(false);
  expect(existsSync(join(folder, 'swap'))).toBe(false);
  runtime = unsafeValue(await open(folder));
  setRuntime(runtime);
});

it('seven days are kept by themselves, photos beside them once, and one of them brings the workshop back', async () => {
  for (let day = 1; day <= 8; day += 1) {
    now = new Date(Date.UTC(2026, 11, day, 9));
    if (day === 3) writeFileSync(join(folder, 'photos/P-0002.jpg'), 'another');
    if (day === 4) rmSync(join(folder, 'photos/P-0002.jpg'));
    expect(await keepDaily(runtime)).toBe(true);
    expect(await keepDaily(runtime)).toBe(false);
  }
  const days = readdirSync(join(folder, 'backups/daily')).sort();
  expect(days).toEqual([2, 3, 4, 5, 6, 7, 8].map((day) => `2026-12-0${day}.zip`));
  expect(readdirSync(join(folder, 'backups/photos')).sort()).toEqual(['P-0001.jpg', 'P-0002.jpg']);
  await runtime.close();
  rmSync(join(folder, 'database/global'), { recursive: true });
  const refused = await open(folder);
  expect(refused).toMatchObject({
    ok: false,
    fault: {
      code: 'database-damaged',
      remedy: expect.stringContaining('npm run restore -- '),
    },
  });
  const file = /-- (\S+)/u.exec(refused.ok ? '' : refused.fault.remedy)![1]!;
  expect(file).toBe(join(folder, 'backups/daily/2026-12-08.zip'));
  expect((await stageRestore(folder, join(folder, 'backups/daily/2026-12-03.zip'), probe)).ok).toBe(true);
  expect(await finishSwap(folder)).toBe(true);
  runtime = unsafeValue(await open(folder));
  setRuntime(runtime);
  expect(await notes()).toContain('before the backup');
  expect(readdirSync(join(folder, 'photos')).sort()).toEqual(['P-0001.jpg', 'P-0002.jpg']);
});

it('where what was brought back cannot be opened, everybody is told that, and not to wait a moment', async () => {
  isDamaged = true;
  const again = await runtime.reopen();
  isDamaged = false;
  expect(again).toMatchObject({ ok: false, fault: { code: 'database-damaged' } });
  let told: unknown = null;
  try {
    getRuntime();
  } catch (error) {
    told = troubleIn(error);
  }
  expect(told).toEqual(again.ok ? null : again.fault);
  runtime = unsafeValue(await open(folder));
  setRuntime(runtime);
  expect((await notes()).length).toBeGreaterThan(0);
});

it('a signal while it is being opened again waits for that, and then closes it', async () => {
  const work = runtime.reopen();
  await closeRuntime();
  expect(await work).toEqual({ ok: true, value: null });
  // The lock is let go: the folder can be opened by the next.
  runtime = unsafeValue(await open(folder));
  setRuntime(runtime);
});
