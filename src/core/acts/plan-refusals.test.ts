import heronData from '../../../demo/devices/braskit-heron.json';
import ploverData from '../../../demo/devices/braskit-plover.json';
import { DeviceProfile } from '../device';
import { fillWish } from '../disk';
import { nextStep } from '../job';
import { type JobAct, decide } from '.';
import { Bench, choose, dock, osprey, proof, stick, takeIn } from './bench.test.data';

const plover = DeviceProfile.parse(ploverData);
const heron = DeviceProfile.parse(heronData);
const chosen = choose('ostrel-marl-2000', ['lindrel-soft-250']);
const last = (bench: Bench) => bench.state.history.at(-1)!.sentence;
const refusal = (bench: Bench, act: JobAct, state = bench.state) => {
  const decided = decide(state, act, bench.context);
  return decided.ok ? null : decided.fault;
};
/** The job as it is, but for this. */
const but = (bench: Bench, more: Partial<Bench['state']['job']>) => ({
  ...bench.state,
  job: { ...bench.state.job, ...more },
});
const firstStep = (bench: Bench) =>
  bench.do({ kind: 'step', stepId: nextStep(bench.state, bench.context)!.id });

describe('a change of the case', () => {
  const agree = (agrees: boolean): JobAct => ({ kind: 'agree', caseChangeId: 'trim-ribs', agrees });
  const cut = { ...choose('tolvane-quay-1000'), adapterId: 'orme-step-4280', caseChangeIds: ['trim-ribs'] };
  const [change] = plover.caseChanges;
  const onPlover = () => new Bench({ ...takeIn, wantedGB: 1000 }, plover);

  it('is asked before anything is chosen with it', () => {
    const bench = onPlover();
    expect(refusal(bench, cut)).toMatchObject({
      code: 'not-agreed',
      sentence: `${change!.title}: ${change!.risk}`,
    });
    expect(bench.do(agree(true))).toBe('ok');
    expect(last(bench)).toBe(`The owner agrees: ${change!.title}. ${change!.risk}`);
    expect(bench.do(agree(true))).toBe('ok');
    expect(bench.state.job.agreedChanges).toEqual(['trim-ribs']);
    expect(refusal(bench, cut)).toBeNull();
  });

  it('that the owner does not want takes back what was chosen with it, and nothing else', () => {
    const bench = onPlover();
    bench.do(agree(true));
    bench.do(cut);
    bench.do({ kind: 'lay-out', wish: fillWish });
    expect(bench.do(agree(false))).toBe('ok');
    expect(last(bench)).toBe(`The owner does not agree: ${change!.title}. The chosen drive is taken back.`);
    expect(bench.state.job).toMatchObject({ agreedChanges: [], choice: null, wish: null });
    const other = onPlover();
    const alone = { ...choose('tolvane-quay-1000'), reason: 'in hand' };
    other.do(alone);
    const { choice } = other.state.job;
    expect(other.do(agree(false))).toBe('ok');
    expect(last(other)).toBe(`The owner does not agree: ${change!.title}.`);
    expect(other.state.job.choice).toEqual(choice);
  });

  it('is not taken back once the work has begun; that the owner agrees may be noted at any time', () => {
    const bench = onPlover();
    expect(refusal(bench, agree(false), but(bench, { dock }))?.code).toBe('begun');
    expect(refusal(bench, agree(false), { ...bench.state, doneSteps: ['one'] })?.code).toBe('begun');
    expect(refusal(bench, agree(true), but(bench, { dock }))).toBeNull();
    expect(refusal(bench, agree(false))).toBeNull();
  });
});

describe('a drive is not chosen', () => {
  it('while drives lie on the dock, nor once the device has written one', () => {
    const bench = new Bench();
    expect(refusal(bench, chosen, but(bench, { dock }))?.code).toBe('docked');
    bench.do(chosen);
    const installed = { driveId: 'ostrel-marl-2000' } as never;
    expect(refusal(bench, chosen, but(bench, { installed }))?.code).toBe('installed');
  });

  it('with a pad that touches nothing', () => {
    const bench = new Bench({ ...takeIn, wantedGB: 1000 }, plover);
    expect(refusal(bench, choose('tolvane-quay-1000', ['lindrel-soft-250']))?.code).toBe('no-sink');
  });

  it('smaller than was wanted, but for a reason, which stands with it', () => {
    const small = { ...choose('ostrel-marl-2000', ['lindrel-soft-250']) };
    const bench = new Bench({ ...takeIn, wantedGB: 4000 });
    const refused = refusal(bench, small);
    expect(refused).toMatchObject({
      code: 'wish-unmet',
      remedy: expect.stringMatching(/With a reason it is taken all the same\.$/u),
    });
    expect(bench.do({ ...small, reason: 'none larger fits' })).toBe('ok');
    expect(last(bench)).toMatch(/ Less than was wanted, taken all the same: none larger fits$/u);
    expect(bench.state.job.choice?.reason).toBe('none larger fits');
    // Where no reason was needed none is kept.
    const enough = new Bench();
    enough.do({ ...small, reason: 'I like it' });
    expect(enough.state.job.choice?.reason).toBeNull();
    expect(last(enough)).not.toContain('I like it');
  });

  it('with the trial of another one: what was tried stays with the drive that was tried', () => {
    const bench = new Bench();
    bench.do(chosen);
    const capacity = { words: 'as large as it states' } as never;
    bench.state = but(bench, { capacity, wish: fillWish });
    bench.do(chosen);
    expect(bench.state.job).toMatchObject({ capacity, wish: null });
    bench.do({ ...choose('pirrin-seam-2000', ['lindrel-soft-250']), reason: 'for this test' });
    expect(bench.state.job.capacity).toBeNull();
  });
});

