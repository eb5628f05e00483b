import vaultData from '../../../demo/devices/quenlo-vault.json';
import wrenData from '../../../demo/devices/braskit-wren.json';
import { DeviceProfile } from '../device';
import { fillWish } from '../disk';
import { nextStep, stepsOf } from '../job';
import { exact } from '../margin';
import { lostFact, overrideFact } from '../work';
import { type JobAct, decide } from '.';
import { Bench, choose, dock, profile, proof, takeIn, walkToProve } from './bench.test.data';

const wren = DeviceProfile.parse(wrenData);
const vault = DeviceProfile.parse(vaultData);
const chosen = choose('ostrel-marl-2000', ['lindrel-soft-250']);

const refusal = (bench: Bench, act: JobAct) => {
  const decided = decide(bench.state, act, bench.context);
  return decided.ok ? null : decided.fault;
};
const nextAct = (bench: Bench): JobAct => ({
  kind: 'step',
  stepId: nextStep(bench.state, bench.context)!.id,
});
const cover = (mm: number) =>
  ({ kind: 'measure', measures: { coverMm: exact(mm, { kind: 'measured', note: 'test' }) } }) as const;
const last = (bench: Bench) => bench.state.history.at(-1)!;

/** With the drive out of the device and its copy done: the next act is the first one of Swap. */
function atSwap() {
  const bench = new Bench();
  bench.do(chosen);
  bench.do({ kind: 'lay-out', wish: fillWish });
  while (nextStep(bench.state, bench.context)?.station === 'open')
    expect(bench.do(nextAct(bench))).toBe('ok');
  bench.report({ kind: 'docked', dock });
  bench.do({ kind: 'arm', label: dock.new.benchLabel });
  bench.report({ kind: 'copy-begun' });
  bench.report({ kind: 'copied', proof });
  expect(nextStep(bench.state, bench.context)?.station).toBe('swap');
  return bench;
}

describe('a step is not done', () => {
  it('out of its order, twice, or when none is left', () => {
    const bench = new Bench();
    const [first, second, third] = stepsOf(bench.state.job, bench.context);
    expect(refusal(bench, { kind: 'step', stepId: third!.id })).toMatchObject({
      code: 'step-order',
      remedy: `Next: ${first!.title}.`,
    });
    expect(bench.do({ kind: 'step', stepId: first!.id })).toBe('ok');
    expect(refusal(bench, { kind: 'step', stepId: first!.id })).toMatchObject({
      code: 'step-done',
      remedy: `Next: ${second!.title}.`,
    });
    expect(refusal(bench, { kind: 'step', stepId: 'no-such-step' })?.code).toBe('step-order');
    expect(refusal(walkToProve(new Bench()), { kind: 'step', stepId: first!.id })?.code).toBe('hands-done');
  });

  it('before its wait is over: told to the second', () => {
    const bench = new Bench({ ...takeIn, profileId: vault.id }, vault);
    bench.mains = true;
    bench.do(chosen);
    const waits = stepsOf(bench.state.job, bench.context).find((one) => one.waits)!;
    while (nextStep(bench.state, bench.context)!.id !== waits.id) expect(bench.do(nextAct(bench))).toBe('ok');
    expect(refusal(bench, nextAct(bench))).toMatchObject({
      code: 'wait',
      remedy: 'Leave it alone until then.',
    });
    const began = Date.parse(bench.at);
    bench.at = new Date(began + waits.minutes * 60_000 - 1000).toISOString();
    expect(refusal(bench, nextAct(bench))).toMatchObject({ code: 'wait', sentence: '1 s are left to wait.' });
    bench.at = new Date(began + waits.minutes * 60_000).toISOString();
    expect(bench.do(nextAct(bench))).toBe('ok');
  });

  it('by whoever is not trained for mains, whatever was walked past', () => {
    const bench = new Bench({ ...takeIn, profileId: vault.id }, vault);
    bench.mains = true;
    bench.do(chosen);
    const mains = stepsOf(bench.state.job, bench.context).find(({ mayDo }) => mayDo === 'mains')!;
    while (nextStep(bench.state, bench.context)!.id !== mains.id) {
      expect(bench.do(nextAct(bench))).toBe('ok');
      bench.at = new Date(Date.parse(bench.at) + 3_600_000).toISOString();
    }
    expect(refusal(bench, nextAct(bench))).toBeNull();
    const passed = { value: true, at: bench.at, by: 'IM' };
    bench.state.facts = { ...bench.state.facts, [overrideFact('training')]: passed };
    bench.mains = false;
    expect(refusal(bench, nextAct(bench))).toMatchObject({
      code: 'not-trained',
      sentence: 'IM is not noted as trained for mains supplies.',
    });
    // Nor by somebody whom nobody knows.
    const context = { ...bench.context, technicians: [] };
    expect(decide(bench.state, nextAct(bench), context)).toMatchObject({ fault: { code: 'not-trained' } });
  });

  it('at Swap without a drive, nor with one that does not fit', () => {
    const bench = atSwap();
    const without = { ...bench.state, job: { ...bench.state.job, choice: null } };
    expect(decide(without, nextAct(bench), bench.context)).toMatchObject({ fault: { code: 'no-drive' } });
    expect(refusal(bench, nextAct(bench))).toBeNull();
    bench.do(cover(1));
    expect(refusal(bench, nextAct(bench))).toMatchObject({
      code: 'does-not-fit',
      sentence: expect.stringMatching(/^The chosen drive does not fit: [a-z]/u),
    });
  });

  it('too soon without a word: seconds are told as people say them', () => {
    const bench = new Bench();
    bench.do(nextAct(bench));
    const began = Date.parse(bench.at);
    const { minutes } = nextStep(bench.state, bench.context)!;
    const after = (seconds: number) => {
      bench.at = new Date(began + seconds * 1000).toISOString();
      return refusal(bench, { ...nextAct(bench), pressed: 'ask' } as JobAct)?.sentence;
    };
    const usual = minutes === 1 ? '1 min' : `${minutes} min`;
    expect(after(0.4)).toBe(
      `Done already? This step usually takes ${usual}, and less than a second has passed.`,
    );
    expect(after(1)).toBe(`Done already? This step usually takes ${usual}, and 1 s has passed.`);
    expect(after(2)).toBe(`Done already? This step usually takes ${usual}, and 2 s have passed.`);
    // A tenth of its time is enough, to the second; a clock that was put back is not.
    expect(after(minutes * 6)).toBeUndefined();
    expect(after(minutes * 6 - 1)).toMatch(/^Done already/u);
    expect(after(-3600)).toMatch(/less than a second/u);
  });
});

