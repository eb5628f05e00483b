import { readFile, rm, truncate } from 'node:fs/promises';
import { join } from 'node:path';
import { readChecksumList } from '@/core/image';
import type { CopyState } from '@/core/copy';
import type { DockImage, DockItem } from '@/core/job-view';
import { unsafeValue } from '@/core/result';
import { checksumList, doImageAct, dockView, setPracticeFaults } from '@/server';
import { jobView, type Workshop, act, openWorkshop, switchOn } from './workshop';

let workshop: Workshop;
const id = 'Q-0415';
const wren = 'wren-harbour-4-6';

beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const library = async () => (await dockView(workshop.runtime)).library;
const image = async (imageId: string): Promise<DockImage> =>
  (await library()).images.find((one) => one.image.id === imageId)!;
const item = async (label: string): Promise<DockItem> =>
  (await library()).items.find((one) => one.item.label === label)!;
const view = async () => await jobView(workshop.runtime, id);
/** Does it and waits for what it began; 'ok' or the code of the refusal. */
async function doing(form: object): Promise<string> {
  const done = await doImageAct(workshop.runtime, form);
  if (!done.ok) return done.fault.code;
  const { imageId, label } = form as { imageId?: string; label?: string };
  await workshop.runtime.asking;
  await workshop.runtime.images.ended(`image:${imageId}`);
  await workshop.runtime.images.ended(`stick:${label}`);
  return 'ok';
}
const ended = () =>
  new Promise<CopyState>((resolve) => {
    const stop = workshop.runtime.copies.listen(id, (state) => {
      if (state.kind === 'running') return;
      stop();
      resolve(state);
    });
  });

it('the image server is asked, and where it does not answer that is said and nothing is lost', async () => {
  await setPracticeFaults(workshop.runtime, { faults: ['maker-offline'] });
  await doing({ kind: 'ask' });
  expect((await library()).maker).toMatchObject({ askedAt: null, fault: { code: 'maker-offline' } });
  await setPracticeFaults(workshop.runtime, { faults: [] });
  await doing({ kind: 'ask' });
  const { images, maker } = await library();
  expect(maker).toMatchObject({ askedAt: '2026-11-24T08:00:00.000Z', fault: null });
  expect(images.map(({ image: { id: imageId }, staleBy }) => [imageId, staleBy?.version ?? null])).toEqual([
    ['wren-harbour-4-6', null],
    ['wren-harbour-4-2', '4.6.0'],
    ['osprey-quay-2-9', null],
    ['heron-desk-11-1', null],
    ['plover-skiff-1-4', null],
  ]);
});

it('what was fetched is checked at once: as listed, not as listed, not in the list', async () => {
  for (const imageId of [wren, 'wren-harbour-4-2', 'heron-desk-11-1', 'plover-skiff-1-4'])
    expect(await doing({ kind: 'fetch', imageId })).toBe('ok');
  const good = await image(wren);
  expect(good.check).toMatchObject({ imageBytes: 299_008 * 512, unpackFault: null });
  expect(good.check!.listed).toBe(good.check!.sha256);
  const damaged = (await image('heron-desk-11-1')).check!;
  expect(damaged.listed).not.toBe(damaged.sha256);
  expect((await image('plover-skiff-1-4')).check).toMatchObject({ listed: null });
  const list = unsafeValue(readChecksumList(await checksumList(workshop.runtime)));
  expect(list.map(({ name }) => name)).toEqual(['wren-harbour-4-6.img.gz', 'wren-harbour-4-2.img.gz']);
});

it('a stick is written from a checked image only, by typing its label, where there is room', async () => {
  const write = (imageId: string, label: string, typed = label) =>
    doing({ kind: 'write', imageId, label, typed });
  expect(await write('heron-desk-11-1', 'ST-1101')).toBe('not-checked');
  expect(await write('plover-skiff-1-4', 'ST-1101')).toBe('not-checked');
  expect(await write('osprey-quay-2-9', 'ST-1101')).toBe('not-checked');
  expect(await write(wren, 'ST-1104')).toBe('too-small');
  expect(await write(wren, 'ST-1101', 'ST-1102')).toBe('wrong-label');
  expect(await write(wren, 'CB-1101')).toBe('not-found');
  expect(await write(wren, 'ST-1101', ' st-1101 ')).toBe('ok');
  const stick = await item('ST-1101');
  expect(stick.content).toMatchObject({ state: 'matched', version: '4.6.0' });
  expect(stick.uses.at(-1)).toMatchObject({
    worked: true,
    by: 'IM',
    what: expect.stringMatching(/read back/u),
  });
  expect(await write('wren-harbour-4-2', 'ST-1103')).toBe('ok');
  expect((await item('ST-1103')).record).toMatchObject({
    verdict: 'over',
    remedy: expect.stringMatching(/bin it/u),
  });
});

