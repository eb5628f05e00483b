import { fillWish } from '@/core/disk';
import { readFile, stat, writeFile } from 'node:fs/promises';
import { rehearsalScreen } from '@/server';
import { join } from 'node:path';
import type { CopyState } from '@/core/copy';
import { jobView, type Workshop, act, openWorkshop, switchOn } from './workshop';

let workshop: Workshop;
const id = 'Q-0412';
const view = async () => await jobView(workshop.runtime, id);

beforeAll(async () => {
  workshop = await openWorkshop();
  const { runtime } = workshop;
  await act(runtime, id, { kind: 'choose', driveId: 'ostrel-marl-2000', padIds: ['lindrel-soft-250'] });
  await act(runtime, id, { kind: 'lay-out', wish: fillWish });
  for (let now = await view(); now.current === 'open'; now = await view()) {
    await act(runtime, id, { kind: 'step', stepId: now.nextStepId });
  }
  await act(runtime, id, { kind: 'dock', caseId: 'tarn-5' });
});
afterAll(() => workshop.close());

/** Listens until the copy no longer runs. */
const ended = () =>
  new Promise<CopyState>((resolve) => {
    const stop = workshop.runtime.copies.listen(id, (state) => {
      if (state.kind === 'running') return;
      stop();
      resolve(state);
    });
  });

