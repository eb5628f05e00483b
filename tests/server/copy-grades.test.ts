import { open } from 'node:fs/promises';
import { join } from 'node:path';
import { fillWish } from '@/core/disk';
import { type Workshop, act, jobView, openWorkshop } from './workshop';

/** What may go into the device: a copy that was proved, looked into, or walked past with a reason that the sheet repeats. */

let workshop: Workshop;
const id = 'Q-0412';
const view = () => jobView(workshop.runtime, id);
const does = (what: Parameters<typeof act>[2]) => act(workshop.runtime, id, what);

const ended = () =>
  new Promise<string>((resolve) => {
    const stop = workshop.runtime.copies.listen(id, (state) => {
      if (state.kind === 'running') return;
      stop();
      resolve(state.kind);
    });
  });

/** Copies without reading back. */
async function copied(): Promise<void> {
  const done = ended();
  expect(await does({ kind: 'copy', readBack: { mode: 'skipped', reason: 'the owner waits' } })).toBe('ok');
  expect(await done).toBe('finished');
}

async function changeNewDrive(at: number, bytes: Uint8Array): Promise<void> {
  const file = await open(join(workshop.runtime.dock.driveFolder('KV-2202'), 'image.img'), 'r+');
  await file.write(bytes, 0, bytes.length, at);
  await file.close();
}

beforeAll(async () => {
  workshop = await openWorkshop();
  await does({ kind: 'choose', driveId: 'ostrel-marl-2000', padIds: ['lindrel-soft-250'] });
  await does({ kind: 'lay-out', wish: fillWish });
  for (let now = await view(); now.current === 'open'; now = await view())
    await does({ kind: 'step', stepId: now.nextStepId });
  await does({ kind: 'dock', caseId: 'tarn-5' });
  await does({ kind: 'arm', label: 'KV-2202' });
  expect(await does({ kind: 'look-inside' })).toBe('no-copy');
  await copied();
});
afterAll(() => workshop.close());

it('a copy that was not read back is finished, not verified, and held before Swap', async () => {
  const now = await view();
  expect(now.job.copy).toMatchObject({ grade: 'not-read-back', simulated: true, readBackFrom: null });
  expect(now.facts['copy.verified']?.value).toBe(false);
  expect(now.current).toBe('carry-over');
  expect(now.holds.find(({ code }) => code === 'copy-unverified')).toMatchObject({
    seen: true,
    override: 'technician',
  });
  expect(now.evidence?.find(({ id: one }) => one === 'digests')?.verdict).toBe('unknown');
});

it('a look inside that finds all of its evidence lets it go in; one that does not, holds it', async () => {
  const efi = (await view()).layout!.partitions[0]!.to.firstSector * 512;
  const file = await open(join(workshop.runtime.dock.driveFolder('KV-2202'), 'image.img'));
  const boot = Buffer.alloc(512);
  await file.read(boot, 0, 512, efi);
  await file.close();
  await changeNewDrive(efi, Buffer.alloc(512));
  expect(await does({ kind: 'look-inside' })).toBe('ok');
  expect((await view()).current).toBe('carry-over');
  expect((await view()).history.at(-1)?.sentence).toMatch(/^Looked inside the new drive: .+/u);
  await changeNewDrive(efi, boot);
  expect(await does({ kind: 'look-inside' })).toBe('ok');
  const now = await view();
  expect(now.history.at(-1)?.sentence).toBe('Looked inside the new drive: all of its evidence is there.');
  expect(now.current).toBe('swap');
  expect(now.job.copy?.grade).toBe('not-read-back');
});

it('read back now, what does not hold is done again, and it is verified as read back later', async () => {
  const order = await workshop.runtime.dock.copyOf(id).standing();
  const largest = order!.order.spans.reduce((most, span) => (span.bytes > most.bytes ? span : most));
  await changeNewDrive(largest.target + Math.floor(largest.bytes / 2), Buffer.alloc(512, 0x77));
  const done = ended();
  expect(await does({ kind: 'copy' })).toBe('ok');
  expect(await done).toBe('finished');
  const now = await view();
  expect(now.job.copy).toMatchObject({ grade: 'read-back-later', mismatches: 0 });
  expect(now.job.copy!.redoneBlocks).toBeGreaterThan(0);
  expect(now.facts['copy.verified']?.value).toBe(true);
  expect(now.evidence?.find(({ id: one }) => one === 'digests')?.verdict).toBe('clear');
  expect(await does({ kind: 'copy' })).toBe('copied');
});

it('begun anew it may be walked past only with a reason, which stands on the sheet, and not for the next copy', async () => {
  await does({ kind: 'undock' });
  await does({ kind: 'dock', caseId: 'tarn-5' });
  await does({ kind: 'arm', label: 'KV-2202' });
  expect(await does({ kind: 'override', code: 'copy-unverified', reason: 'it will be fine' })).toBe(
    'hold-copy-unverified',
  );
  await copied();
  expect(await does({ kind: 'override', code: 'copy-unverified', reason: 'it will be fine' })).toBe('ok');
  const now = await view();
  expect(now.current).toBe('swap');
  expect(now.history.at(-1)).toMatchObject({ kind: 'override' });
  await does({ kind: 'undock' });
  await does({ kind: 'dock', caseId: 'tarn-5' });
  await does({ kind: 'arm', label: 'KV-2202' });
  await copied();
  expect((await view()).current).toBe('carry-over');
});
