import { fillWish } from '../disk';
import { type Loaded, benchCard, dayTasksOf } from '.';
import { copySecondsLeft } from './make-view';
import { nextStep, workLeftSeconds } from '../job';
import { cases } from '../fit/demo.test.data';
import { Bench, dock, proof, takeIn, choose, oldDrive } from '../acts/bench.test.data';

const card = (bench: Bench, copy: Parameters<typeof benchCard>[2] = { kind: 'none' }) =>
  benchCard(bench.state, { ...bench.context, cases, source: null }, copy);

function opened(given = takeIn) {
  const bench = new Bench(given);
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  for (
    let act = nextStep(bench.state, bench.context);
    act?.station === 'open' && bench.do({ kind: 'step', stepId: act.id }) === 'ok';
  )
    act = nextStep(bench.state, bench.context);
  return bench;
}

describe('a job on the bench', () => {
  it('wants hands for its one next act, and says what its choice is worth', () => {
    expect(card(new Bench())).toMatchObject({
      column: 'hands',
      station: 'fit',
      next: 'Choose a drive that fits',
      worst: null,
    });
    const bench = opened();
    expect(card(bench)).toMatchObject({ column: 'hands', next: 'Carry the system over' });
    expect(card(bench).worst?.verdict).toBe('clear');
    bench.report({ kind: 'docked', dock });
    bench.report({ kind: 'copy-begun' });
    bench.report({ kind: 'copied', proof });
    expect(card(bench)).toMatchObject({
      column: 'hands',
      station: 'swap',
      next: expect.stringContaining('Look at the new drive'),
    });
  });

  it('is held with its remedy, and busy with its share and the time left', () => {
    expect(card(opened({ ...takeIn, card: 'yes' }))).toMatchObject({
      column: 'held',
      next: expect.stringContaining('card out'),
    });
    const bench = opened();
    bench.report({ kind: 'docked', dock });
    expect(card(bench)).toMatchObject({ column: 'hands' });
    const progress = {
      phase: 'copying' as const,
      totalBytes: 400e6,
      writtenBytes: 160e6,
      verifiedBytes: 144e6,
      blocks: 400,
      verifiedBlocks: 144,
      unreadableBytes: 0,
      parts: [{ number: 1, name: 'start', bytes: 100, matchedBytes: 40 }],
      expectedBytesPerS: null,
      linkBytesPerS: null,
      rate: {
        nowBytesPerS: 20e6,
        steadyBytesPerS: null,
        secondsLeft: { least: 88, middle: 90, most: 94 },
        drop: null,
        curve: [],
      },
    };
    expect(card(bench, { kind: 'running', progress })).toMatchObject({
      column: 'machine',
      next: 'Copying: 36 % matched, about 1 min 30 s left',
    });
    expect(card(bench, { kind: 'running', progress: null }).next).toBe('The copy begins');
    expect(card(bench, { kind: 'interrupted', verifiedBlocks: 3, fault: null }).next).toContain(
      'interrupted',
    );
  });
});

it('counts a copy that is still to come against the promise, by its forecast, until it is verified', () => {
  const bench = opened({
    ...takeIn,
    oldDrive: { ...oldDrive, usedBytes: 400e9 },
    promisedAt: '2030-01-01T00:00:00.000Z',
  });
  const left = (given: typeof cases) =>
    workLeftSeconds(
      bench.state,
      bench.context,
      copySecondsLeft(bench.state, { ...bench.context, cases: given, source: null }, { kind: 'none' }),
    );
  // 400 GB there and back at 390 MB/s: 34 minutes that nobody counts where no case is there.
  expect(left(cases) - left([])).toBeCloseTo((2 * 400e9) / 390e6, -1);
});

it('a charge that was read twice while it fell is a wait with an end, and then a look', () => {
  const bench = opened({ ...takeIn, chargePercent: 90 });
  const at = (clock: string) => (bench.at = `2026-11-24T${clock}.000Z`);
  const day = () =>
    dayTasksOf(
      bench.state,
      { ...bench.context, cases, source: null } as unknown as Loaded,
      { kind: 'none' },
      bench.at,
    );
  const percent = bench.context.profile.opening.chargeBelowPercent;
  at('10:00:00');
  bench.do({ kind: 'charge', percent: percent + 34 });
  expect(card(bench)).toMatchObject({ column: 'held', next: expect.stringContaining('Run it down') });
  expect([day().job.held, day().tasks.map(({ what }) => what)]).toEqual([
    expect.stringContaining('Run it down'),
    expect.not.arrayContaining(['The charge runs down']),
  ]);
  at('12:00:00');
  bench.do({ kind: 'charge', percent: percent + 14 });
  expect(card(bench)).toEqual(
    expect.objectContaining({ column: 'machine', next: 'The charge runs down: about 1 h 27 min left' }),
  );
  const { job, tasks } = day();
  expect(job.held).toBeNull();
  expect(tasks.slice(0, 2)).toMatchObject([
    { what: 'The charge runs down', hands: false, station: 'open', runs: true, minutes: { middle: 87 } },
    { what: 'Look at the charge shown', hands: true },
  ]);
  expect(tasks[2]?.after).toEqual([tasks[1]?.id]);
  at('16:00:00');
  expect(card(bench)).toMatchObject({
    column: 'hands',
    next: expect.stringMatching(/^The charge should be low enough/u),
  });
  expect(day().tasks[0]).toMatchObject({ what: 'Look at the charge shown', hands: true });
});
