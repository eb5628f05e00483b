import heronData from '../../../demo/devices/braskit-heron.json';
import { DeviceProfile } from '../device';
import { busyUntil, proveMargins, standsAgainst } from '../job';
import { benchCard } from '../job-view';
import { Bench, takeIn } from './bench.test.data';

const heron = { ...DeviceProfile.parse(heronData), proofs: null };
const onHeron = () => new Bench({ ...takeIn, profileId: heron.id }, heron);
const run = { onAt: '2026-11-24T08:00:00.000Z', real: true, menu: true, pace: 1, presses: [] };

it('updates are done or left; what must be there is left, and what breaks is done, only with a word why', () => {
  const bench = onHeron();
  expect(bench.do({ kind: 'update', id: 'graphics', done: true, note: '' })).toBe('ok');
  expect(bench.do({ kind: 'update', id: 'graphics', done: false, note: '' })).toBe('why');
  expect(bench.do({ kind: 'update', id: 'graphics', done: false, note: 'no network here' })).toBe('ok');
  expect(bench.do({ kind: 'update', id: 'sleep', done: false, note: '' })).toBe('ok');
  expect(bench.do({ kind: 'update', id: 'sleep', done: true, note: '' })).toBe('why');
  expect(bench.do({ kind: 'update', id: 'horn', done: true, note: '' })).toBe('no-update');
  expect(bench.state.job.updates).toEqual([
    { id: 'graphics', done: false, note: 'no network here' },
    { id: 'sleep', done: false, note: '' },
  ]);
});

it('a line of the boot menu that was there before and is gone stands against the proof, by its name', () => {
  const bench = onHeron();
  const margin = () => {
    const { profile, layout } = bench.context;
    return proveMargins(profile, layout, bench.state.job).find(({ id }) => id === 'boot-entries');
  };
  expect(margin()).toBeUndefined();
  bench.do({ kind: 'boot-entries', when: 'before', entries: ['Desk', 'Harbour Linux'] });
  expect(margin()).toMatchObject({ verdict: 'unknown' });
  bench.do({ kind: 'boot-entries', when: 'after', entries: ['Desk'] });
  expect(margin()).toMatchObject({ verdict: 'over', remedy: expect.stringContaining('Harbour Linux') });
  expect(standsAgainst([margin()!], bench.state.job).acceptable).toHaveLength(1);
  bench.do({ kind: 'boot-entries', when: 'after', entries: ['Harbour Linux', 'Desk'] });
  expect(margin()?.verdict).toBe('clear');
});

it('says when to come back to a device that restores itself; the Bench shows it as busy until then, and late', () => {
  const bench = onHeron();
  bench.do({ kind: 'route', route: 'network' });
  expect(busyUntil(bench.state.job, heron)).toBeNull();
  bench.state = { ...bench.state, job: { ...bench.state.job, power: run } };
  const busy = busyUntil(bench.state.job, heron)!;
  const { network, phases } = heron.firstPower;
  const usualS = [...network, ...phases].reduce((sum, phase) => sum + phase.usualS, 0);
  expect(Date.parse(busy.usual)).toBe(Date.parse(run.onAt) + usualS * 1000);
  expect(busy.worry > busy.usual).toBe(true);
  const card = (at: string) => {
    bench.at = at;
    return benchCard(bench.state, { ...bench.context, cases: [], source: null }, { kind: 'none' });
  };
  const past = (iso: string) => new Date(Date.parse(iso) + 120_000).toISOString();
  expect(card('2026-11-24T08:01:00.000Z')).toMatchObject({
    column: 'machine',
    next: expect.stringMatching(/^The device works alone: .* left$/u),
  });
  expect(card(past(busy.usual))).toMatchObject({
    column: 'hands',
    next: expect.stringMatching(/should be through/u),
  });
  expect(card(past(busy.worry))).toMatchObject({
    column: 'hands',
    next: 'The device is late by 2 min: look at it',
  });
  const simulated = { ...bench.state.job, power: { ...run, real: false, pace: 20 } };
  expect(Date.parse(busyUntil(simulated, heron)!.usual)).toBe(Date.parse(run.onAt) + (usualS / 20) * 1000);
  expect(busyUntil({ ...bench.state.job, outcome: 'started' }, heron)).toBeNull();
  expect(busyUntil({ ...bench.state.job, route: 'copy-on-dock' }, heron)).toBeNull();
});
