import { nextStep } from '../job';
import { World } from '../simulator';
import { diagnosisView } from './diagnosis-view';
import { Bench, choose, dock, profile, proof } from '../acts/bench.test.data';
import { learnedFrom } from '../learn';
import { lessonsOf } from './lessons-of-job';
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
  expect(told.causes[0]!.probability).toBeGreaterThan(0.85);
  // Pushing every plug home takes no longer than this one: either is right.
  expect(told.next).toMatchObject({ id: expect.stringMatching(/^(battery-plug|look-inside)$/u) });
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
  expect(after.causes.find(({ id }) => id === 'battery-plug')!.probability).toBeLessThan(0.5);
  expect(bench.state.history.at(-1)?.sentence).toMatch(/^Tried: .*still does not start\.$/u);
  expect(bench.do({ kind: 'look-into', seen: { mended: 'charger', shows: 'no-storage' } })).toBe('ok');
  expect(bench.state.history.at(-1)?.sentence).toMatch(/says that there is no storage\.$/u);
  expect(bench.do({ kind: 'look-into', seen: { mended: 'gone' } })).toBe('not-found');
  expect(bench.do({ kind: 'look-into', seen: { mended: 'charger', shows: 'purple' } })).toBe('not-found');
  const inside = { check: 'look-inside', outcome: 'all-home' };
  expect(bench.do({ kind: 'look-into', seen: { ...inside, shows: 'purple' } })).toBe('not-found');
  expect(bench.do({ kind: 'look-into', seen: { ...inside, shows: 'no-storage' } })).toBe('ok');
  expect(bench.state.history.at(-1)?.sentence).toMatch(
    /everything is home\. It still does not start: says that there is no storage\.$/u,
  );
  expect(bench.do({ kind: 'finding', fault: 'gone' })).toBe('not-found');
});

it('what a person sees of a real device is more than that it does not start, and belongs to what it comes to', () => {
  const bench = dark();
  expect(bench.do({ kind: 'observe-start', outcome: 'dark', shows: 'no-storage' })).toBe('not-found');
  expect(bench.do({ kind: 'observe-start', outcome: 'no-start-device', shows: 'no-storage' })).toBe('ok');
  const told = diagnosisView(profile, bench.state.job)!;
  expect(told.causes.slice(0, 3).map(({ id }) => id)).toContain('drive-seat');
  expect(told.none.probability).toBeGreaterThan(0);
  expect(told.ending).toBeNull();
});

it('where nothing listed explains it, it ends with what was ruled out and what to hand on', () => {
  const bench = dark();
  bench.do({ kind: 'observe-start', outcome: 'does-not-finish', shows: 'picture-wrong' });
  for (let i = 0; i < 30; i += 1) {
    const { next } = diagnosisView(profile, bench.state.job)!;
    if (!next) break;
    const check = new World(profile).check(next.id);
    bench.do({
      kind: 'look-into',
      seen: check ? { check: next.id, outcome: check.sound } : { mended: next.id },
    });
  }
  const { ending, verdict } = diagnosisView(profile, bench.state.job)!;
  expect(verdict.kind).toBe('end');
  expect(ending!.ruledOut.length).toBeGreaterThan(3);
  expect(ending!.handOn[0]).toMatch(/a picture with lines/u);
});

it('what was found here before makes the first guess, and says from how many repairs it comes', () => {
  const bench = dark();
  const at = bench.at;
  const guess = (faults: { profileId: string; faultId: string; at: string }[]) =>
    diagnosisView(profile, bench.state.job, { faults, looks: [], at })!;
  const before = guess([]);
  expect(before.from).toEqual({ here: 0, elsewhere: 0 });
  const rare = before.causes.findLast(({ id }) => id !== 'battery-plug')!;
  const many = Array.from({ length: 30 }, () => ({ profileId: profile.id, faultId: rare.id, at }));
  const learned = guess([...many, { profileId: 'other', faultId: rare.id, at }]);
  expect(learned.from).toEqual({ here: 30, elsewhere: 1 });
  const prior = ({ causes }: typeof learned) => causes.find(({ id }) => id === rare.id)!.before;
  expect(prior(learned)).toBeGreaterThan(3 * prior(before));
  // Of none listed nothing was learned.
  expect(learned.none.before).toBeCloseTo(before.none.before, 9);
});

it('a fault that was found teaches, once the job is handed over', () => {
  const bench = dark();
  bench.do({ kind: 'finding', fault: 'battery-plug' });
  const lessons = lessonsOf(bench.state, { ...bench.context, cases: [] });
  expect(lessons.filter(({ kind }) => kind === 'fault')).toEqual([
    { kind: 'fault', usual: 1, actual: 1, keys: [profile.id, 'battery-plug'], at: bench.at },
  ]);
  const of = lessons.map((lesson) => ({ ...lesson, jobId: 'Q-1' }));
  expect(learnedFrom(of).faults).toEqual([{ profileId: profile.id, faultId: 'battery-plug', at: bench.at }]);
});

it('a look that turned out to mislead teaches how often it does, and a diagnosis weighs what is seen by it', () => {
  const world = new World(profile);
  const check = world.checks.find(
    ({ id, outcomes, sound }) =>
      id !== 'press' &&
      Object.keys(outcomes).some(
        (one) => one !== sound && world.shows(world.check(id)!, ['battery-plug']) !== one,
      ),
  )!;
  const truly = world.shows(check, ['battery-plug']);
  const wrong = Object.keys(check.outcomes).find((one) => one !== truly)!;
  const bench = dark();
  bench.do({ kind: 'look-into', seen: { check: check.id, outcome: wrong } });
  bench.do({ kind: 'look-into', seen: { check: check.id, outcome: truly } });
  bench.do({ kind: 'finding', fault: 'battery-plug' });
  const of = lessonsOf(bench.state, { ...bench.context, cases: [] }).map((one) => ({ ...one, jobId: 'Q-1' }));
  const { looks } = learnedFrom(of);
  expect(looks).toEqual([
    { key: check.id, isHit: true, at: bench.at },
    { key: check.id, isHit: false, at: bench.at },
  ]);
  // Seen the same thing, a check that misleads half the time moves less.
  const other = dark();
  other.do({ kind: 'look-into', seen: { check: check.id, outcome: wrong } });
  const moved = (misread: number) => {
    const known = Array.from({ length: 400 }, (_, i) => ({
      key: check.id,
      isHit: i < misread,
      at: bench.at,
    }));
    const { causes, looksFrom } = diagnosisView(profile, other.state.job, {
      faults: [],
      looks: known,
      at: bench.at,
    })!;
    expect(looksFrom).toBe(400);
    return causes.find(({ id }) => id === 'battery-plug')!.probability;
  };
  expect(moved(0)).toBeLessThan(moved(200) / 2);
});
