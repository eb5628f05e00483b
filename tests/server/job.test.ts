import { unsafeValue } from '@/core/result';
import { fillWish } from '@/core/disk';
import {
  benchView,
  doAct,
  doShelfAct,
  findJob,
  findParts,
  seedDemo,
  shelfView,
  takeInDevice,
} from '@/server';
import { jobView, type Workshop, act, openWorkshop, switchOn } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const takeIn = {
  profileId: 'braskit-osprey',
  owner: 'Bosun',
  serial: '',
  place: 'cabin 12',
  wish: 'bigger',
  wantedGB: 1000,
  dataToKeep: true,
  oldDrive: { formFactor: '2242-S3-M', labelGB: 512, usedBytes: 310e6 },
  encryption: 'no',
  card: 'no',
  swollen: 'no',
  consent: true,
  chargePercent: 20,
  promisedAt: null,
  note: '',
};

const view = async (id: string) => await jobView(workshop.runtime, id);

async function hands(id: string, station: string): Promise<string> {
  for (;;) {
    const { steps, nextStepId } = await view(id);
    const next = steps.find(({ id: one }) => one === nextStepId);
    if (!next || next.station !== station) return 'ok';
    const said = await act(workshop.runtime, id, { kind: 'step', stepId: next.id });
    if (said !== 'ok') return said;
  }
}

async function copyEnds(id: string) {
  return new Promise<string>((resolve) => {
    const stop = workshop.runtime.copies.listen(id, (state) => {
      if (state.kind === 'running') return;
      stop();
      resolve(state.kind);
    });
  });
}

async function taken(more: object = {}) {
  const result = await takeInDevice(workshop.runtime, { ...takeIn, ...more });
  if (!result.ok) throw new Error(result.fault.sentence);
  return result.value.id;
}

/** The old drive's term ends, the Bench says so, and it is overwritten: nothing of it is left, and its new drive is as it was. */
async function oldDriveWiped(id: string, label: string) {
  const { runtime } = workshop;
  const due = async () => (await benchView(runtime)).dueDrives;
  expect(await due()).toEqual([]);
  await runtime.database.query(
    "update job set document = jsonb_set(document, '{oldDriveAfter,until}', '\"2026-11-20\"') where id = $1",
    [id],
  );
  runtime.jobsRead.clear();
  expect(await due()).toMatchObject([{ id, device: 'Osprey', until: '2026-11-20' }]);
  const first = async (bench: string) =>
    runtime.dock.withDrive(bench, async (drive) => (await drive.read(0, 4096)).some((byte) => byte !== 0));
  const fresh = (await view(id)).job.dock!.new.benchLabel;
  expect([await first(label), await first(fresh)]).toEqual([true, true]);
  expect(await act(runtime, id, { kind: 'wipe' })).toBe('not-armed');
  expect(await act(runtime, id, { kind: 'arm-wipe', label })).toBe('ok');
  expect(await act(runtime, id, { kind: 'wipe' })).toBe('ok');
  await runtime.wipes.get(id)?.ended;
  const wiped = await view(id);
  expect(wiped.job.oldDriveAfter?.end).toMatchObject({ kind: 'wiped', seen: true, readBack: 'all' });
  expect(wiped.wiping).toBeNull();
  expect([await first(label), await first(fresh)]).toEqual([false, true]);
  expect(await due()).toEqual([]);
  expect(await act(runtime, id, { kind: 'wipe' })).toBe('old-drive-gone');
}

/** Quotes and final accounts get their numbers where they are written: none twice, none left out, whatever is refused in between. */
async function quotesAreNumbered(id: string) {
  const { runtime } = workshop;
  const other = await taken();
  const issue = (jobId: string, final = false) => act(runtime, jobId, { kind: 'quote', final, minutes: 45 });
  expect(await issue(other)).toBe('no-choice');
  const version = unsafeValue(await findJob(runtime.database, id)).version;
  const both = await Promise.all(
    [1, 2].map(() => doAct(runtime, id, { version, act: { kind: 'quote', final: false, minutes: 45 } })),
  );
  // Two windows at once: one is told, and its number is not used up.
  expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
  expect(await issue(id)).toBe('ok');
  expect(await issue(id, true)).toBe('ok');
  expect(await issue(id)).toBe('ok');
  const { quotes } = (await view(id)).job;
  expect(quotes.map(({ number }) => number)).toEqual(['QU-0001', 'QU-0002', 'FA-0001', 'QU-0003']);
  expect(quotes[2]?.against).toMatchObject({ number: 'QU-0002', differences: [] });
  const kept = await runtime.database.query<{ kind: string; number: number }>(
    'select kind, number from issued order by kind, number',
  );
  expect(kept.map(({ kind, number }) => `${kind} ${number}`)).toEqual([
    'final 1',
    'quote 1',
    'quote 2',
    'quote 3',
    'sheet 1',
  ]);
}

