import { fillWish } from '@/core/disk';
import { doAct } from '@/server';
import { doItemAct } from '@/server/item-acts';
import { type Workshop, act, jobView, openWorkshop } from './workshop';

/** Two people at one drive or stick: one does it, the other is told. */

let workshop: Workshop;
const id = 'Q-0412';
const view = () => jobView(workshop.runtime, id);

/** Sends acts at the same moment, all with the version that stands now. */
async function atOnce(...acts: object[]): Promise<string[]> {
  const { version } = await view();
  const done = await Promise.all(acts.map((one) => doAct(workshop.runtime, id, { version, act: one })));
  return done.map((one) => (one.ok ? 'ok' : one.fault.code));
}

const quiet = () =>
  new Promise<void>((resolve) => {
    const stop = workshop.runtime.copies.listen(id, (state) => {
      if (state.kind === 'running') return;
      stop();
      resolve();
    });
  });

beforeAll(async () => {
  workshop = await openWorkshop();
  const { runtime } = workshop;
  await act(runtime, id, { kind: 'choose', driveId: 'ostrel-marl-2000', padIds: ['lindrel-soft-250'] });
  await act(runtime, id, { kind: 'lay-out', wish: fillWish });
  for (let now = await view(); now.current === 'open'; now = await view())
    await act(runtime, id, { kind: 'step', stepId: now.nextStepId });
});
afterAll(() => workshop.close());

it('two jobs that dock at once get two labels', async () => {
  const { dock } = workshop.runtime;
  const drive = (jobId: string) =>
    dock.placeNewDrive({ serial: `S-${jobId}`, model: 'Marl', bytes: 2 ** 30, sectorBytes: 512, jobId });
  const placed = await Promise.all(['Q-1', 'Q-2', 'Q-3'].map(drive));
  expect(new Set(placed.map(({ benchLabel }) => benchLabel)).size).toBe(3);
  expect((await dock.identities()).map(({ jobId }) => jobId).sort()).toEqual(['Q-1', 'Q-2', 'Q-3']);
});

it('one job docked twice at once is docked once', async () => {
  const dock = { kind: 'dock', caseId: 'tarn-5' };
  expect((await atOnce(dock, dock)).sort()).toEqual(['busy', 'ok']);
  const own = (await workshop.runtime.dock.identities()).filter(({ jobId }) => jobId === id);
  expect(own).toHaveLength(2);
});

it('two starts of one copy: one is told; and drives are not taken out while it starts', async () => {
  const { new: target } = (await view()).job.dock!;
  await act(workshop.runtime, id, { kind: 'arm', label: target.benchLabel });
  const stopped = quiet();
  expect((await atOnce({ kind: 'copy' }, { kind: 'copy' })).sort()).toEqual(['busy', 'ok']);
  await act(workshop.runtime, id, { kind: 'copy-stop' });
  await stopped;
  const again = quiet();
  expect(await atOnce({ kind: 'copy' }, { kind: 'undock' })).toEqual(['ok', 'busy']);
  expect((await view()).job.dock).not.toBeNull();
  await act(workshop.runtime, id, { kind: 'copy-stop' });
  await again;
  // And the other way round: what is being taken out is not copied to.
  expect(await atOnce({ kind: 'undock' }, { kind: 'copy' })).toEqual(['ok', 'busy']);
  expect((await view()).job.dock).toBeNull();
  expect(workshop.runtime.copies.isRunning(id)).toBe(false);
});

it('two writes to one stick: one is told', async () => {
  const { runtime } = workshop;
  const entries = await runtime.library.entries();
  const image = entries.find(({ check }) => check !== null)?.image;
  const [stick] = await runtime.database.query<{ label: string }>(
    "select label from bench_item where document->>'kind' = 'stick' order by label limit 1",
  );
  const write = () =>
    doItemAct(
      runtime,
      { kind: 'write', imageId: image?.id ?? 'none', label: stick!.label, typed: stick!.label },
      'IM',
    );
  const done = await Promise.all([write(), write()]);
  const codes = done.map((one) => (one.ok ? 'ok' : one.fault.code));
  expect(codes).toContain('busy');
});
