import { fillWish } from '../disk';
import { nextStep } from '../job';
import { type JobAct } from '.';
import { Bench, choose, dock, osprey, proof, takeIn } from './bench.test.data';

const last = (bench: Bench) => bench.state.history.at(-1)!;
const is = (bench: Bench, fact: string) => bench.state.facts[fact as 'power.off']?.value;

/** Closed, with a copied drive in it, and not switched on yet. */
function closed(route: 'copy-on-dock' | 'network' = 'copy-on-dock') {
  const bench = new Bench(takeIn, osprey);
  bench.mains = true;
  bench.do({ kind: 'route', route });
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  bench.do({ kind: 'lay-out', wish: fillWish });
  bench.do({ kind: 'observe', fact: 'second-copy.made', value: true });
  for (let next = nextStep(bench.state, bench.context); next; next = nextStep(bench.state, bench.context)) {
    if (next.station === 'swap' && route === 'copy-on-dock' && !bench.state.job.dock) {
      bench.report({ kind: 'docked', dock });
      bench.report({ kind: 'copied', proof });
    }
    const said = bench.do({ kind: 'step', stepId: next.id });
    if (said !== 'ok') throw new Error(`${next.id}: ${said}`);
  }
  return bench;
}

describe('a device is switched on', () => {
  it('once it is closed, and once', () => {
    const open = new Bench();
    for (const kind of ['power-on', 'switch-on'] as const) expect(open.do({ kind })).toBe('not-closed');
    expect(open.do({ kind: 'observe-start', outcome: 'dark' })).toBe('not-closed');
    expect(open.do({ kind: 'switch-off' })).toBe('is-off');
    const bench = closed();
    bench.do({ kind: 'observe', fact: 'charger.connected', value: true });
    expect(bench.do({ kind: 'observe-start', outcome: 'does-not-finish' })).toBe('ok');
    expect(bench.do({ kind: 'power-on' })).toBe('ok');
    expect(last(bench).sentence).toBe('Switched on.');
    // What it came to before is over; its time runs from now.
    expect(bench.state.job).toMatchObject({ outcome: null, lastStart: null, firstLook: null });
    expect(bench.state.job.power).toEqual({ onAt: bench.at, real: true, menu: false, pace: 1, presses: [] });
    expect(is(bench, 'power.off')).toBe(false);
    expect(bench.do({ kind: 'power-on' })).toBe('is-on');
    expect(bench.do({ kind: 'press', key: 'accept' })).toBe('is-off');
    expect(bench.do({ kind: 'switch-off' })).toBe('ok');
    expect([bench.state.job.power, is(bench, 'power.off')]).toEqual([null, true]);
  });

  it('simulated in practice alone', () => {
    const real = closed();
    real.state.job.takeIn = { ...real.state.job.takeIn, practice: false };
    expect(real.do({ kind: 'switch-on' })).toBe('no-stand-in');
    expect(real.do({ kind: 'restore' })).toBe('no-stand-in');
  });
});