describe('a step is taken back', () => {
  it('not while the old drive lies on the dock, where it belongs to the way in', () => {
    const bench = new Bench();
    expect(bench.do({ kind: 'step-back' })).toBe('no-step');
    bench.do(chosen);
    bench.do({ kind: 'lay-out', wish: fillWish });
    while (nextStep(bench.state, bench.context)?.station === 'open') bench.do(nextAct(bench));
    const opened = bench.state.doneSteps.length;
    expect(bench.do({ kind: 'step-back' })).toBe('ok');
    expect(bench.state.doneSteps).toHaveLength(opened - 1);
    bench.do(nextAct(bench));
    bench.report({ kind: 'docked', dock });
    expect(bench.do({ kind: 'step-back' })).toBe('docked');
    // A step of the swap is no part of the way in.
    const swapped = atSwap();
    swapped.do(nextAct(swapped));
    expect(swapped.do({ kind: 'step-back' })).toBe('ok');
    expect(swapped.do({ kind: 'step-back' })).toBe('docked');
  });
});

describe('what is said of a job is of this device', () => {
  it('an answer to what it asks, before the work begins', () => {
    const bench = new Bench({ ...takeIn, profileId: wren.id }, wren);
    const answer = (question: string, one: string) => bench.do({ kind: 'answer', question, answer: one });
    expect(answer('no-such', 'off')).toBe('not-found');
    expect(answer('ribbon', 'no-such')).toBe('not-found');
    expect(answer('ribbon', 'new')).toBe('not-found');
    expect(answer('ribbon', 'off')).toBe('ok');
    expect(answer('cell', 'new')).toBe('ok');
    expect(bench.state.job.answers).toEqual({ ribbon: 'off', cell: 'new' });
    const { ask, answers } = wren.procedure.questions.find(({ id }) => id === 'cell')!;
    expect(last(bench).sentence).toBe(`${ask} ${answers.find(({ id }) => id === 'new')!.words}.`);
    expect(bench.do(nextAct(bench))).toBe('ok');
    expect(answer('ribbon', 'left-on')).toBe('opened');
  });

  it('a fastener that it has: lost until it is found or replaced; a stripped one holds nothing', () => {
    const bench = new Bench();
    const group = profile.procedure.fasteners.find(({ lengthMm }) => lengthMm)!;
    const say = (state: 'lost' | 'found' | 'stripped' | 'replaced', id = group.id) =>
      bench.do({ kind: 'fastener', group: id, state });
    expect(say('lost', 'no-such')).toBe('not-found');
    for (const [state, words, value] of [
      ['stripped', 'is stripped', undefined],
      ['lost', 'is lost', true],
      ['found', 'was found again', false],
      ['lost', 'is lost', true],
      ['stripped', 'is stripped', true],
      ['replaced', 'was replaced', false],
    ] as const) {
      expect(say(state)).toBe('ok');
      expect(last(bench).sentence).toBe(
        `A screw of “${group.where}” ${words} (${group.bit}, ${group.lengthMm} mm).`,
      );
      expect([state, bench.state.facts[lostFact(group.id)]?.value]).toEqual([state, value]);
      expect(last(bench).changes).toHaveLength(state === 'stripped' ? 0 : 1);
    }
  });

  it('a hold that holds it', () => {
    const bench = new Bench({ ...takeIn, swollen: 'unknown' });
    const override = (code: 'swollen' | 'charge') =>
      refusal(bench, { kind: 'override', code, reason: 'it has to be today' });
    expect(override('charge')?.code).toBe('no-hold');
    expect(override('swollen')).toMatchObject({
      code: 'hold-swollen',
      sentence: expect.stringMatching(/Nobody may walk past this one\.$/u),
    });
  });
});
