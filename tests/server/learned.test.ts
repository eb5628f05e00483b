import { calibrationOf } from '@/core/learn';
import { isProof } from '@/core/copy';
import { LogbookQuery } from '@/core/logbook';
import { faultsFound, learnedHere, logbook } from '@/server';
import { type Workshop, act, jobView, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop('demo', { hasPast: true });
});
afterAll(() => workshop.close());

it('the demo has a past of 150 jobs, each whole: papers with numbers, a history, a sheet that can be looked at', async () => {
  const { runtime } = workshop;
  const through = await logbook(runtime.database, LogbookQuery.parse({ state: 'through' }));
  expect(through.count).toBe(150);
  for (const { id } of [through.lines[0]!, through.lines.at(-1)!]) {
    const view = await jobView(runtime, id);
    expect(view.sheet.number).toMatch(/^SH-\d{4}$/u);
    expect(view.sheet.practice).toBe(true);
    expect(view.job.copy && isProof(view.job.copy.grade)).toBe(true);
    expect(view.nextStepId).toBeNull();
    expect(view.ledger.inBowl).toBe(0);
    expect(view.history.at(-1)?.kind).toBe('hand-over');
  }
  const [row] = await runtime.database.query<{ count: number; last: number }>(
    "select count(*)::integer as count, max(number)::integer as last from issued where kind = 'sheet'",
  );
  expect(row).toEqual({ count: 150, last: 150 });
});

it('what was learned of it holds, and is narrower than what nobody had measured', async () => {
  const learned = await learnedHere(workshop.runtime, true);
  for (const kind of ['hands', 'copy', 'read-test'] as const) {
    const later = learned[kind].held.slice(50);
    const { within, count } = calibrationOf(later);
    expect(count).toBeGreaterThan(50);
    expect([kind, within! > 0.68 && within! < 0.92, within]).toEqual([kind, true, within]);
  }
  const width = ({ least, most }: { least: number; most: number }) => Math.log(most / least);
  const hands = learned.hands.held.slice(50);
  expect(hands.reduce((sum, one) => sum + width(one), 0) / hands.length).toBeLessThan(
    Math.log(1.4 / 0.8) / 2,
  );
  // Of real work nothing is known: practice says nothing of it.
  expect((await learnedHere(workshop.runtime, false)).hands.quantity.seen).toBe(0);
});

it('a job says from how much its forecasts come; one that is taken back teaches nothing', async () => {
  const { runtime } = workshop;
  const { promise, cases } = await jobView(runtime, 'Q-0412');
  expect(promise.value.known && promise.value.origin.note).toMatch(/^\d+ times such steps were done here/u);
  const copied = cases.find((one) => 'learned' in one);
  expect(copied).toMatchObject({ learned: { from: expect.any(Number) } });
  const [last] = (await logbook(runtime.database, LogbookQuery.parse({ state: 'through' }))).lines;
  const before = (await learnedHere(runtime, true)).hands.quantity.seen;
  expect(await act(runtime, last!.id, { kind: 'take-back' })).toBe('ok');
  const without = (await learnedHere(runtime, true)).hands.quantity.seen;
  expect(without).toBeLessThan(before);
  expect(await act(runtime, last!.id, { kind: 'hand-over', oldDrive: 'returned' })).toBe('ok');
  expect((await learnedHere(runtime, true)).hands.quantity.seen).toBe(before);
});

it('a reading stands beside those that such builds gave here before', async () => {
  const { runtime } = workshop;
  const { lines } = await logbook(runtime.database, LogbookQuery.parse({ state: 'through' }));
  const views = await Promise.all(lines.slice(0, 12).map(({ id }) => jobView(runtime, id)));
  const read = views.filter(({ job }) => job.readings['read-test']);
  expect(read.length).toBeGreaterThan(0);
  for (const { readBefore } of read) {
    expect(readBefore.read!.from).toBeGreaterThan(0);
    expect(readBefore.read!.least).toBeLessThan(readBefore.read!.most);
  }
  // Nothing is chosen: nothing is said.
  expect((await jobView(runtime, 'Q-0412')).readBefore).toEqual({ read: null, heat: null });
});

it('faults that were found and looks that misled stand with their names, of practice apart from real work', async () => {
  const { runtime } = workshop;
  const [job] = await runtime.database.query<{ id: string }>('select id from job order by id limit 1');
  const lesson = (seq: number, kind: string, keys: string[]) =>
    runtime.database.query(
      `insert into lesson (job_id, seq, practice, kind, usual, actual, keys, at)
       values ($1, $2, true, $3, 1, 1, $4::jsonb, '2026-11-01T08:00:00.000Z')`,
      [job!.id, 9000 + seq, kind, JSON.stringify(keys)],
    );
  await lesson(1, 'fault', ['braskit-osprey', 'battery-plug']);
  await lesson(2, 'fault', ['braskit-osprey', 'battery-plug']);
  await lesson(3, 'fault', ['braskit-osprey', 'no-such-fault']);
  await lesson(4, 'look', ['charge-light', 'misread']);
  await lesson(5, 'look', ['charge-light', 'right']);
  await lesson(6, 'look', ['no-such-check', 'right']);
  runtime.learned.clear();
  expect(await faultsFound(runtime, true)).toEqual({
    faults: [{ device: 'Osprey', fault: expect.stringMatching(/battery/iu), times: 2 }],
    looks: [{ check: expect.stringMatching(/light/iu), misread: 1, times: 2 }],
  });
  expect(await faultsFound(runtime, false)).toEqual({ faults: [], looks: [] });
});
