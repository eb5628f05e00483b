import { exact, named, oneOf, versionAtLeast, atMost } from '../margin';
import { nextStep, proveMargins, stationStatesOf, currentStation } from '../job';
import { Bench, choose, proof, stick, takeIn } from './bench.test.data';
const rule = { kind: 'default', note: 'test' } as const;
const written = (value: string) =>
  oneOf({ id: 'stick-written', what: 'What it holds', unit: 'none' }, named(value, rule), ['whole'], rule);
const newest = (version: string) =>
  versionAtLeast({ id: 'image-newest', what: 'Newest', unit: 'none' }, named(version, rule), '3.0', rule);
const record = (failures: number) =>
  atMost({ id: 'record', what: 'Failures', unit: 'count' }, exact(failures, rule), exact(2, rule));

function onStick(...sticks: ReturnType<typeof stick>[]) {
  const bench = new Bench();
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.sticks = sticks;
  expect(bench.do({ kind: 'route', route: 'stick' })).toBe('ok');
  return bench;
}
const take = (label: string, reason?: string) => ({
  kind: 'take-stick' as const,
  label,
  ...(reason ? { reason } : {}),
});

it('a stick is taken when nothing speaks against it', () => {
  const bench = onStick(stick('ST-1101', [written('whole'), newest('3.1'), record(0)]));
  expect(bench.do(take('ST-9999'))).toBe('not-found');
  expect(bench.do(take('ST-1101'))).toBe('ok');
  expect(bench.state.job.stick).toMatchObject({ label: 'ST-1101', version: '2.9.3', reason: null });
});

it('age and record may be taken on with a reason, what it holds may not', () => {
  const old = onStick(stick('ST-1101', [written('whole'), newest('2.9'), record(3)]));
  expect(old.do(take('ST-1101'))).toBe('stick-over');
  expect(old.do(take('ST-1101', 'the owner wants this version'))).toBe('ok');
  expect(old.state.job.stick?.reason).toBe('the owner wants this version');
  expect(old.state.history.at(-1)?.sentence).toMatch(
    /Newest, Failures, taken all the same: the owner wants/u,
  );
  const half = onStick(stick('ST-1101', [written('half')], 'half-written'));
  expect(half.do(take('ST-1101', 'it will do'))).toBe('stick-over');
});

it('a stick that another job has taken stays with it', () => {
  const bench = onStick({ ...stick('ST-1101'), meantFor: 'Q-0400' });
  expect(bench.do(take('ST-1101'))).toBe('stick-taken');
});

it('nothing is opened without a stick, and nothing of the copy’s holds stands in the way', () => {
  const bench = onStick(stick('ST-1101'));
  const open = () => bench.do({ kind: 'step', stepId: nextStep(bench.state, bench.context)!.id });
  expect(open()).toBe('hold-stick');
  bench.do(take('ST-1101'));
  // A fresh system brings nothing of the old drive along.
  expect(open()).toBe('hold-second-copy');
  bench.do({ kind: 'observe', fact: 'second-copy.made', value: true });
  expect(open()).toBe('ok');
  expect(bench.do({ kind: 'route', route: 'copy-on-dock' })).toBe('begun');
  expect(bench.do({ kind: 'dock', caseId: 'tarn-5' })).toBe('other-way');
});

it('no swap without a drive, whatever the way', () => {
  const bench = new Bench();
  bench.sticks = [stick('ST-1101')];
  bench.do({ kind: 'route', route: 'stick' });
  bench.do(take('ST-1101'));
  bench.do({ kind: 'observe', fact: 'second-copy.made', value: true });
  let said = 'ok';
  for (
    let next = nextStep(bench.state, bench.context);
    next && said === 'ok';
    next = nextStep(bench.state, bench.context)
  )
    said = bench.do({ kind: 'step', stepId: next.id });
  expect(said).toBe('no-drive');
});

it('First power is done when the device shows that it finds nothing; Carry over when it started', () => {
  const bench = onStick(stick('ST-1101'));
  bench.do(take('ST-1101'));
  bench.do({ kind: 'observe', fact: 'second-copy.made', value: true });
  for (let next = nextStep(bench.state, bench.context); next; next = nextStep(bench.state, bench.context))
    expect(bench.do({ kind: 'step', stepId: next.id })).toBe('ok');
  const at = () => currentStation(stationStatesOf(bench.state, bench.context));
  expect(at()).toBe('first-power');
  expect(bench.do({ kind: 'observe-start', outcome: 'dark' })).toBe('ok');
  expect(at()).toBe('first-power');
  expect(bench.do({ kind: 'restore' })).toBe('stick-out');
  bench.do({ kind: 'observe-start', outcome: 'no-start-device' });
  expect(at()).toBe('carry-over');
  bench.do({ kind: 'observe', fact: 'stick.inserted', value: true });
  bench.do({ kind: 'observe', fact: 'charger.connected', value: true });
  expect(bench.do({ kind: 'restore' })).toBe('ok');
  bench.report({ kind: 'not-restored', why: 'Its table cannot be read.' });
  expect(at()).toBe('carry-over');
  const shown = {
    outcome: 'started' as const,
    code: 'started' as const,
    shows: 'Home screen',
    hint: null,
    phases: [],
    readings: null,
  };
  bench.report({ kind: 'restored', proof, shown });
  expect(at()).toBe('prove');
  expect(bench.do({ kind: 'restore' })).toBe('started');
});

it('what a real device wrote from its stick is proved by its readings, what the stand-in wrote also by its blocks', () => {
  const { profile, layout } = onStick(stick('ST-1101')).context;
  const asked = (copy: typeof proof | null, route: 'stick' | 'copy-on-dock') =>
    proveMargins(profile, layout, { takeIn, readings: {}, copy, choice: null, route }).map(({ id }) => id);
  expect(asked(null, 'stick')).not.toContain('mismatches');
  expect(asked(proof, 'stick')).toContain('mismatches');
  expect(asked(null, 'copy-on-dock')).toContain('mismatches');
});

it('a real job takes no simulated stick: a real one is ready when a person says with what it was written and checked', () => {
  const bench = new Bench({ ...takeIn, practice: false });
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.sticks = [stick('ST-1101')];
  expect(bench.do({ kind: 'route', route: 'stick' })).toBe('ok');
  expect(bench.do(take('ST-1101'))).toBe('no-stand-in');
  const ready = { kind: 'stick-elsewhere' as const, image: 'Quay recovery 2.9.3', means: 'dd and sha256sum' };
  expect(bench.do(ready)).toBe('ok');
  expect(bench.state.history.at(-1)).toMatchObject({
    kind: 'stick-elsewhere',
    sentence: expect.stringContaining('Jicara saw none of it'),
  });
  bench.do({ kind: 'observe', fact: 'second-copy.made', value: true });
  let said = 'ok';
  for (
    let next = nextStep(bench.state, bench.context);
    next && said === 'ok';
    next = nextStep(bench.state, bench.context)
  )
    said = bench.do({ kind: 'step', stepId: next.id });
  expect(said).toBe('ok');
  expect(bench.do({ kind: 'observe', fact: 'stick.inserted', value: true })).toBe('ok');
  expect(bench.do({ kind: 'observe-start', outcome: 'started' })).toBe('ok');
  expect(currentStation(stationStatesOf(bench.state, bench.context))).toBe('prove');
  expect(
    proveMargins(bench.context.profile, bench.context.layout, bench.state.job).map(({ id }) => id),
  ).toEqual(['size-shown', 'read-test', 'parts-shown']);
  expect(onStick().do(ready)).toBe('practice');
});
