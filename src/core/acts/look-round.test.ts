import { fillWish } from '../disk';
import { lookedAtWhileOpen, nextStep, stepsOf } from '../job';
import { makeSheet } from '../job-view';
import { Bench, choose, osprey, takeIn, walkToProve } from './bench.test.data';

const look = (results: { id: string; result: 'fine' | 'mended' | 'left'; note?: string }[]) => ({
  kind: 'look-round' as const,
  results: results.map(({ note = '', ...one }) => ({ ...one, note })),
});

/** A job whose device was opened, by as many steps as its way in has. */
function opened(): Bench {
  const bench = new Bench(takeIn, osprey);
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  for (
    let next = nextStep(bench.state, bench.context);
    next?.station === 'open' && bench.do({ kind: 'step', stepId: next.id }) === 'ok';
  )
    next = nextStep(bench.state, bench.context);
  return bench;
}

it('is said while the device is open, and not before or after', () => {
  const fine = look([{ id: 'fan', result: 'fine' }]);
  expect(new Bench(takeIn, osprey).do(fine)).toBe('not-open');
  expect(opened().do(fine)).toBe('ok');
  expect(walkToProve(new Bench(takeIn, osprey)).do(fine)).toBe('not-open');
});

it('from the first step of the way in to the last one of the way back', () => {
  const fine = look([{ id: 'fan', result: 'fine' }]);
  const bench = new Bench(takeIn, osprey);
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  const steps = stepsOf(bench.state.job, bench.context);
  const at = (done: number) => {
    bench.state = { ...bench.state, doneSteps: steps.slice(0, done).map(({ id }) => id) };
    return bench.do(fine);
  };
  const closing = steps.findIndex(({ station }) => station === 'close');
  expect([0, 1, closing, closing + 1, steps.length - 1, steps.length].map(at)).toEqual([
    'not-open',
    'ok',
    'ok',
    'ok',
    'ok',
    'not-open',
  ]);
});

it('what was put right or left goes with a word, and stands on the sheet; said again, the last word counts', () => {
  const bench = opened();
  expect(bench.do(look([{ id: 'dust', result: 'mended' }]))).toBe('why');
  expect(bench.do(look([{ id: 'paint', result: 'fine' }]))).toBe('no-look');
  // One of two without a word is enough; three letters are one.
  const mixed = (note: string) =>
    look([
      { id: 'dust', result: 'left', note },
      { id: 'fan', result: 'fine' },
    ]);
  expect([bench.do(mixed('no')), bench.do(mixed('fur'))]).toEqual(['why', 'ok']);
  expect(
    bench.do(
      look([
        { id: 'dust', result: 'left', note: 'no air here' },
        { id: 'fan', result: 'fine' },
      ]),
    ),
  ).toBe('ok');
  expect(bench.do(look([{ id: 'dust', result: 'mended', note: 'blown out' }]))).toBe('ok');
  expect(bench.state.job.lookedRound).toEqual([
    { id: 'fan', result: 'fine', note: '' },
    { id: 'dust', result: 'mended', note: 'blown out' },
  ]);
  expect(JSON.stringify(makeSheet(bench.state, bench.context))).toContain('Dust: put right (blown out)');
});

it('asks of a supply only by eye, and of a cell whether it is flat', () => {
  const of = (power: 'cell' | 'mains') =>
    lookedAtWhileOpen({ procedure: { ...osprey.procedure, power } }).find(({ id }) => id === 'power')!;
  expect(of('mains').how).toContain('By eye alone');
  expect(of('cell').what).toBe('Cell');
});