it('a job takes its stick before the device is opened, checked for model, age and record', async () => {
  const { runtime } = workshop;
  expect(
    await act(runtime, id, {
      kind: 'choose',
      driveId: 'kelvane-wick-1000',
      padIds: [],
      reason: 'tried before',
    }),
  ).toBe('ok');
  expect(await act(runtime, id, { kind: 'revision', revisionId: 'late' })).toBe('ok');
  expect(await act(runtime, id, { kind: 'take-stick', label: 'ST-1101' })).toBe('other-way');
  expect(await act(runtime, id, { kind: 'observe', fact: 'second-copy.made', value: true })).toBe('ok');
  expect(await act(runtime, id, { kind: 'route', route: 'stick' })).toBe('ok');
  expect(await act(runtime, id, { kind: 'route', route: 'stick' })).toBe('same-way');
  const before = await view();
  expect(before.stations.map(({ id: station }) => station)).toEqual([
    'take-in',
    'fit',
    'data',
    'open',
    'swap',
    'close',
    'first-power',
    'carry-over',
    'prove',
    'hand-over',
  ]);
  expect(before.stationHolds.open).toMatchObject({ code: 'stick' });
  expect(before.holds.some(({ code }) => ['encryption', 'label', 'copy-unverified'].includes(code))).toBe(
    false,
  );
  expect(await act(runtime, id, { kind: 'take-stick', label: 'ST-1102' })).toBe('stick-unknown');
  expect(await act(runtime, id, { kind: 'take-stick', label: 'ST-1101' })).toBe('stick-unknown');
  await act(runtime, id, { kind: 'system-version', version: '4.7' });
  expect(await act(runtime, id, { kind: 'take-stick', label: 'ST-1101' })).toBe('stick-over');
  await act(runtime, id, { kind: 'system-version', version: '4.5' });
  expect(await act(runtime, id, { kind: 'take-stick', label: 'ST-1103' })).toBe('stick-over');
  expect(await act(runtime, id, { kind: 'take-stick', label: 'ST-1101' })).toBe('ok');
  const after = await view();
  const image = after.sticks.find(({ label }) => label === 'ST-1101')!;
  // What the image holds is read before anything is opened.
  expect(image.margins.filter(({ id: what }) => what === 'start-file' || what === 'efi-part')).toMatchObject([
    { verdict: 'clear' },
    { verdict: 'clear' },
  ]);
  expect(after.stationHolds.open).toBeUndefined();
  expect(after.layout?.partitions.map(({ name, grownBy }) => [name, grownBy])).toEqual([
    ['EFI system', null],
    ['home', 'device'],
  ]);
  expect(await doing({ kind: 'write', imageId: wren, label: 'ST-1101', typed: 'ST-1101' })).toBe(
    'stick-taken',
  );
  expect(await doing({ kind: 'bin', label: 'ST-1101' })).toBe('stick-taken');
});

it('the device is restored from the stick, byte for byte, starts, and the stick’s record says so', async () => {
  const { runtime } = workshop;
  await act(runtime, id, { kind: 'observe', fact: 'encryption.on', value: false });
  for (let now = await view(); now.nextStepId !== null; now = await view())
    expect(await act(runtime, id, { kind: 'step', stepId: now.nextStepId })).toBe('ok');
  expect(await act(runtime, id, { kind: 'restore' })).toBe('stick-out');
  await act(runtime, id, { kind: 'observe', fact: 'stick.inserted', value: true });
  expect(await act(runtime, id, { kind: 'restore' })).toBe('no-charger');
  await act(runtime, id, { kind: 'observe', fact: 'charger.connected', value: true });
  expect(await switchOn(workshop, id)).toBe('ok');
  const empty = await view();
  expect(empty.job.lastStart).toMatchObject({
    outcome: 'no-start-device',
    hint: expect.stringMatching(/empty/u),
  });
  expect(empty.current).toBe('carry-over');
  // Its boot menu tells from the bytes what is there; the stick is chosen on it.
  expect(await act(runtime, id, { kind: 'switch-off' })).toBe('ok');
  expect(await act(runtime, id, { kind: 'switch-on', menu: true })).toBe('ok');
  workshop.pass(5);
  expect((await view()).device?.menu?.map(({ id: entry, note }) => [entry, note])).toEqual([
    ['drive', 'nothing on it'],
    ['stick', 'starts the restore'],
  ]);
  const done = ended();
  expect(await act(runtime, id, { kind: 'press', key: 'stick' })).toBe('ok');
  expect(await act(runtime, id, { kind: 'switch-off' })).toBe('busy');
  expect((await done).kind).toBe('finished');
  const started = await view();
  expect(started.job).toMatchObject({ outcome: 'started', copy: { mismatches: 0 } });
  expect(started.current).toBe('prove');
  expect(started.evidence?.filter(({ verdict }) => verdict === 'over')).toEqual([]);
  expect(started.prove.map(({ id: what }) => what)).toContain('mismatches');
  expect((await item('ST-1101')).uses.at(-1)).toMatchObject({ worked: true, jobId: id });
  expect(started.sheet.notes.map(({ text }) => text).join('\n')).toMatch(
    /Took ST-1101.*\n?.*Restored from ST-1101/su,
  );
  // What was restored starts under real firmware as well: it has the program of the maker’s image.
  expect(await act(runtime, id, { kind: 'rehearse' })).toBe('ok');
  expect((await view()).job.rehearsal).toMatchObject({ verdict: 'own-line', simulated: true });
  // The stick is free for another one.
  expect(await doing({ kind: 'write', imageId: wren, label: 'ST-1101', typed: 'ST-1101' })).toBe('ok');
});

