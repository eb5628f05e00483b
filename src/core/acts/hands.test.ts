import skeinData from '../../../demo/devices/vellamar-skein.json';
import vaultData from '../../../demo/devices/quenlo-vault.json';
import wrenData from '../../../demo/devices/braskit-wren.json';
import { DeviceProfile, revisionOfSerial } from '../device';
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
  expect(bench.do({ kind: 'power-on' })).toBe('hold-unattended');
  bench.do({ kind: 'observe', fact: 'charger.connected', value: true });
  expect(bench.do({ kind: 'power-on' })).toBe('ok');
  expect(bench.do({ kind: 'power-on' })).toBe('is-on');
  expect(bench.do({ kind: 'switch-on' })).toBe('is-on');
  expect(bench.do({ kind: 'step-back' })).toBe('is-on');
  // On, its board is live, whatever the steps said.
  expect(holdsOf(bench.state, bench.context).map(({ code }) => code)).toContain('asleep');
  expect(bench.do({ kind: 'switch-off' })).toBe('ok');
  expect(bench.do({ kind: 'step-back' })).toBe('ok');
});

describe('a step that comes far too soon', () => {
  const pressed = (bench: Bench, how: 'ask' | 'sure') =>
    bench.do({ kind: 'step', stepId: nextStep(bench.state, bench.context)!.id, pressed: how });

  it('is asked about once a job, and counts when it is pressed again', () => {
    const bench = new Bench();
    // Before the first step nobody knows when it began.
    expect(pressed(bench, 'ask')).toBe('ok');
    const minutes = nextStep(bench.state, bench.context)!.minutes;
    bench.at = later(minutes * 0.09);
    expect(pressed(bench, 'ask')).toBe('too-quick');
    expect(bench.state.doneSteps).toHaveLength(1);
    expect(pressed(bench, 'sure')).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(/Asked whether it is done so soon: it is\./u);
    expect(pressed(bench, 'ask')).toBe('ok');
  });

  it('is not one that took a tenth of its time, nor one that a program reports', () => {
    const bench = new Bench();
    pressed(bench, 'ask');
    const asked = nextStep(bench.state, bench.context)!;
    expect(bench.do({ kind: 'step', stepId: asked.id })).toBe('ok');
    expect(bench.do({ kind: 'step-back' })).toBe('ok');
    bench.at = later(asked.minutes * 0.11);
    expect(pressed(bench, 'ask')).toBe('ok');
    // Nobody was asked, so the next one may be.
    expect(pressed(bench, 'ask')).toBe('too-quick');
  });

  it('says what else is wrong first', () => {
    const bench = new Bench({ ...takeIn, swollen: 'unknown' });
    expect(pressed(bench, 'ask')).toBe('hold-swollen');
  });
});

describe('a step that cannot be undone', () => {
  const sealed = DeviceProfile.parse({
    ...wrenData,
    procedure: {
      ...wrenData.procedure,
      open: wrenData.procedure.open.map((step, i) =>
        i === 3 ? { ...step, final: 'The foil is cut; a new one shows that it was opened.' } : step,
      ),
    },
  });
  const cut = sealed.procedure.open[3]?.id ?? '';

  it('holds the opening until the owner agrees, and nobody may walk past it', () => {
    const bench = new Bench({ ...takeIn, profileId: sealed.id }, sealed);
    const first = nextStep(bench.state, bench.context)!.id;
    expect(holdsOf(bench.state, bench.context)).toContainEqual(
      expect.objectContaining({ code: 'final', of: cut, stops: ['opening'], override: 'nobody' }),
    );
    expect(bench.do({ kind: 'step', stepId: first })).toBe('hold-final');
    expect(bench.do({ kind: 'override', code: 'final', reason: 'in a hurry today' })).toBe('hold-final');
    expect(bench.do({ kind: 'agree', caseChangeId: 'no-such', agrees: true })).toBe('no-change');
    expect(bench.do({ kind: 'agree', caseChangeId: cut, agrees: true })).toBe('ok');
    expect(bench.state.history.at(-1)!.sentence).toMatch(/The owner agrees: .*The foil is cut/u);
    expect(bench.do({ kind: 'step', stepId: first })).toBe('ok');
    expect(bench.do({ kind: 'agree', caseChangeId: cut, agrees: false })).toBe('begun');
  });

  it('is nothing that plain devices ask about', () => {
    const bench = new Bench();
    expect(holdsOf(bench.state, bench.context).map(({ code }) => code)).not.toContain('final');
    expect(bench.do({ kind: 'agree', caseChangeId: 'lay-out', agrees: true })).toBe('no-change');
  });
});

it.each([
  ['WR-1000-00', 'early'],
  ['wr-2499-99', 'early'],
  ['WR-2500-00', 'late'],
  [' WR-3118-40 ', 'late'],
  ['WR-0907-02', null],
  ['WR-25000-00', null],
  ['', null],
])('the serial number %p tells the board %p', (serial, id) => {
  expect(revisionOfSerial(wren, serial)?.id ?? null).toBe(id);
});

it('a serial number that two ranges hold tells no board', () => {
  const both = wren.revisions.map((one) => ({ ...one, serials: [{ from: 'A1', to: 'A9' }] }));
  expect(revisionOfSerial({ revisions: both }, 'A5')).toBeNull();
});
