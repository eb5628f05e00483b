import { nextStep } from '../job';
import { diagnosisView } from './diagnosis-view';
import { Bench, choose, dock, profile, proof } from '../acts/bench.test.data';
import { makeSheet } from './make-sheet';
import { fillWish } from '../disk';

/** A device that was worked on, closed, and does not start. */
function dark() {
  const bench = new Bench();
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  const steps = (until: string) => {
    for (
      let next = nextStep(bench.state, bench.context);
      next && next.station !== until;
      next = nextStep(bench.state, bench.context)
    )
      if (bench.do({ kind: 'step', stepId: next.id }) !== 'ok') throw new Error(next.id);
  };
  steps('swap');
  bench.report({ kind: 'docked', dock });
  bench.report({ kind: 'copied', proof });
  steps('never');
  expect(bench.do({ kind: 'look-into', seen: { check: 'press', outcome: 'dark' } })).toBe('nothing-wrong');
  bench.do({ kind: 'observe-start', outcome: 'dark' });
  return bench;
}

it('says nothing of a device that runs or was not switched on', () => {
  const bench = new Bench();
  expect(diagnosisView(profile, bench.state.job)).toBeNull();
  expect(diagnosisView(profile, { ...bench.state.job, outcome: 'started' })).toBeNull();
});

it('leads from the dark screen to the plug that was not home, and back to a running device', () => {
  const bench = dark();
  const first = diagnosisView(profile, bench.state.job)!;
  expect(first.causes[0]!.id).toBe('battery-plug');
  expect(first.next).toMatchObject({ kind: expect.any(String), minutes: expect.any(Number) });
  expect(bench.do({ kind: 'look-into', seen: { check: 'charge-light', outcome: 'purple' } })).toBe(
    'not-found',
  );
  expect(bench.do({ kind: 'look-into', seen: { check: 'charge-light', outcome: 'blinks' } })).toBe('ok');
  const told = diagnosisView(profile, bench.state.job)!;
  expect(told.verdict).toEqual({ kind: 'mend', ids: ['battery-plug'] });
  expect(told.reasons.map(({ saw }) => saw)).toEqual([
    'Press the power key and look: dark, no sound.',
    'Look at the charge or stand-by light, with another cable too: blinks or goes out.',
  ]);
  expect(bench.do({ kind: 'finding', fault: 'battery-plug' })).toBe('ok');
  expect(bench.state.job).toMatchObject({ outcome: 'started', seenAtPower: [] });
  expect(bench.state.facts['device.started']?.value).toBe(true);
  expect(makeSheet(bench.state, bench.context).notes.map(({ text }) => text)).toContain(
    'It started. It was this: the battery’s plug is not home; mended.',
  );
});

it('a remedy that did not help is set aside', () => {
  const bench = dark();
  bench.do({ kind: 'look-into', seen: { check: 'charge-light', outcome: 'blinks' } });
  bench.do({ kind: 'look-into', seen: { mended: 'battery-plug' } });
  const after = diagnosisView(profile, bench.state.job)!;
  expect(after.causes.find(({ id }) => id === 'battery-plug')!.probability).toBeLessThan(0.001);
  expect(bench.state.history.at(-1)?.sentence).toMatch(/^Tried: .*still does not start\.$/u);
});