it('what a person saw of a real device stands in the stick’s record as well, and never before the stick is in', async () => {
  const { runtime } = workshop;
  await act(runtime, id, { kind: 'observe', fact: 'stick.inserted', value: false });
  const before = (await item('ST-1101')).uses.length;
  expect(await act(runtime, id, { kind: 'observe-start', outcome: 'no-start-device' })).toBe('ok');
  expect((await item('ST-1101')).uses).toHaveLength(before);
  await act(runtime, id, { kind: 'observe', fact: 'stick.inserted', value: true });
  expect(await act(runtime, id, { kind: 'observe-start', outcome: 'does-not-finish' })).toBe('ok');
  expect((await item('ST-1101')).uses.at(-1)).toMatchObject({ worked: false, jobId: id });
  expect(await act(runtime, id, { kind: 'observe-start', outcome: 'started' })).toBe('ok');
  expect((await item('ST-1101')).uses.at(-1)).toMatchObject({ worked: true, what: 'restored a Wren' });
});

it('what is half written stays so over a restart, and is never taken for whole', async () => {
  const { runtime, folder } = workshop;
  const path = join(folder, 'dock/sticks/ST-1102/image.img');
  await doing({ kind: 'write', imageId: wren, label: 'ST-1102', typed: 'ST-1102' });
  await truncate(path, 2 ** 20);
  expect(await doing({ kind: 'write', imageId: wren, label: 'ST-1102', typed: 'ST-1102' })).toBe('ok');
  const stick = await item('ST-1102');
  expect(stick.content).toMatchObject({ state: 'half-written', sha256: null });
  expect(stick.fault).toMatchObject({ code: 'unpacks-too-far' });
  const content = await readFile(join(folder, 'dock/sticks/ST-1102/content.json'), 'utf8');
  expect(JSON.parse(content)).toMatchObject({ state: 'half-written' });
  await rm(join(folder, 'dock/sticks/ST-1102'), { recursive: true });
  expect((await item('ST-1102')).content).toBeNull();
  expect(runtime.images.isRunning('stick:ST-1102')).toBe(false);
});

it('records are added to and never rewritten; what is binned is gone from the bench', async () => {
  const { database } = workshop.runtime;
  expect(await doing({ kind: 'record', label: 'CB-1102', worked: false, what: 'loose plug' })).toBe('ok');
  expect((await item('CB-1102')).uses.at(-1)).toMatchObject({ worked: false, what: 'loose plug' });
  await expect(
    database.query("update bench_item_use set worked = true where label = 'CB-1102'"),
  ).rejects.toThrow(/append-only/u);
  const worn = await item('ST-1103');
  const fresh = await item('ST-1104');
  // What failed often is expected to fail more often; a stick that nobody used goes by all others, what is binned counting on.
  expect(worn.fails.share).toBeGreaterThan(2 * fresh.fails.share);
  expect(worn.fails.here).toBe(worn.uses.length);
  expect(await doing({ kind: 'bin', label: 'ST-1103' })).toBe('ok');
  expect(await item('ST-1103')).toBeUndefined();
  const { elsewhere, share } = (await item('ST-1104')).fails;
  expect(elsewhere).toBe(fresh.fails.elsewhere);
  expect(share).toBeCloseTo(fresh.fails.share, 6);
  expect(await doing({ kind: 'add', item: { kind: 'stick', model: 'Tarn Slip', labelGB: 64 } })).toBe('ok');
  expect((await item('ST-1105')).item).toMatchObject({ bytes: 64e9, model: 'Tarn Slip' });
  expect(await doing({ kind: 'add', item: { kind: 'stick', model: 'Tarn Slip', labelGB: null } })).toBe(
    'form',
  );
});

it.each([
  [{ kind: 'fetch', imageId: 'nothing' }, 'not-found'],
  [{ kind: 'pause', imageId: wren }, 'not-running'],
  [{ kind: 'write', imageId: wren, label: 'ST-9999', typed: 'ST-9999' }, 'not-found'],
  [{ kind: 'record', label: 'ST-9999', worked: true, what: 'x' }, 'not-found'],
  [{ kind: 'erase everything' }, 'form'],
  [{ kind: 'fetch', imageId: wren }, 'here'],
])('refuses %j', async (form, code) => {
  expect(await doing(form)).toBe(code);
});

it('a workshop of one’s own begins without sticks', async () => {
  const own = await openWorkshop('own');
  expect((await dockView(own.runtime)).library.items).toEqual([]);
  await own.close();
});
