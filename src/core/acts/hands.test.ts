import skeinData from '../../../demo/devices/vellamar-skein.json';
import vaultData from '../../../demo/devices/quenlo-vault.json';
import wrenData from '../../../demo/devices/braskit-wren.json';
import { DeviceProfile } from '../device';
import { fillWish } from '../disk';
import { stepsOf, dueStepsOf, holdsOf, ledgerOf, nextStep, waitUntil } from '../job';
import { Bench, choose, takeIn } from './bench.test.data';

const wren = DeviceProfile.parse(wrenData);
const vault = DeviceProfile.parse(vaultData);
const skein = DeviceProfile.parse(skeinData);
const later = (minutes: number) =>
  new Date(Date.parse('2026-11-24T08:00:00.000Z') + minutes * 60_000).toISOString();

/** Does the next steps until this one is next. */
function until(bench: Bench, stepId: string) {
  for (let next = nextStep(bench.state, bench.context); next && next.id !== stepId;) {
    expect([next.id, bench.do({ kind: 'step', stepId: next.id })]).toEqual([next.id, 'ok']);
    next = nextStep(bench.state, bench.context);
  }
}

it('the board is asked for where the steps begin to differ, and then decides which of them are there', () => {
  const bench = new Bench({ ...takeIn, profileId: wren.id }, wren);
  expect(bench.do({ kind: 'answer', question: 'ribbon', answer: 'off' })).toBe('ok');
  until(bench, 'ribbon-off');
  expect(bench.do({ kind: 'step', stepId: 'ribbon-off' })).toBe('revision-unknown');
  expect(bench.do({ kind: 'revision', revisionId: 'early' })).toBe('ok');
  expect(bench.do({ kind: 'step', stepId: 'shield-early' })).toBe('ok');
  const ids = stepsOf(bench.state.job, bench.context).map(({ id }) => id);
  expect(ids).not.toContain('ribbon-off');
  expect(ids).toContain('back-shield-early');
  // What is done on one board cannot become undone by another one.
  expect(bench.do({ kind: 'revision', revisionId: 'late' })).toBe('opened');
  expect(bench.do({ kind: 'step-back' })).toBe('ok');
  expect(bench.do({ kind: 'revision', revisionId: 'late' })).toBe('ok');
  expect(nextStep(bench.state, bench.context)?.id).toBe('ribbon-off');
});

it('the bowl counts only the fasteners of the board that lies there', () => {
  const total = (revisionId: string) => {
    const bench = new Bench({ ...takeIn, profileId: skein.id }, skein);
    bench.do({ kind: 'revision', revisionId });
    return ledgerOf(bench.state, bench.context).rows.map(({ group }) => group.id);
  };
  expect(total('tabs')).toContain('tabs');
  expect(total('tabs')).not.toContain('front-screws');
  expect(total('screwed')).toContain('front-screws');
});

describe('a wait', () => {
  const bench = new Bench({ ...takeIn, profileId: vault.id }, vault);
  bench.mains = true;

  it('is not over before its minutes are; what may be done meanwhile is offered, and nothing else', () => {
    until(bench, 'wait');
    expect(waitUntil(bench.state, bench.context, nextStep(bench.state, bench.context)!)?.toISOString()).toBe(
      later(10),
    );
    expect(bench.do({ kind: 'step', stepId: 'wait' })).toBe('wait');
    expect(dueStepsOf(bench.state, bench.context).map(({ id }) => id)).toEqual(['wait', 'labels']);
    expect(bench.do({ kind: 'step', stepId: 'shell-screws' })).toBe('step-order');
    bench.at = later(4);
    expect(bench.do({ kind: 'step', stepId: 'labels' })).toBe('ok');
    // It counts from the plug, not from what was done meanwhile.
    bench.at = later(9.9);
    expect(bench.do({ kind: 'step', stepId: 'wait' })).toBe('wait');
    bench.at = later(10);
    expect(bench.do({ kind: 'step', stepId: 'wait' })).toBe('ok');
    expect(nextStep(bench.state, bench.context)?.id).toBe('shell-screws');
  });

  it('takes back what was done last, in whatever order it was done', () => {
    expect(bench.do({ kind: 'step-back' })).toBe('ok');
    expect(nextStep(bench.state, bench.context)?.id).toBe('wait');
    expect(bench.do({ kind: 'step-back' })).toBe('ok');
    expect(bench.state.doneSteps).not.toContain('labels');
  });
});

it('a screw that is lost holds first power until it is found or replaced', () => {
  const bench = new Bench();
  const held = () => holdsOf(bench.state, bench.context).find(({ code }) => code === 'screw-lost');
  expect(bench.do({ kind: 'fastener', group: 'fan', state: 'lost' })).toBe('ok');
  expect(held()).toMatchObject({ stops: ['first-power'], what: 'A screw of “fan” is lost' });
  expect(ledgerOf(bench.state, bench.context).rows.find(({ group }) => group.id === 'fan')?.lost).toBe(true);
  expect(bench.do({ kind: 'fastener', group: 'fan', state: 'found' })).toBe('ok');
  expect(held()).toBeUndefined();
  expect(bench.do({ kind: 'fastener', group: 'fan', state: 'lost' })).toBe('ok');
  const reason = 'it fell on the deck, seen there, out of reach';
  expect(bench.do({ kind: 'override', code: 'screw-lost', reason })).toBe('ok');
  expect(held()).toBeUndefined();
});

it('a device that lays out its drive by itself takes all of it, and turning back asks for the layout again', () => {
  const bench = new Bench();
  expect(bench.do({ kind: 'route', route: 'format' })).toBe('way-closed');
  expect(bench.do({ kind: 'route', route: 'network' })).toBe('ok');
  expect(bench.state.job.wish).toEqual(fillWish);
  expect(bench.do({ kind: 'route', route: 'copy-on-dock' })).toBe('ok');
  expect(bench.state.job.wish).toBeNull();
});

it('a device that is on is not opened again, and is not switched on twice', () => {
  const bench = new Bench();
  bench.do({ kind: 'route', route: 'network' });
  bench.do({ kind: 'observe', fact: 'second-copy.made', value: true });
  bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
  until(bench, 'none');
  expect(bench.do({ kind: 'power-on' })).toBe('ok');
  expect(bench.do({ kind: 'power-on' })).toBe('is-on');
  expect(bench.do({ kind: 'switch-on' })).toBe('is-on');
  expect(bench.do({ kind: 'step-back' })).toBe('is-on');
  // On, its board is live, whatever the steps said.
  expect(holdsOf(bench.state, bench.context).map(({ code }) => code)).toContain('asleep');
  expect(bench.do({ kind: 'switch-off' })).toBe('ok');
  expect(bench.do({ kind: 'step-back' })).toBe('ok');
});
