import { type JobAct } from '.';
import { isRecording, nextStep, profileOfJob, stationStatesOf } from '../job';
import { allSteps, procedureFaults, screwsOut, screwLedger } from '../work';
import { DeviceProfile } from '../device';
import {
  RecordedAct,
  Sketch,
  procedureOfRecording,
  profileOfRecording,
  profileOfSketch,
  undoneInReverse,
} from '../teach';
import { Bench, choose, dock, proof, takeIn } from './bench.test.data';

const device = DeviceProfile.parse(
  profileOfSketch(
    Sketch.parse({
      maker: 'Torvik',
      name: 'Pilot',
      family: 'handheld',
      forms: ['2280'],
      key: 'M',
      protocols: ['NVMe'],
      lanes: 4,
      showsCapacity: 'binary',
    }),
    'torvik-pilot',
  ),
);

/** A bench that works a job by the procedure that the job itself records, as the server does. */
class RecordingBench extends Bench {
  override get context() {
    const loaded = super.context;
    return { ...loaded, profile: profileOfJob(loaded.profile, this.state.job) };
  }
}

const act = (what: string, more: object = {}): JobAct => ({
  kind: 'record',
  recorded: RecordedAct.parse({ what, of: '', ...more }),
});
const screws = (of: string, part: string, more: object = {}) =>
  act('unscrew', { of, part, count: 4, lengthMm: 6, bit: 'PH0', ...more });

/** A device opened for the first time, as somebody who knows the trade would. */
const opened: JobAct[] = [
  act('switch-off'),
  screws('back cover', 'cover'),
  act('pry', { of: 'back cover', part: 'cover', note: 'from the lower edge' }),
  act('unplug', { of: 'battery', part: 'battery', latch: 'plug' }),
  act('ground'),
  act('peel', { of: 'film over the drive', part: 'other', staysOut: true }),
  screws('drive', 'drive', { count: 1, lengthMm: 3, bit: 'PH00' }),
  act('draw'),
];

const fresh = () =>
  new RecordingBench(
    { ...takeIn, profileId: device.id, card: 'no', encryption: 'no', swollen: 'no', chargePercent: 20 },
    device,
  );
const recorded = (acts = opened) => {
  const bench = fresh();
  for (const one of acts) expect([one, bench.do(one)]).toEqual([one, 'ok']);
  return bench;
};
const stationOf = (bench: Bench, id: string) =>
  stationStatesOf(bench.state, bench.context).find((station) => station.id === id)?.state;

it('a job on a device that nobody has written down records its way in; its screws fall into the bowl', () => {
  const bench = recorded();
  expect(isRecording(bench.state.job)).toBe(true);
  const { profile } = bench.context;
  const ledger = screwLedger(profile.procedure, bench.state.facts);
  expect([ledger.inBowl, ledger.rows.map(({ group, inBowl }) => [group.where, inBowl])]).toEqual([
    5,
    [
      ['back cover', 4],
      ['drive', 1],
    ],
  ]);
  expect(stationOf(bench, 'open')).not.toBe('done');
  // Nothing of the swap is done before the recording is ended.
  expect(bench.do({ kind: 'step', stepId: 'inspect-new' })).toBe('recording');
  expect(bench.do({ kind: 'step-back' })).toBe('recording');
  expect(bench.do({ kind: 'record-end' })).toBe('ok');
  expect(nextStep(bench.state, bench.context)?.id).toBe('measure-inside');
});

it('the board is touched only while its power is off, and the drive is drawn before it ends', () => {
  const bench = fresh();
  expect(bench.do(act('switch-off'))).toBe('ok');
  expect(bench.do({ kind: 'record-end' })).toBe('drive-inside');
  expect(bench.do(act('draw'))).toBe('hold-battery');
  expect(bench.do(screws('drive', 'drive'))).toBe('hold-battery');
  expect(bench.do(act('unplug', { of: 'battery', part: 'battery', latch: 'plug' }))).toBe('ok');
  expect(bench.do(act('draw'))).toBe('ok');
  expect(bench.do(act('draw'))).toBe('drive-out');
  expect(bench.do({ kind: 'record-end' })).toBe('ok');
  expect(bench.do(act('ground'))).toBe('recorded');
});

