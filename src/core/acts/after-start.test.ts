import heronData from '../../../demo/devices/braskit-heron.json';
import { DeviceProfile } from '../device';
import { busyUntil, deviceSeconds, proveMargins, retriesTaken, standsAgainst } from '../job';
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

it('an update is told by what it is, with what was done and why; what only should be there needs no word', () => {
  const bench = onHeron();
  const told = (id: string, done: boolean, note: string) => {
    expect(bench.do({ kind: 'update', id, done, note })).toBe('ok');
    return bench.state.history.at(-1)!.sentence;
  };
  const what = (id: string) => heron.afterStart.find((one) => one.id === id)!.what;
  expect(told('firmware', true, '')).toBe(`${what('firmware')}: done.`);
  expect(told('firmware', false, '')).toBe(`${what('firmware')}: left.`);
  // Three letters are a word.
  expect(told('sleep', true, 'ask')).toBe(`${what('sleep')}: done, ask.`);
  expect(bench.do({ kind: 'update', id: 'sleep', done: true, note: 'no' })).toBe('why');
});

it('lines of the boot menu are told in their order, none too, and open the proof again', () => {
  const bench = onHeron();
  bench.state.job.proved = true;
  const told = (entries: string[]) => {
    bench.do({ kind: 'boot-entries', when: 'before', entries });
    return bench.state.history.at(-1)!.sentence;
  };
  expect(told(['Desk', 'Harbour'])).toBe('Boot menu before the work: Desk, Harbour.');
  expect(told([])).toBe('Boot menu before the work: no line.');
  expect(bench.state.job.proved).toBe(false);
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

it('a network that went stops the time, and how the device goes on says when to come back', () => {
  const bench = onHeron();
  expect(bench.do({ kind: 'network-gone' })).toBe('other-way');
  bench.do({ kind: 'route', route: 'network' });
  expect(bench.do({ kind: 'network-gone' })).toBe('is-off');
  const power = (more: object) => {
    bench.state = { ...bench.state, job: { ...bench.state.job, power: { ...run, ...more } } };
  };
  power({ real: false });
  expect(bench.do({ kind: 'network-gone' })).toBe('simulated');
  power({});
  const usualS = (Date.parse(busyUntil(bench.state.job, heron)!.usual) - Date.parse(run.onAt)) / 1000;
  const at = (clock: string, act: Parameters<Bench['do']>[0]) => {
    bench.at = `2026-11-24T${clock}.000Z`;
    return bench.do(act);
  };
  const back = (goesOn: 'where-it-was' | 'anew') => ({ kind: 'network-back', goesOn }) as const;
  expect(at('08:05:00', back('anew'))).toBe('not-gone');
  expect(at('08:10:00', { kind: 'network-gone' })).toBe('ok');
  expect(at('08:11:00', { kind: 'network-gone' })).toBe('gone-already');
  expect(busyUntil(bench.state.job, heron)).toBeNull();
  const ran = (clock: string) => deviceSeconds(bench.state.job.power!, new Date(`2026-11-24T${clock}.000Z`));
  expect([ran('08:10:00'), ran('08:20:00')]).toEqual([600, 600]);
  expect(
    benchCard(bench.state, { ...bench.context, cases: [], source: null }, { kind: 'none' }),
  ).toMatchObject({ column: 'hands', next: expect.stringMatching(/^The network is gone/u) });
  const comesAt = () =>
    (Date.parse(busyUntil(bench.state.job, heron)!.usual) - Date.parse('2026-11-24T08:00:00.000Z')) / 1000;
  expect(at('08:25:00', back('where-it-was'))).toBe('ok');
  expect([ran('08:25:00'), ran('08:26:00')]).toEqual([600, 660]);
  expect(comesAt()).toBe(usualS + 15 * 60);
  at('08:30:00', { kind: 'network-gone' });
  at('08:40:00', back('where-it-was'));
  expect(comesAt()).toBe(usualS + 25 * 60);
  expect(retriesTaken(bench.state.job.power!)).toBe(2);
  expect(bench.state.history.at(-1)?.sentence).toContain('(2 times by now)');
  at('08:50:00', { kind: 'network-gone' });
  at('09:00:00', back('anew'));
  expect(comesAt()).toBe(usualS + 60 * 60);
  expect(retriesTaken(bench.state.job.power!)).toBe(0);
  // A clock that was set back takes no time off.
  at('09:10:00', { kind: 'network-gone' });
  at('09:05:00', back('where-it-was'));
  expect(comesAt()).toBe(usualS + 60 * 60);
  bench.state = { ...bench.state, job: { ...bench.state.job, outcome: 'started' } };
  expect(bench.do({ kind: 'network-gone' })).toBe('is-off');
});

it('one network that goes fifty times is asked for another way', () => {
  const bench = onHeron();
  bench.do({ kind: 'route', route: 'network' });
  bench.state = { ...bench.state, job: { ...bench.state.job, power: run } };
  for (let n = 0; n < 50; n += 1) {
    expect(bench.do({ kind: 'network-gone' })).toBe('ok');
    expect(bench.do({ kind: 'network-back', goesOn: 'where-it-was' })).toBe('ok');
  }
  expect(bench.do({ kind: 'network-gone' })).toBe('too-many');
});