/** The book of the shelf after a hand-over: each part once, and as it was while that is taken back. */
async function partsWereUsed(id: string): Promise<void> {
  const { runtime } = workshop;
  const used = async () =>
    (
      await runtime.database.query<{ part: string; net: number }>(
        `select part_id as part, sum(change)::integer as net from shelf_move
         where job_id = $1 and why in ('used', 'given-back') group by part_id having sum(change) <> 0 order by part_id`,
        [id],
      )
    ).map(({ part, net }) => [part, net]);
  const onShelf = async (part: string) => (await findParts(runtime.database, [part]))[0]!.onShelf;
  const first = await used();
  expect(first).toContainEqual(['ostrel-marl-1000', -1]);
  // The book knew of none: that it was wrong stands there, and it goes on from nothing.
  expect(await onShelf('ostrel-marl-1000')).toBe(0);
  expect((await shelfView(runtime)).moves.map(({ why }) => why)).toContain('counted');
  expect(await act(runtime, id, { kind: 'take-back' })).toBe('ok');
  expect([await used(), await onShelf('ostrel-marl-1000')]).toEqual([[], 1]);
  // One of a lot comes beside the one that lay there without: which of them the job used nobody saw.
  const partId = 'ostrel-marl-1000';
  const shelf = async (form: object) =>
    unsafeValue(await doShelfAct(runtime, form, { by: 'TK', requestId: null }));
  await shelf({ kind: 'order', partId, count: 1 });
  const incoming = (await shelfView(runtime)).lines.find((line) => line.id === partId)!.incoming[0]!;
  await shelf({ kind: 'came', incomingId: incoming.id, accepted: 1, lot: 'L-44' });
  expect(await act(runtime, id, { kind: 'hand-over', oldDrive: 'kept' })).toBe('ok');
  expect(await used()).toEqual(first);
  const either = 'Of lot L-44, or of what lay there without one.';
  const moves = async () =>
    (await shelfView(runtime)).moves
      .filter((move) => move.partId === partId && move.jobId === id)
      .map(({ why, lot, note }) => [why, lot, note]);
  expect((await moves())[0]).toEqual(['used', null, either]);
  expect(await act(runtime, id, { kind: 'take-back' })).toBe('ok');
  expect((await moves())[0]).toEqual(['given-back', null, either]);
  expect(await act(runtime, id, { kind: 'hand-over', oldDrive: 'kept' })).toBe('ok');
  expect((await moves())[0]).toEqual(['used', null, either]);
}

describe('the demo workshop', () => {
  it('shows each job under what it waits for', async () => {
    const bench = await benchView(workshop.runtime);
    expect(bench.cards.map((card) => [card.id, card.device, card.column])).toEqual([
      ['Q-0412', 'Osprey', 'hands'],
      ['Q-0413', 'Heron', 'hands'],
      ['Q-0414', 'Osprey', 'held'],
      ['Q-0416', 'Skein', 'hands'],
      ['Q-0415', 'Wren', 'hands'],
    ]);
    expect(bench.cards[2]?.next).toContain('card');
  });

  it('is whole after a first start that was killed in its middle, and left alone once it is whole', async () => {
    const { runtime } = workshop;
    const ids = async () => (await benchView(runtime)).cards.map((card) => card.id);
    await taken();
    await seedDemo(runtime, false);
    expect(await ids()).toHaveLength(6);
    await runtime.database.query("delete from setting where key = 'demo'");
    await seedDemo(runtime, false);
    expect(await ids()).toEqual(['Q-0412', 'Q-0413', 'Q-0414', 'Q-0416', 'Q-0415']);
  });
});