it('each act is taken back with every fact as it was, the end first', () => {
  const bench = fresh();
  const states = [JSON.stringify(bench.state.facts)];
  for (const one of opened) {
    bench.do(one);
    states.push(JSON.stringify(bench.state.facts));
  }
  bench.do({ kind: 'record-end' });
  expect(bench.do({ kind: 'record-undo' })).toBe('ok');
  expect(isRecording(bench.state.job)).toBe(true);
  const values = (facts: string) =>
    Object.entries(JSON.parse(facts) as Record<string, { value: boolean }>)
      .map(([fact, { value }]) => `${fact} ${value}`)
      .sort();
  for (const before of states.slice(0, -1).reverse()) {
    expect(bench.do({ kind: 'record-undo' })).toBe('ok');
    expect(values(JSON.stringify(bench.state.facts))).toEqual(values(before));
  }
  expect(bench.do({ kind: 'record-undo' })).toBe('no-step');
  expect(bench.state.job.recording).toEqual({ acts: [], ended: false });
});

it('is nothing for a device whose way in is written down, nor without end', () => {
  const known = new Bench();
  for (const one of [act('ground'), { kind: 'record-undo' }, { kind: 'record-end' }] as JobAct[])
    expect([one.kind, known.do(one)]).toEqual([one.kind, 'written']);
  const bench = fresh();
  for (let i = 0; i < 40; i += 1) expect(bench.do(act('ground'))).toBe('ok');
  expect(bench.do(act('ground'))).toBe('too-many');
});

it('is taken back neither while the drive lies on the dock, nor before the steps behind it are', () => {
  const bench = recorded();
  bench.do({ kind: 'record-end' });
  expect(bench.state.history.at(-1)!.sentence).toBe(
    'The way in is recorded: 8 acts. The way back is made from it.',
  );
  expect(bench.state.job.recording).toEqual({ acts: expect.any(Array), ended: true });
  bench.report({ kind: 'docked', dock });
  expect(bench.do({ kind: 'record-undo' })).toBe('docked');
  bench.report({ kind: 'undocked' });
  bench.do({ kind: 'override', code: 'fit-unmeasured', reason: 'looked at by eye' });
  bench.do({ ...choose('ostrel-marl-2000'), reason: 'measured inside' });
  expect(bench.do({ kind: 'step', stepId: 'measure-inside' })).toBe('ok');
  expect(bench.do({ kind: 'record-undo' })).toBe('swapped');
});

it('an order of the way back names what is undone, each once, and can be gone', () => {
  const bench = recorded();
  const ids = undoneInReverse(bench.state.job.recording!).map(({ id }) => id);
  const [first = '', second = '', third = ''] = ids;
  const end = (...order: { id: string; before: string }[]) => bench.do({ kind: 'record-end', order });
  expect(end({ id: first, before: first })).toBe('order');
  expect(end({ id: first, before: 'no-such' })).toBe('order');
  expect(end({ id: 'no-such', before: first })).toBe('order');
  expect(end({ id: second, before: first }, { id: second, before: third })).toBe('order');
  expect(end({ id: second, before: first }, { id: 'no-such', before: third })).toBe('order');
  expect(bench.state.job.recording?.ended).toBe(false);
  // An empty place is left without a drive drawn.
  const empty = fresh();
  empty.state.job.takeIn = { ...empty.state.job.takeIn, oldDrive: null };
  empty.do(act('switch-off'));
  expect(empty.do({ kind: 'record-end' })).toBe('ok');
});

it('what was recorded is proved, and its way back closes the device with every screw in', () => {
  const bench = recorded();
  bench.do({ kind: 'record-end' });
  const procedure = procedureOfRecording(bench.state.job.recording!, 'cell');
  expect(procedureFaults(procedure)).toEqual([]);
  bench.do({ ...choose('ostrel-marl-2000'), reason: 'measured inside' });
  bench.do({ kind: 'override', code: 'fit-unmeasured', reason: 'looked at by eye' });
  bench.do({ kind: 'step', stepId: 'measure-inside' });
  bench.report({ kind: 'docked', dock });
  bench.report({ kind: 'copied', proof });
  for (let next = nextStep(bench.state, bench.context); next; next = nextStep(bench.state, bench.context)) {
    const done = bench.do({ kind: 'step', stepId: next.id });
    if (done !== 'ok') throw new Error(`${next.id}: ${done}`);
  }
  const { profile } = bench.context;
  expect(screwsOut(screwLedger(profile.procedure, bench.state.facts))).toBe(0);
  for (const fact of ['battery.connected', 'cover.on', 'drive.inserted'] as const)
    expect([fact, bench.state.facts[fact]?.value]).toEqual([fact, true]);
  // The film stays out, as was said.
  expect(bench.state.doneSteps).not.toContain('back-r6');
});

