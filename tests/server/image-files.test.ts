import { mkdir, open, rename, stat, symlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { DriveImage, fillDrive } from '@/dock';
import { buildTable, fillWish, partitionTypeCodes, usableSectors } from '@/core/disk';
import { forecastSectors } from '@/core/part';
import { unsafeValue } from '@/core/result';
import { sheetMarkdown } from '@/core/sheet';
import { sumsText } from '@/core/copy';
import type { SumsState } from '@/core/job-view';
import { startSums, sumsOf, sumsState, takeInDevice } from '@/server';
import { driveFiles } from '@/server/drive-files';
import { type Workshop, act, jobView, openWorkshop } from './workshop';

/** A real device in a workshop of one's own: its drives come as image files, and nothing simulated takes part. */

let workshop: Workshop;
let folder: string;
let id: string;
const view = () => jobView(workshop.runtime, id);
const does = (what: object) => act(workshop.runtime, id, what);
const path = (name: string) => join(folder, name);

const takeIn = {
  profileId: 'braskit-osprey',
  owner: 'Bosun',
  serial: '',
  place: '',
  wish: 'bigger',
  wantedGB: 1000,
  dataToKeep: true,
  oldDrive: { formFactor: '2242-S3-M', labelGB: 512, usedBytes: 310e6 },
  encryption: 'no',
  card: 'no',
  swollen: 'no',
  consent: true,
  chargePercent: 15,
  promisedAt: null,
  note: '',
};

const ended = () =>
  new Promise<string>((resolve) => {
    const stop = workshop.runtime.copies.listen(id, (state) => {
      if (state.kind === 'running') return;
      stop();
      resolve(state.kind === 'interrupted' ? (state.fault?.code ?? 'interrupted') : state.kind);
    });
  });

beforeAll(async () => {
  workshop = await openWorkshop();
  const { runtime } = workshop;
  // The demo's parts and devices, in a workshop that is somebody's own.
  runtime.isDemo = false;
  folder = join(workshop.folder, 'images-of-drives');
  await mkdir(folder);
  runtime.drivesFolder = folder;
  const taken = await takeInDevice(runtime, takeIn);
  id = unsafeValue(taken).id;
  // An image as a reading of a real drive would give it.
  const made = join(workshop.folder, 'made');
  await mkdir(made);
  const sectors = forecastSectors(512, 512);
  const drive = await DriveImage.create(made, sectors * 512);
  const { profile } = await view();
  await fillDrive(drive, {
    parts: profile.deliveredParts,
    sectors,
    sectorBytes: 512,
    statedBytes: 400e6,
    startFile: profile.startFile,
    seed: 11,
    demo: join(process.cwd(), 'demo'),
  });
  await drive.close();
  await rename(join(made, 'image.img'), path('old.img'));
  expect(await does({ kind: 'choose', driveId: 'ostrel-marl-1000', padIds: ['lindrel-soft-250'] })).toBe(
    'ok',
  );
  await does({ kind: 'lay-out', wish: fillWish });
  for (let now = await view(); now.current === 'open'; now = await view())
    expect(await does({ kind: 'step', stepId: now.nextStepId })).toBe('ok');
});
afterAll(() => workshop.close());

it('a device that is taken in is real unless practice was asked for, and stays what it is', async () => {
  expect((await view()).job.takeIn.practice).toBe(false);
  const practice = unsafeValue(await takeInDevice(workshop.runtime, { ...takeIn, practice: true }));
  expect((await jobView(workshop.runtime, practice.id)).job.takeIn.practice).toBe(true);
  await act(workshop.runtime, practice.id, { kind: 'amend', takeIn: { ...takeIn, practice: false } });
  expect((await jobView(workshop.runtime, practice.id)).job.takeIn.practice).toBe(true);
});

it('the folder’s images are listed by their size, and what is odd by why', async () => {
  await symlink('/nowhere.img', path('dangling.img'));
  await mkdir(path('folder.img'));
  await writeFile(path('short.img'), 'x');
  await writeFile(path('letter.txt'), 'x');
  const found = (await view()).driveFiles!;
  expect(found.files.map(({ name, bytes }) => [name, bytes])).toEqual([
    ['old.img', forecastSectors(512, 512) * 512],
  ]);
  expect(found.odd.map(({ name }) => name)).toEqual(['dangling.img', 'folder.img', 'short.img']);
  expect(await driveFiles({ ...workshop.runtime, drivesFolder: null })).toBeNull();
});

it('nothing simulated is made for it', async () => {
  expect(await does({ kind: 'dock', caseId: 'tarn-5' })).toBe('no-stand-in');
  expect(await does({ kind: 'switch-on' })).toBe('no-stand-in');
  expect(await does({ kind: 'restore' })).toBe('no-stand-in');
  expect(await workshop.runtime.dock.identities()).toEqual([]);
});

it.each([
  [{ old: 'old.img', new: 'old.img' }, 'same-file'],
  [{ old: 'nothing.img', new: 'new.img' }, 'not-found'],
  [{ old: 'dangling.img', new: 'new.img' }, 'not-found'],
  [{ old: 'old.img', new: 'folder.img' }, 'not-found'],
  [{ old: '../made/x.img', new: 'new.img' }, 'form'],
  [{ old: 'old.img', new: 'a/b.img' }, 'form'],
])('%j is refused', async (files, code) => {
  expect(await does({ kind: 'dock', caseId: 'tarn-5', files })).toBe(code);
});

it('both files get labels; the new one is made of the drive’s true size, and armed by its label as any drive', async () => {
  expect(await does({ kind: 'dock', caseId: 'tarn-5', files: { old: 'old.img', new: 'new.img' } })).toBe(
    'ok',
  );
  const { dock } = (await view()).job;
  expect([dock!.old.file, dock!.new.file]).toEqual(['old.img', 'new.img']);
  expect((await stat(path('new.img'))).size).toBe(forecastSectors(1000, 512) * 512);
  expect(await does({ kind: 'copy' })).toBe('hold-label');
  expect(await does({ kind: 'arm', label: dock!.new.benchLabel.replace('-', '') })).toBe('ok');
});

it('the whole chain works on them: read, copied, proved, looked into; and the proof is of what really is', async () => {
  const source = await stat(path('old.img'));
  const done = ended();
  expect(await does({ kind: 'copy' })).toBe('ok');
  expect(await done).toBe('finished');
  const now = await view();
  expect(now.job.copy).toMatchObject({
    grade: 'read-back',
    into: 'image-file',
    simulated: false,
    mismatches: 0,
  });
  expect(now.evidence!.filter(({ verdict }) => verdict === 'over')).toEqual([]);
  expect(now.sheet).toMatchObject({ practice: false, copy: { simulated: false } });
  // The image is not the drive: that one is still to be written, and read.
  expect([now.current, now.facts['copy.verified']?.value]).toEqual(['carry-over', false]);
  expect(now.holds.map(({ code }) => code)).toContain('copy-unverified');
  expect(now.prove.find(({ id: one }) => one === 'mismatches')!.verdict).toBe('unknown');
  expect(sheetMarkdown(now.sheet, { locale: 'en-GB' })).toContain('That is the image file');
  expect(await does({ kind: 'look-inside' })).toBe('only-image');
  // The old image was read and nothing else.
  expect((await stat(path('old.img'))).mtimeMs).toBe(source.mtimeMs);
});

describe('the real drive, written elsewhere', () => {
  const ready = async (): Promise<SumsState> => {
    for (;;) {
      const state = await sumsState(workshop.runtime, id);
      if (state.kind !== 'making') return state;
      await new Promise((resolve) => setTimeout(resolve, 30));
    }
  };
  const printed = async () => sumsText((await sumsOf(workshop.runtime, id))!.sums);

  it('is held against nothing before there is a list, which is made of the image as its copy left it', async () => {
    expect(await does({ kind: 'drive-read', printed: `${'0'.repeat(64)} 0 4096` })).toBe('no-list');
    const file = await open(path('new.img'), 'r+');
    const byte = Buffer.alloc(1);
    await file.read(byte, 0, 1, 0);
    await file.write(Buffer.from([byte[0]! ^ 1]), 0, 1, 0);
    expect((await startSums(workshop.runtime, id)).ok).toBe(true);
    expect((await startSums(workshop.runtime, id)).ok).toBe(false);
    expect(await ready()).toMatchObject({ kind: 'none', fault: { code: 'image-changed' } });
    await file.write(byte, 0, 1, 0);
    await file.close();
    await startSums(workshop.runtime, id);
    expect(await ready()).toMatchObject({ kind: 'ready', stretches: expect.any(Number) });
  });

  it('that differs in one stretch is named and proves nothing; one that matches in all of them is proved', async () => {
    const all = await printed();
    expect(await does({ kind: 'drive-read', printed: 'sha256sum: command not found' })).toBe('no-sums');
    const other = all.replace(/^[0-9a-f]{4}/u, 'ffff');
    expect(await does({ kind: 'drive-read', printed: other })).toBe('ok');
    const differs = await view();
    expect(differs.job.driveRead).toMatchObject({ differing: [{ offset: 0 }], missing: [] });
    expect([differs.current, differs.job.copy!.grade]).toEqual(['carry-over', 'read-back']);
    expect(await does({ kind: 'drive-read', printed: all })).toBe('ok');
    const proved = await view();
    expect(proved.job.copy).toMatchObject({ grade: 'written-elsewhere', into: 'drive' });
    expect([proved.current, proved.facts['copy.verified']?.value]).toEqual(['swap', true]);
    const sheet = sheetMarkdown(proved.sheet, { locale: 'en-GB' });
    expect(sheet).toContain('the checksum of every stretch matches');
    expect(sheet).toContain('1 differ');
    // Read once more, and other than before: what it was proved by no longer holds.
    await does({ kind: 'drive-read', printed: other });
    expect((await view()).job.copy).toMatchObject({ grade: 'read-back', into: 'image-file' });
    expect((await view()).current).toBe('carry-over');
  });

  it('or is looked into by an image of it, which lifts the hold and compares nothing', async () => {
    expect(await does({ kind: 'look-inside', image: 'nothing.img' })).toBe('not-found');
    expect(await does({ kind: 'look-inside', image: 'old.img' })).toBe('other-size');
    expect((await view()).current).toBe('carry-over');
    expect(await does({ kind: 'look-inside', image: 'new.img' })).toBe('ok');
    const now = await view();
    expect(now.history.at(-1)!.sentence).toContain('new.img, an image of the new drive: all of its evidence');
    expect([now.current, now.job.copy!.into]).toEqual(['swap', 'image-file']);
  });
});

it('an image that another program changes between two runs is noticed', async () => {
  await does({ kind: 'undock' });
  expect(await does({ kind: 'dock', caseId: 'tarn-5', files: { old: 'old.img', new: 'new.img' } })).toBe(
    'ok',
  );
  const { dock } = (await view()).job;
  await does({ kind: 'arm', label: dock!.new.benchLabel });
  const stopped = ended();
  await does({ kind: 'copy' });
  await does({ kind: 'copy-stop' });
  expect(await stopped).toBe('interrupted');
  const order = (await workshop.runtime.dock.copyOf(id).standing())!.order;
  const file = await open(path('old.img'), 'r+');
  const at = order.spans.reduce((most, span) => (span.bytes > most.bytes ? span : most)).source + 4096;
  const bytes = Buffer.alloc(1);
  await file.read(bytes, 0, 1, at);
  await file.write(Buffer.from([bytes[0]! ^ 1]), 0, 1, at);
  await file.close();
  const again = ended();
  expect(await does({ kind: 'copy' })).toBe('ok');
  expect(['finished', 'source-changed']).toContain(await again);
});

it('a file that one job has on the dock is not another job’s to take', async () => {
  const other = unsafeValue(await takeInDevice(workshop.runtime, takeIn)).id;
  await act(workshop.runtime, other, {
    kind: 'choose',
    driveId: 'ostrel-marl-1000',
    padIds: ['lindrel-soft-250'],
  });
  await act(workshop.runtime, other, { kind: 'lay-out', wish: fillWish });
  const theirs = () => jobView(workshop.runtime, other);
  for (let now = await theirs(); now.current === 'open'; now = await theirs())
    await act(workshop.runtime, other, { kind: 'step', stepId: now.nextStepId });
  const files = { old: 'old.img', new: 'other.img' };
  expect(await act(workshop.runtime, other, { kind: 'dock', caseId: 'tarn-5', files })).toBe('drive-busy');
});

it('a copy that was made elsewhere is noted with its means, held before Swap, and stands so on the sheet', async () => {
  const other = unsafeValue(await takeInDevice(workshop.runtime, takeIn)).id;
  const doing = (what: object) => act(workshop.runtime, other, what);
  const theirs = () => jobView(workshop.runtime, other);
  const elsewhere = { kind: 'copied-elsewhere', means: 'the ferry yard’s own copier' };
  expect(await doing(elsewhere)).toBe('no-layout');
  await doing({ kind: 'choose', driveId: 'ostrel-marl-1000', padIds: ['lindrel-soft-250'] });
  await doing({ kind: 'lay-out', wish: fillWish });
  expect(await doing(elsewhere)).toBe('drive-inside');
  for (let now = await theirs(); now.current === 'open'; now = await theirs())
    await doing({ kind: 'step', stepId: now.nextStepId });
  expect(await doing(elsewhere)).toBe('ok');
  const held = await theirs();
  expect(held.current).toBe('carry-over');
  expect(held.job.copy).toMatchObject({ grade: 'done-elsewhere', simulated: false, blocks: 0 });
  expect(held.facts['copy.verified']?.value).toBe(false);
  expect(held.holds.map(({ code }) => code)).toContain('copy-unverified');
  expect(held.prove.find(({ id: one }) => one === 'mismatches')!.verdict).toBe('unknown');
  expect(await doing({ kind: 'override', code: 'copy-unverified', reason: 'the yard read it back' })).toBe(
    'ok',
  );
  expect((await theirs()).current).toBe('swap');
  const sheet = await theirs();
  expect(sheet.sheet.copy).toMatchObject({ grade: 'done-elsewhere', readBack: { reason: elsewhere.means } });
  expect(sheetMarkdown(sheet.sheet, { locale: 'en-GB' })).toContain('Nothing of it was compared here');
});

it('two tables on an image: nothing is copied until a person says which counts, and then that one is', async () => {
  const other = unsafeValue(await takeInDevice(workshop.runtime, takeIn)).id;
  const doing = (what: object) => act(workshop.runtime, other, what);
  const theirs = () => jobView(workshop.runtime, other);
  await doing({ kind: 'choose', driveId: 'ostrel-marl-1000', padIds: ['lindrel-soft-250'] });
  await doing({ kind: 'lay-out', wish: fillWish });
  for (let now = await theirs(); now.current === 'open'; now = await theirs())
    await doing({ kind: 'step', stepId: now.nextStepId });
  // A partition table, with a real older record written over its protective one.
  const sectors = 100 * 2048;
  const table = {
    kind: 'gpt' as const,
    sectorBytes: 512,
    driveSectors: sectors,
    diskGuid: '7F0C2A64-0B5E-4C5B-9B63-5D6A5B0C1D2E',
    ...usableSectors(sectors, 512),
    partitions: [
      {
        number: 1,
        typeGuid: partitionTypeCodes.basicData,
        partGuid: '7F0C2A64-0B5E-4C5B-9B63-5D6A5B0C1D2F',
        firstSector: 2048,
        lastSector: 40 * 2048 - 1,
        attributes: '0',
        name: 'main',
      },
    ],
  };
  const file = await open(path('two.img'), 'w');
  await file.truncate(sectors * 512);
  for (const { offset, bytes } of buildTable(table)) await file.write(bytes, 0, bytes.length, offset);
  const record = Buffer.alloc(512);
  record[450] = 0x83;
  record.writeUInt32LE(4096, 454);
  record.writeUInt32LE(8192, 458);
  record.set([0x55, 0xaa], 510);
  await file.write(record, 0, 512, 0);
  await file.close();
  await writeFile(path('to.img'), Buffer.alloc(200 * 2 ** 20));
  // What could not be read when it was made: a note that is not understood is no note of nothing.
  await writeFile(path('two.img.errors'), 'something else');
  expect(await doing({ kind: 'dock', caseId: 'tarn-5', files: { old: 'two.img', new: 'to.img' } })).toBe(
    'odd-notes',
  );
  await writeFile(
    path('two.img.errors'),
    "dd: error reading 'x': Input/output error\n512+0 records in\n512+0 records out\n25599+1 records in\n",
  );
  expect(await doing({ kind: 'dock', caseId: 'tarn-5', files: { old: 'two.img', new: 'to.img' } })).toBe(
    'ok',
  );
  const undecided = await theirs();
  expect(undecided.source!.tables).toEqual(['record', 'gpt']);
  expect(undecided.source!.table!.kind).toBe('record');
  await doing({ kind: 'arm', label: undecided.job.dock!.new.benchLabel });
  expect(await doing({ kind: 'copy' })).toBe('two-tables');
  expect(await doing({ kind: 'which-table', table: 'gpt' })).toBe('ok');
  const decided = await theirs();
  expect([decided.source!.tables, decided.source!.table!.kind]).toEqual([[], 'gpt']);
  expect(decided.history.at(-1)!.sentence).toContain('the partition table with headers');
  const done = new Promise<string>((resolve) => {
    const stop = workshop.runtime.copies.listen(other, (state) => {
      if (state.kind === 'running') return;
      stop();
      resolve(state.kind);
    });
  });
  expect(await doing({ kind: 'copy', outside: 'all' })).toBe('ok');
  expect(await done).toBe('finished');
  expect(await doing({ kind: 'which-table', table: 'record' })).toBe('copy-begun');
  expect(undecided.source!.faults.at(-1)).toContain('4096 bytes of it could not be read');
  expect((await theirs()).job.copy).toMatchObject({
    grade: 'read-back',
    simulated: false,
    unreadable: [{ offset: 512 * 4096, bytes: 4096, part: 'main' }],
  });
});