describe('a way is not taken', () => {
  const way = (route: 'copy-on-dock' | 'stick' | 'network' | 'format'): JobAct => ({ kind: 'route', route });

  it('once the work has begun the one way', () => {
    const bench = new Bench();
    expect(refusal(bench, way('network'), but(bench, { dock }))?.code).toBe('begun');
    bench.do(chosen);
    bench.do({ kind: 'lay-out', wish: fillWish });
    expect(firstStep(bench)).toBe('ok');
    expect(refusal(bench, way('network'))?.code).toBe('begun');
  });

  it('that copies where nothing was in the place', () => {
    const bench = new Bench();
    const { takeIn: given } = bench.state.job;
    const empty = but(bench, { takeIn: { ...given, oldDrive: null }, route: 'network' });
    expect(refusal(bench, way('copy-on-dock'), empty)?.code).toBe('empty-place');
    expect(refusal(bench, way('stick'), empty)).toBeNull();
  });

  it('that the device cannot go, nor one that nobody has written down', () => {
    const closed = { possible: false as const, why: 'It has no network of its own.' };
    const without = new Bench(takeIn, { ...osprey, ways: { ...osprey.ways!, network: closed } });
    expect(refusal(without, way('network'))?.code).toBe('way-closed');
    const unwritten = new Bench(takeIn, {
      ...osprey,
      firstPower: { ...osprey.firstPower, network: [] },
    });
    expect(refusal(unwritten, way('network'))?.code).toBe('not-led');
    expect(refusal(new Bench(takeIn, heron), way('network'))).toBeNull();
  });

  it('keeps the layout from one way that copies to another, and lets go what a device lays out by itself', () => {
    const bench = new Bench();
    bench.do(chosen);
    const wish = { ...fillWish, holdBackPercent: 5 };
    bench.do({ kind: 'lay-out', wish });
    bench.do(way('stick'));
    expect(bench.state.job.wish).toEqual(wish);
    bench.do(way('network'));
    expect(bench.state.job.wish).toEqual(fillWish);
    bench.do(way('stick'));
    expect(bench.state.job.wish).toBeNull();
  });
});

describe('a layout is not changed', () => {
  it('once the copy has begun with it', () => {
    const bench = new Bench();
    bench.do(chosen);
    bench.do({ kind: 'lay-out', wish: fillWish });
    while (nextStep(bench.state, bench.context)?.station === 'open') firstStep(bench);
    bench.report({ kind: 'docked', dock });
    bench.do({ kind: 'arm', label: dock.new.benchLabel });
    expect(refusal(bench, { kind: 'lay-out', wish: fillWish })).toBeNull();
    bench.report({ kind: 'copy-begun' });
    expect(refusal(bench, { kind: 'lay-out', wish: fillWish })?.code).toBe('copy-begun');
    bench.report({ kind: 'copied', proof });
  });
});

describe('a stick is not taken', () => {
  const take = (more: object = {}): JobAct => ({ kind: 'take-stick', label: 'ST-1101', ...more });
  const elsewhere: JobAct = { kind: 'stick-elsewhere', image: 'Quay recovery 2.9.3', means: 'dd, sha256sum' };
  const onStick = (given = takeIn) => {
    const bench = new Bench(given);
    bench.do(chosen);
    bench.do({ kind: 'route', route: 'stick' });
    bench.sticks = [stick('ST-1101')];
    return bench;
  };

  it('for a job that goes another way, which is named', () => {
    const bench = new Bench();
    bench.sticks = [stick('ST-1101')];
    expect(refusal(bench, take())).toMatchObject({
      code: 'other-way',
      sentence: 'This job takes another way: copy on the dock.',
    });
    bench.do({ kind: 'route', route: 'network' });
    for (const act of [take(), elsewhere])
      expect(refusal(bench, act)?.sentence).toBe('This job takes another way: fresh, over the network.');
  });

  it('once the device runs', () => {
    const bench = onStick();
    const facts = { ...bench.state.facts, 'device.started': { value: true, at: bench.at, by: 'IM' } };
    expect(refusal(bench, take(), { ...bench.state, facts })?.code).toBe('started');
  });

  it('of the bench for a real device, nor a real one for practice', () => {
    expect(refusal(onStick(), elsewhere)?.code).toBe('practice');
    const real = onStick({ ...takeIn, practice: false });
    expect(refusal(real, take())?.code).toBe('no-stand-in');
    expect(real.do(elsewhere)).toBe('ok');
    expect(last(real)).toBe(
      'A real stick with Quay recovery 2.9.3 is said to be ready, written and checked with: dd, sha256sum. Jicara saw none of it.',
    );
    expect([real.state.job.wish, real.state.facts['stick.ready']?.value]).toEqual([fillWish, true]);
  });

  it('that holds nothing, or was not read back', () => {
    const bench = onStick();
    bench.sticks = [{ ...stick('ST-1101'), content: null }];
    expect(refusal(bench, take())?.code).toBe('stick-empty');
    bench.sticks = [stick('ST-1101', [], 'half-written')];
    expect(refusal(bench, take())?.code).toBe('stick-empty');
    bench.sticks = [stick('ST-1101')];
    expect(bench.do(take({ reason: 'I like it' }))).toBe('ok');
    // A reason where nothing spoke against it is none.
    expect(bench.state.job).toMatchObject({ stick: { label: 'ST-1101', reason: null }, wish: fillWish });
    expect(last(bench)).toBe('Took ST-1101 with Quay recovery 2.9.3, read back and matched.');
    expect(bench.state.facts['stick.ready']?.value).toBe(true);
  });
});