it.each([
  ['no-mains', 'cell', 'charger.connected'],
  ['no-battery', 'mains', 'mains.plugged'],
] as const)('what powers it is learned by looking: %s', (what, power, feed) => {
  const other = profileOfSketch(
    Sketch.parse({
      maker: 'Torvik',
      name: 'Crate',
      family: 'other',
      forms: ['2280'],
      key: 'M',
      protocols: ['NVMe'],
      lanes: 4,
      showsCapacity: 'binary',
    }),
    'torvik-crate',
  );
  const acts = [
    { what: 'switch-off' },
    { what: 'mains-out' },
    { what: 'wait', waitMinutes: 5 },
    { what },
    ...(what === 'no-mains' ? [{ what: 'unplug', of: 'battery', part: 'battery', latch: 'plug' }] : []),
    { what: 'draw' },
  ].map((one, i) => ({ id: `r${i + 1}`, act: RecordedAct.parse({ of: '', ...one }) }));
  const written = profileOfRecording(other, { acts });
  expect(written.procedure.power).toBe(power);
  expect(written.firstPower.cables.at(-1)?.fact).toBe(feed);
  expect(DeviceProfile.safeParse(written).error?.issues ?? []).toEqual([]);
});

it('nothing is recorded of a device that is written down, and no more than opens anything', () => {
  expect(new Bench().do(act('ground'))).toBe('written');
  expect(new Bench().do({ kind: 'record-undo' })).toBe('written');
  const bench = fresh();
  bench.do(act('switch-off'));
  for (let i = 1; i < 40; i += 1) bench.do(act('ground'));
  expect(bench.do(act('ground'))).toBe('too-many');
});

it.each([
  ['screws without a bit', { what: 'unscrew', of: 'cover', lengthMm: 4 }, 'bit'],
  ['screws without a length', { what: 'unscrew', of: 'cover', bit: 'PH0' }, 'lengthMm'],
  ['a cable without its latch', { what: 'unplug', of: 'battery' }, 'latch'],
  ['something without a name', { what: 'lift', of: ' ' }, 'of'],
  ['a wait without minutes', { what: 'wait', of: '' }, 'waitMinutes'],
])('%s is refused at its field', (_, recordedAct, field) => {
  expect(RecordedAct.safeParse(recordedAct).error?.issues.map(({ path }) => path[0])).toContain(field);
});

it('what goes back in another order is asked at the end, and kept by the way back', () => {
  const bench = recorded();
  const { recording } = bench.state.job;
  const back = undoneInReverse(recording!);
  const [last, middle, first] = [back[0]!, back[1]!, back.at(-1)!];
  const end = (order: { id: string; before: string }[]) => bench.do({ kind: 'record-end', order });
  // Before itself, before what is not undone, or at two places at once: no order.
  const drawn = recording!.acts.find(({ act: { what } }) => what === 'draw')!;
  expect(end([{ id: last.id, before: last.id }])).toBe('order');
  expect(end([{ id: last.id, before: drawn.id }])).toBe('order');
  expect(end([{ id: 'r99', before: last.id }])).toBe('order');
  expect(
    end([
      { id: first.id, before: last.id },
      { id: first.id, before: middle.id },
    ]),
  ).toBe('order');
  expect(end([{ id: first.id, before: last.id }])).toBe('ok');
  const closing = () =>
    allSteps(procedureOfRecording(bench.state.job.recording!, 'cell'), {})
      .filter(({ station }) => station === 'close')
      .map(({ title }) => title);
  const moved = closing();
  // Taken back, the order is asked anew: plain reversal.
  bench.do({ kind: 'record-undo' });
  expect(bench.state.job.recording?.order).toBeUndefined();
  expect(end([])).toBe('ok');
  const plain = closing();
  expect(moved).toEqual([plain.at(-1), ...plain.slice(0, -1)]);
});