describe('what it shows', () => {
  it('is one of the looks that go with what it came to', () => {
    const bench = closed();
    const seen = (outcome: 'dark' | 'started' | 'no-start-device', shows?: string) =>
      bench.do({ kind: 'observe-start', outcome, ...(shows ? { shows } : {}) });
    expect(seen('started', 'dark')).toBe('not-found');
    expect(seen('dark', 'purple')).toBe('not-found');
    expect(seen('dark', 'toString')).toBe('not-found');
    expect(seen('dark', 'goes-out')).toBe('ok');
    expect(bench.state.job).toMatchObject({ outcome: 'dark', firstLook: 'goes-out' });
    expect(last(bench).sentence).toMatch(/Seen on the device: goes out again after a second\.$/u);
    expect(seen('no-start-device')).toBe('ok');
    expect(bench.state.job).toMatchObject({ outcome: 'no-start-device', firstLook: null });
    expect(last(bench).sentence).toMatch(/Seen on the device\.$/u);
  });

  it('is looked into where something is wrong, and not without end', () => {
    const bench = closed();
    const look = { check: 'charge-light', outcome: 'blinks' } as const;
    expect(bench.do({ kind: 'look-into', seen: look })).toBe('nothing-wrong');
    expect(bench.do({ kind: 'finding', fault: 'battery-plug' })).toBe('nothing-wrong');
    bench.do({ kind: 'observe-start', outcome: 'dark' });
    expect(bench.do({ kind: 'look-into', seen: { check: 'no-such', outcome: 'blinks' } })).toBe('not-found');
    expect(bench.do({ kind: 'look-into', seen: { check: 'charge-light', outcome: 'toString' } })).toBe(
      'not-found',
    );
    expect(bench.do({ kind: 'look-into', seen: look })).toBe('ok');
    expect(bench.state.job.seenAtPower).toEqual([look]);
    bench.state.job.seenAtPower = Array.from({ length: 199 }, () => look);
    expect(bench.do({ kind: 'look-into', seen: look })).toBe('ok');
    expect(bench.do({ kind: 'look-into', seen: look })).toBe('too-many');
  });

  it('was this: kept with what was seen before it, and the device runs', () => {
    const bench = closed();
    bench.do({ kind: 'observe-start', outcome: 'dark' });
    bench.do({ kind: 'look-into', seen: { check: 'charge-light', outcome: 'blinks' } });
    expect(bench.do({ kind: 'finding', fault: 'no-such' })).toBe('not-found');
    expect(bench.do({ kind: 'finding', fault: 'battery-plug' })).toBe('ok');
    expect(last(bench)).toMatchObject({ kind: 'finding', sentence: expect.stringMatching(/mended\.$/u) });
    expect(bench.state.job.outcome).toBe('started');
    const [found] = bench.state.job.found!;
    expect(found).toMatchObject({ faultId: 'battery-plug', at: bench.at });
    expect(found!.looks.length).toBeGreaterThan(0);
    const one = { ...found! };
    bench.state.job.found = Array.from({ length: 200 }, () => one);
    bench.state.job.outcome = 'dark';
    expect(bench.do({ kind: 'finding', fault: 'battery-plug' })).toBe('too-many');
  });
});

describe('the keys of the simulated device', () => {
  /** It is on, as the stand-in says. */
  const on = (bench: Bench) => {
    bench.state.job.power = { onAt: bench.at, real: false, menu: false, pace: 1, presses: [] };
    return bench;
  };
  const press = (bench: Bench, key: Extract<JobAct, { kind: 'press' }>['key']) =>
    bench.do({ kind: 'press', key });

  it('write a drive anew only on the way that the job takes', () => {
    const copied = on(closed());
    expect(press(copied, 'network')).toBe('other-way');
    expect(press(copied, 'stick')).toBe('other-way');
    expect(press(copied, 'accept')).toBe('ok');
    const network = on(closed('network'));
    expect(press(network, 'stick')).toBe('other-way');
    expect(press(network, 'network')).toBe('hold-unattended');
    network.do({ kind: 'observe', fact: 'charger.connected', value: true });
    expect(press(network, 'network')).toBe('ok');
    // With the old drive in it again nothing is written.
    const again = { at: network.at, why: 'it did not start', tookOut: 'new' as const, cameOut: null };
    network.state.job.openedAgain = { ...again, putsIn: 'old' };
    expect(press(network, 'network')).toBe('other-way');
    network.state.job.openedAgain = { ...again, putsIn: 'new' };
    expect(press(network, 'network')).toBe('ok');
  });

  it('are two hundred between two starts at most', () => {
    const bench = on(closed());
    const presses = Array.from({ length: 199 }, (_, atS) => ({ atS, key: 'accept' as const }));
    bench.state.job.power = { ...bench.state.job.power!, presses };
    expect(press(bench, 'accept')).toBe('ok');
    bench.state.job.power = {
      ...bench.state.job.power,
      presses: [...presses, { atS: 200, key: 'accept' }],
    };
    expect(press(bench, 'accept')).toBe('too-many');
  });
});
