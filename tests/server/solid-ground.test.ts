import { existsSync } from 'node:fs';
import { fillWish } from '@/core/disk';
import { jobState } from '@/core/job';
import { unsafeValue } from '@/core/result';
import {
  benchView,
  clearDrives,
  clearOldDrives,
  doAct,
  dockView,
  findJob,
  historyOf,
  takeInDevice,
} from '@/server';
import { type Workshop, act, jobView, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const id = 'Q-0412';
const lines = async (job = id) => (await jobView(workshop.runtime, job)).history;
const kinds = async (job = id) => (await lines(job)).map(({ kind }) => kind);

/** Sends an act twice at the same moment and once more later, as a page does that got no answer. */
async function thrice(what: object, requestId: string, job = id): Promise<string[]> {
  const { runtime } = workshop;
  const { version } = unsafeValue(await findJob(runtime.database, job));
  const send = () => doAct(runtime, job, { version, act: what, requestId });
  const answers = [...(await Promise.all([send(), send()])), await send()];
  return answers.map((answer) => (answer.ok ? 'ok' : answer.fault.code));
}

async function hands(station: string): Promise<void> {
  for (;;) {
    const view = await jobView(workshop.runtime, id);
    const next = view.steps.find((one) => one.id === view.nextStepId);
    if (next?.station !== station) return;
    const said = await act(workshop.runtime, id, { kind: 'step', stepId: next.id });
    if (said !== 'ok') throw new Error(said);
  }
}

it('docking, copying, presses and switching on are done once, however often they are sent', async () => {
  const { runtime, pass } = workshop;
  await act(runtime, id, { kind: 'choose', driveId: 'ostrel-marl-2000', padIds: ['lindrel-soft-250'] });
  await act(runtime, id, { kind: 'lay-out', wish: fillWish });
  await hands('open');
  const all = ['ok', 'ok', 'ok'];
  expect(await thrice({ kind: 'dock', caseId: 'tarn-2' }, 'd0c4d0c4')).toEqual(all);
  expect((await kinds()).filter((kind) => kind === 'dock')).toHaveLength(1);
  const { dock } = (await jobView(runtime, id)).job;
  expect(await thrice({ kind: 'arm', label: dock!.new.benchLabel }, 'a4a4a4a4')).toEqual(all);
  expect(await thrice({ kind: 'copy' }, 'c0c0c0c0')).toEqual(all);
  await new Promise<void>((resolve) => {
    const stop = runtime.copies.listen(id, (state) => {
      if (state.kind !== 'finished') return;
      stop();
      resolve();
    });
  });
  expect((await kinds()).filter((kind) => kind === 'copy-begun' || kind === 'copied')).toEqual([
    'copy-begun',
    'copied',
  ]);
  await hands('swap');
  await hands('close');
  expect(await thrice({ kind: 'switch-on' }, '50505050')).toEqual(all);
  pass(3);
  expect(await thrice({ kind: 'press', key: 'touch' }, '4e4e4e4e')).toEqual(all);
  const seen = await kinds();
  expect(seen.filter((kind) => kind === 'power-on')).toHaveLength(1);
  expect(seen.filter((kind) => kind === 'press')).toHaveLength(1);
  expect((await jobView(runtime, id)).job.power!.presses).toHaveLength(1);
});

it('hundreds of presses and observations leave the job, the bench and the dock readable; the limit is refused when decided', async () => {
  const { runtime } = workshop;
  // As many presses as two hundred, without waiting for each.
  await runtime.database.query(
    `update job set version = version + 1, document = jsonb_set(document, '{power,presses}',
       (select jsonb_agg('{"atS": 60, "key": "touch"}'::jsonb) from generate_series(1, 198)))
     where id = $1`,
    [id],
  );
  const press = () => act(runtime, id, { kind: 'press', key: 'touch' });
  expect([await press(), await press(), await press()]).toEqual(['ok', 'ok', 'too-many']);
  expect((await jobView(runtime, id)).job.power!.presses).toHaveLength(200);
  for (let i = 0; i < 80; i += 1)
    expect(await act(runtime, 'Q-0414', { kind: 'observe', fact: 'card.inserted', value: i % 2 === 0 })).toBe(
      'ok',
    );
  expect(await act(runtime, 'Q-0414', { kind: 'note', text: 'x'.repeat(2000) })).toBe('ok');
  const bench = await benchView(runtime);
  expect(bench.unread).toEqual([]);
  expect(bench.cards.map((card) => card.id)).toContain('Q-0414');
  expect((await dockView(runtime)).unread).toEqual([]);
});

it('what a job keeps of its history is what its history comes to', async () => {
  const { database } = workshop.runtime;
  for (const { id: job } of await database.query<{ id: string }>('select id from job')) {
    const { state, version } = unsafeValue(await findJob(database, job));
    const history = await historyOf(database, job);
    const folded = jobState(state.job, history);
    expect([job, state.facts, state.steps]).toEqual([job, folded.facts, folded.steps]);
    if (job !== id) expect(version).toBe(history.length - 1);
  }
});

it('a device is taken in once, however often its form is sent under one id', async () => {
  const { runtime } = workshop;
  const form = { ...(await jobView(runtime, id)).job.takeIn, owner: 'Second mate' };
  const ids = [];
  for (let i = 0; i < 3; i += 1)
    ids.push(unsafeValue(await takeInDevice(runtime, form, null, 'feedbeef')).id);
  expect(new Set(ids).size).toBe(1);
  const rows = await runtime.database.query("select id from job where owner = 'Second mate'");
  expect(rows).toHaveLength(1);
});

it('drives of finished jobs go when their time is over, or on request; the manifest stays, and the job can be looked at', async () => {
  const { runtime, pass } = workshop;
  const { database, dock } = runtime;
  const label = (await jobView(runtime, id)).job.dock!.new.benchLabel;
  const before = (await dockView(runtime)).storage;
  expect([before.drives, before.throughDrives]).toEqual([2, 0]);
  expect(before.bytes).toBeGreaterThan(300e6);
  await clearOldDrives(runtime);
  expect(await clearDrives(runtime)).toEqual({ ok: true, value: { bytes: 0 } });
  expect(existsSync(dock.driveFolder(label))).toBe(true);
  await database.query('update job set handed_over_at = $1 where id = $2', [runtime.now().toISOString(), id]);
  pass(13 * 86_400);
  await clearOldDrives(runtime);
  expect(existsSync(dock.driveFolder(label))).toBe(true);
  pass(2 * 86_400);
  await clearOldDrives(runtime);
  expect(existsSync(dock.driveFolder(label))).toBe(false);
  expect(await dock.manifest(id)).not.toBeNull();
  expect((await jobView(runtime, id)).job.id).toBe(id);
});

it('a setting or a part that does not read keeps nobody from the rest', async () => {
  const { runtime } = workshop;
  const { database } = runtime;
  await database.query(
    `update setting set value = jsonb_set(jsonb_set(value, '{pace}', '"gallop"'), '{currency}', '"SEK"') where key = 'workshop'`,
  );
  const { frame } = await benchView(runtime);
  expect([frame.settings.pace, frame.settings.currency]).toEqual(['true', 'SEK']);
  await database.query(`update part set document = '{"schema":"jicara.case/9"}' where kind = 'case'`);
  expect((await benchView(runtime)).cards.length).toBeGreaterThan(0);
});

it('a clock that was set back is asked about; said to be right, work goes on, and no line is lost', async () => {
  const { runtime, pass } = workshop;
  const note = (text: string) => act(runtime, 'Q-0414', { kind: 'note', text });
  expect(await note('by the wrong clock')).toBe('ok');
  pass(-7200);
  expect(await note('two hours earlier')).toBe('clock-back');
  expect(await act(runtime, 'Q-0414', { kind: 'clock-is-right' })).toBe('ok');
  expect(await note('by the right clock')).toBe('ok');
  const lines = (await jobView(runtime, 'Q-0414')).history.map(({ sentence }) => sentence);
  expect(lines.slice(-3)).toEqual([
    'by the wrong clock',
    expect.stringContaining('The clock was set back'),
    'by the right clock',
  ]);
  pass(7200);
});