describe('a job on the server', () => {
  it('runs from taking in to the sheet with real bytes, and every fact is in the history', async () => {
    const { runtime } = workshop;
    const id = await taken();
    expect(await act(runtime, id, { kind: 'choose', driveId: 'kelvane-dusk-1000', padIds: [] })).toBe(
      'does-not-fit',
    );
    expect(
      await act(runtime, id, { kind: 'choose', driveId: 'ostrel-marl-1000', padIds: ['lindrel-soft-250'] }),
    ).toBe('ok');
    expect(await act(runtime, id, { kind: 'lay-out', wish: { ...fillWish, holdBackPercent: 5 } })).toBe('ok');
    expect((await view(id)).layoutOrigin).toBe('expected');
    expect(await act(runtime, id, { kind: 'dock', caseId: 'tarn-5' })).toBe('drive-inside');
    expect(await hands(id, 'open')).toBe('ok');
    expect(await act(runtime, id, { kind: 'dock', caseId: 'no-such' })).toBe('not-found');
    expect(await act(runtime, id, { kind: 'dock', caseId: 'tarn-5' })).toBe('ok');
    const docked = await view(id);
    expect(docked.layoutOrigin).toBe('read');
    expect(docked.source?.usedBytes).toBeGreaterThan(300e6);
    expect(await act(runtime, id, { kind: 'copy' })).toBe('hold-label');
    expect(await act(runtime, id, { kind: 'arm', label: docked.job.dock!.old.benchLabel })).toBe(
      'source-label',
    );
    expect(await act(runtime, id, { kind: 'arm', label: docked.job.dock!.new.benchLabel })).toBe('ok');
    const ended = copyEnds(id);
    expect(await act(runtime, id, { kind: 'copy' })).toBe('ok');
    expect(await act(runtime, id, { kind: 'copy' })).toBe('busy');
    expect(await ended).toBe('finished');
    expect((await view(id)).copy).toEqual({ kind: 'finished' });
    expect(await hands(id, 'swap')).toBe('ok');
    expect(await act(runtime, id, { kind: 'switch-on' })).toBe('hold-screws-left');
    expect(await hands(id, 'close')).toBe('ok');
    expect(await switchOn(workshop, id)).toBe('ok');
    const running = await view(id);
    expect(running.job.lastStart).toMatchObject({ outcome: 'started', readings: { parts: 3 } });
    const { sizeShownBytes, readTestBytesPerS, parts } = running.job.lastStart!.readings!;
    const reading = (name: string, value: number) => ({
      kind: 'read',
      name,
      value: { known: true, value, minus: 0, plus: 0, origin: { kind: 'reading', note: 'test' } },
    });
    expect(await act(runtime, id, { kind: 'prove' })).toBe('prove-unknown');
    await act(runtime, id, reading('size-shown', sizeShownBytes));
    await act(runtime, id, reading('read-test', readTestBytesPerS!));
    await act(runtime, id, reading('parts-shown', parts));
    expect(await act(runtime, id, { kind: 'prove' })).toBe('prove-unknown');
    // The simulated device also shows what it comes to under load; what must still work is tried one by one.
    const { driveC } = running.job.lastStart!.readings!;
    const load = { roomC: 24, minutes: 240 };
    await act(runtime, id, { ...reading('drive-temperature', driveC!), load });
    const results = running.profile.proofs!.functions.map((one) => ({ id: one.id, result: 'works' }));
    await act(runtime, id, { kind: 'functions', results });
    expect(await act(runtime, id, { kind: 'prove' })).toBe('ok');
    expect(await act(runtime, id, { kind: 'hand-over', oldDrive: 'kept' })).toBe('ok');
    const done = await view(id);
    expect(done.job.handedOver).toMatchObject({
      at: '2026-11-24T08:10:00.000Z',
      by: 'IM',
      oldDrive: 'kept',
    });
    expect(done.sheet).toMatchObject({
      screws: { inBowl: 0 },
      copy: { mismatches: 0 },
      totals: [{ minor: 10380, currency: 'EUR' }],
    });
    // What the catalogue says later changes nothing that was handed over.
    await runtime.database.query(
      "update part set document = jsonb_set(document, '{price,minor}', '1') where id = 'ostrel-marl-1000'",
    );
    expect((await view(id)).sheet).toEqual(done.sheet);
    expect(done.history.every((entry) => entry.by === 'IM')).toBe(true);
    expect((await benchView(runtime)).handedOver.map((job) => job.id)).toContain(id);
    expect(done.sheet.number).toBe('SH-0001');
    await quotesAreNumbered(id);
    await partsWereUsed(id);
    await oldDriveWiped(id, done.job.dock!.old.benchLabel);
  });

  it('refuses the second of two windows, and overwrites nothing', async () => {
    const { runtime } = workshop;
    const id = await taken();
    const seen = unsafeValue(await findJob(runtime.database, id)).version;
    const charge = (percent: number) =>
      doAct(runtime, id, { version: seen, act: { kind: 'charge', percent } });
    expect((await charge(3)).ok).toBe(true);
    expect(await charge(4)).toMatchObject({ ok: false, fault: { code: 'stale' } });
    const both = await Promise.all([
      act(runtime, id, { kind: 'charge', percent: 5 }),
      act(runtime, id, { kind: 'charge', percent: 6 }),
    ]);
    expect(both.sort()).toEqual(['ok', 'stale']);
    // Not a note: it takes nothing from what another did, and nothing that was typed is lost.
    const notes = ['first', 'second', 'third'];
    const noted = await Promise.all(
      notes.map((text) => doAct(runtime, id, { version: seen, act: { kind: 'note', text } })),
    );
    expect(noted.map(({ ok }) => ok)).toEqual([true, true, true]);
    const { history } = await view(id);
    const written = history.filter((entry) => entry.kind === 'note').map(({ sentence }) => sentence);
    expect(written.sort()).toEqual([...notes].sort());
  });

  it('is answered in words for an unknown job, an unknown act, and text of ten thousand characters', async () => {
    const { runtime } = workshop;
    await expect(jobView(runtime, 'Q-9999')).rejects.toThrow('no-job');
    await expect(jobView(runtime, 'Q-1\0')).rejects.toThrow('no-job');
    expect(await act(runtime, 'Q-9999', { kind: 'copy' })).toBe('no-job');
    const id = await taken();
    expect(await act(runtime, id, { kind: 'explode' })).toBe('form');
    expect(await act(runtime, id, { kind: 'note', text: 'x'.repeat(10_000) })).toBe('form');
    expect(await doAct(runtime, id, 'nonsense')).toMatchObject({ ok: false, fault: { code: 'form' } });
    expect((await view(id)).history).toHaveLength(1);
  });

  it('keeps scripts and right-to-left text in names as text', async () => {
    const owner = '<script>alert(1)</script> \u202eقبطان';
    const id = await taken({ owner });
    expect((await view(id)).job.takeIn.owner).toBe(owner);
  });

  it.each([
    [
      'a size code that does not parse',
      { oldDrive: { ...takeIn.oldDrive, formFactor: '2242-S9-M' } },
      '“S9” is no height class',
    ],
    ['a capacity of zero', { oldDrive: { ...takeIn.oldDrive, labelGB: 0 } }, 'A capacity of 0 GB is none'],
    [
      'more in use than the drive holds',
      { oldDrive: { ...takeIn.oldDrive, usedBytes: 9e12 } },
      'Check the unit',
    ],
    ['no owner', { owner: '  ' }, 'Say whose device it is'],
    ['an unknown device', { profileId: 'no-such' }, 'not known here'],
    ['a charge over 100', { chargePercent: 120 }, '100 %'],
  ])('refuses %s and says what to do', async (_, more, words) => {
    const count = async () => (await benchView(workshop.runtime)).cards.length;
    const before = await count();
    const result = await takeInDevice(workshop.runtime, { ...takeIn, ...more });
    expect(result.ok ? '' : result.fault.sentence).toContain(words);
    expect(await count()).toBe(before);
  });

  it('does nothing while nobody is picked as working', async () => {
    const { runtime } = workshop;
    const id = await taken();
    await runtime.database.query('update setting set value = value || \'{"working": null}\'');
    expect(await act(runtime, id, { kind: 'note', text: 'x' })).toBe('nobody-working');
    await runtime.database.query('update setting set value = value || \'{"working": "IM"}\'');
  });
});

it('an act that is sent again because its answer was lost is done once, whoever did what meanwhile', async () => {
  const id = 'Q-0412';
  const { version, history } = await jobView(workshop.runtime, id);
  const request = { version, act: { kind: 'note', text: 'sent once' }, requestId: '0123456789abcdef' };
  expect((await doAct(workshop.runtime, id, request)).ok).toBe(true);
  expect(await act(workshop.runtime, id, { kind: 'note', text: 'somebody else' })).toBe('ok');
  expect((await doAct(workshop.runtime, id, request)).ok).toBe(true);
  const after = await jobView(workshop.runtime, id);
  expect(after.history.slice(history.length).map(({ sentence }) => sentence)).toEqual([
    'sent once',
    'somebody else',
  ]);
  // Another act with the old version is still told that it comes too late.
  const charge = { version, act: { kind: 'charge', percent: 50 }, requestId: 'fedcba9876543210' };
  expect(await doAct(workshop.runtime, id, charge)).toMatchObject({
    ok: false,
    fault: { code: 'stale' },
  });
});