describe('a copy', () => {
  it('is not docked twice, and a job that has drives on the dock keeps its choice', async () => {
    const { runtime } = workshop;
    expect(await act(runtime, id, { kind: 'dock', caseId: 'tarn-5' })).toBe('docked');
    expect(await act(runtime, id, { kind: 'choose', driveId: 'ostrel-marl-1000', padIds: [] })).toBe(
      'docked',
    );
    expect(await act(runtime, id, { kind: 'step-back' })).toBe('docked');
    expect((await runtime.dock.identities()).map((drive) => [drive.benchLabel, drive.role])).toEqual([
      ['KV-2201', 'old'],
      ['KV-2202', 'new'],
    ]);
  });

  it('is begun anew once the drives were out of the dock, with nothing of the old order left', async () => {
    const { runtime } = workshop;
    await act(runtime, id, { kind: 'arm', label: 'KV-2202' });
    const stopped = ended();
    await act(runtime, id, { kind: 'copy' });
    expect(await act(runtime, id, { kind: 'undock' })).toBe('busy');
    await act(runtime, id, { kind: 'copy-stop' });
    await stopped;
    expect(await act(runtime, id, { kind: 'undock' })).toBe('ok');
    const out = await view();
    expect([out.job.dock, out.copy.kind, out.facts['copy.begun']]).toEqual([null, 'none', undefined]);
    expect(await act(runtime, id, { kind: 'lay-out', wish: { ...fillWish, holdBackPercent: 5 } })).toBe('ok');
    expect(await act(runtime, id, { kind: 'lay-out', wish: fillWish })).toBe('ok');
    expect(await act(runtime, id, { kind: 'dock', caseId: 'tarn-5' })).toBe('ok');
    expect(await act(runtime, id, { kind: 'copy' })).toBe('hold-label');
  });

  it('is not begun onto a drive that is found to keep less than it states', async () => {
    const { runtime } = workshop;
    const ask = { kind: 'try-capacity', isEmpty: true };
    expect(await act(runtime, id, ask)).toBe('hold-label');
    await act(runtime, id, { kind: 'arm', label: 'KV-2202' });
    await runtime.dock.setFaults(['false-size']);
    expect(await act(runtime, id, ask)).toBe('ok');
    const { capacity } = (await view()).job;
    expect(capacity).toMatchObject({ isFalse: true, by: 'dock', simulated: true });
    expect(capacity!.keepsBytes! / capacity!.bytes).toBeCloseTo(0.25, 3);
    expect(await act(runtime, id, { kind: 'copy' })).toBe('hold-false-size');
    await runtime.dock.setFaults([]);
    expect(await act(runtime, id, ask)).toBe('ok');
    expect((await view()).job.capacity).toMatchObject({ isFalse: false, wrong: 0 });
  });

  it('stops safely, says so, and goes on behind what is verified', async () => {
    const { runtime } = workshop;
    expect(await act(runtime, id, { kind: 'copy-stop' })).toBe('not-running');
    await act(runtime, id, { kind: 'arm', label: 'KV-2202' });
    const stopped = ended();
    expect(await act(runtime, id, { kind: 'copy' })).toBe('ok');
    expect(await act(runtime, id, { kind: 'copy-stop' })).toBe('ok');
    expect(await stopped).toMatchObject({ kind: 'interrupted', fault: null });
    const after = await view();
    expect(after.copy.kind).toBe('interrupted');
    expect(after.facts['copy.verified']).toBeUndefined();
    expect(await act(runtime, id, { kind: 'lay-out', wish: { ...fillWish, holdBackPercent: 10 } })).toBe(
      'copy-begun',
    );
  });

  it('is refused with another drive in the port, and nothing is written to it', async () => {
    const { runtime } = workshop;
    const path = join(runtime.dock.driveFolder('KV-2202'), 'identity.json');
    const own = await readFile(path, 'utf8');
    await writeFile(path, JSON.stringify({ ...JSON.parse(own), serial: 'OTHER' }));
    const order = join(runtime.dock.copyFolder(id), 'order.json');
    const before = await readFile(order, 'utf8');
    expect(await act(runtime, id, { kind: 'copy' })).toBe('other-drive');
    expect((await view()).copy.kind).toBe('interrupted');
    expect(await readFile(order, 'utf8')).toBe(before);
    await writeFile(path, own);
    // Swapped behind the last look: the copier itself looks again before its first write.
    await runtime.dock.setFaults(['wrong-drive']);
    const failed = ended();
    expect(await act(runtime, id, { kind: 'copy' })).toBe('ok');
    expect(await failed).toMatchObject({ kind: 'interrupted', fault: { code: 'other-drive' } });
    expect((await view()).copy).toMatchObject({
      kind: 'interrupted',
      fault: { remedy: 'Put the right drive in, then go on.' },
    });
    await runtime.dock.setFaults([]);
  });

  it('goes on to the end, and its proof stands in the job and the history', async () => {
    const { runtime } = workshop;
    const done = ended();
    expect(await act(runtime, id, { kind: 'copy' })).toBe('ok');
    expect(await done).toEqual({ kind: 'finished' });
    const after = await view();
    expect(after.job.copy).toMatchObject({ mismatches: 0, sha256: expect.stringMatching(/^[0-9a-f]{64}$/u) });
    // Stopped and gone on with since the drives were last out: begun once.
    const since = after.history.slice(after.history.findLastIndex((entry) => entry.kind === 'undock'));
    expect(since.filter((entry) => entry.kind === 'copy-begun')).toHaveLength(1);
    expect(after.history.at(-1)?.kind).toBe('copied');
    expect(after.current).toBe('swap');
    expect(await act(runtime, id, { kind: 'copy' })).toBe('copied');
    const manifest = JSON.parse(await readFile(join(runtime.dock.copyFolder(id), 'manifest.json'), 'utf8'));
    expect(manifest).toMatchObject({ schema: 'jicara.manifest/3', target: { benchLabel: 'KV-2202' } });
  });

  it('is started in an emulated machine with real firmware, copied and grown as it is, and leaves it untouched', async () => {
    const { runtime } = workshop;
    const image = join(runtime.dock.driveFolder('KV-2202'), 'image.img');
    const { mtimeMs } = await stat(image);
    expect(await act(runtime, id, { kind: 'rehearse' })).toBe('ok');
    const after = await view();
    expect(after.job.rehearsal).toMatchObject({ verdict: 'own-line', simulated: true });
    expect(after.job.rehearsal!.said).toContain(after.job.rehearsal!.run);
    expect(after.evidence!.find(({ id: one }) => one === 'rehearsal')!.verdict).toBe('clear');
    expect(after.sheet.notes.map(({ text }) => text).join()).toContain(
      'It proves nothing of the device’s own firmware',
    );
    expect((await rehearsalScreen(runtime, id))!.length).toBeGreaterThan(1000);
    expect((await stat(image)).mtimeMs).toBe(mtimeMs);
  }, 1_500_000);

  it('leads to a device that starts from the new drive alone', async () => {
    const { runtime } = workshop;
    for (let now = await view(); now.nextStepId; now = await view()) {
      expect(await act(runtime, id, { kind: 'step', stepId: now.nextStepId })).toBe('ok');
    }
    // The start file is gone from the new drive: the simulated device reads the bytes, and does not start.
    const target = runtime.dock.driveFolder('KV-2202');
    const image = join(target, 'image.img');
    const { open } = await import('node:fs/promises');
    const efi = (await view()).layout!.partitions[0]!.to.firstSector * 512;
    const file = await open(image, 'r+');
    const boot = Buffer.alloc(512);
    await file.read(boot, 0, 512, efi);
    const flipped = Buffer.from(boot);
    flipped[0x52] = 0;
    await file.write(flipped, 0, 512, efi);
    expect(await switchOn(workshop, id)).toBe('ok');
    expect((await view()).job.lastStart).toMatchObject({ outcome: 'no-start-device', readings: null });
    await file.write(boot, 0, 512, efi);
    await file.close();
    expect(await act(runtime, id, { kind: 'switch-off' })).toBe('ok');
    expect(await switchOn(workshop, id)).toBe('ok');
    expect((await view()).job.lastStart).toMatchObject({ outcome: 'started' });
  });
});
