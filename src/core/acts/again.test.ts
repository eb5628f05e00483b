import { readFileSync, readdirSync } from 'node:fs';
import { DeviceProfile } from '../device';
import { type Job, ledgerOf, nextStep, stationStatesOf, stepsOf } from '../job';
import { makeSheet } from '../job-view';
import { factValue, isTrue } from '../work';
import { Bench, choose, running, takeIn, walkToProve } from './bench.test.data';

const why = 'The read test stays at half, twice.';
const title = (bench: Bench, id: string) =>
  stepsOf(bench.state.job, bench.context).find((step) => step.id === id)?.title;

/** Does every step that is left; the charge and the card are looked at anew, as opening asks. */
function handsToTheEnd(bench: Bench) {
  bench.do({ kind: 'charge', percent: 20 });
  bench.do({ kind: 'observe', fact: 'card.inserted', value: false });
  for (let next = nextStep(bench.state, bench.context); next; next = nextStep(bench.state, bench.context)) {
    const said = bench.do({ kind: 'step', stepId: next.id });
    if (said !== 'ok') throw new Error(`${next.id}: ${said}`);
  }
}

const stationsNow = (bench: Bench) => stationStatesOf(bench.state, bench.context);

describe('a closed device that turns back', () => {
  it('is opened again, gets its old drive, is closed, started, proved and handed over as what it is', () => {
    const bench = walkToProve(new Bench());
    expect(bench.do({ kind: 'go-back', why })).toBe('ok');
    expect(bench.state.doneSteps).toEqual([]);
    expect(stationsNow(bench).find(({ state }) => state !== 'done')).toMatchObject({ id: 'open' });
    expect(stationsNow(bench).map(({ id }) => id)).not.toContain('carry-over');
    expect(title(bench, 'drive-out')).toBe('Draw the new drive out');
    expect(title(bench, 'drive-in')).toContain('the old drive');
    // What was only known until it was on is asked again.
    const [first] = stepsOf(bench.state.job, bench.context);
    expect(bench.do({ kind: 'step', stepId: first!.id })).toBe('hold-card');
    handsToTheEnd(bench);
    expect(isTrue(bench.state.facts, 'drive.inserted')).toBe(true);
    expect(factValue(bench.state.facts, 'drive.new-inside')).toBe(false);
    expect(ledgerOf(bench.state, bench.context).inBowl).toBe(0);
    expect(bench.do({ kind: 'prove' })).toBe('not-started');
    bench.report({ kind: 'switched-on', shown: running });
    expect(bench.do({ kind: 'prove' })).toBe('ok');
    const sheet = makeSheet(bench.state, bench.context);
    expect(sheet).toMatchObject({ wentBack: why, copy: null, partitions: [], parts: [], losses: [] });
    expect(sheet.after.drive).toContain('the old drive again');
    expect(sheet.oldDrive).toContain('in the device again');
    // Both openings were work.
    expect(sheet.work[0]!.acts).toBe(2 * bench.state.doneSteps.length + padSteps);
    expect(bench.do({ kind: 'hand-over', oldDrive: 'kept' })).toBe('old-drive');
    expect(bench.do({ kind: 'hand-over', oldDrive: 'none' })).toBe('ok');
  });

  /** Steps of the first opening that the second one has not: the pad, and the screw that moved there and back. */
  const padSteps = (() => {
    const first = walkToProve(new Bench());
    const steps = first.state.doneSteps.length;
    first.do({ kind: 'go-back', why });
    return steps - stepsOf(first.state.job, first.context).length;
  })();

  it('moves the screw back to where the old drive wants it', () => {
    const bench = walkToProve(new Bench());
    const moved = stepsOf(bench.state.job, bench.context).some(({ id }) => id === 'spacer');
    bench.do({ kind: 'go-back', why });
    expect(stepsOf(bench.state.job, bench.context).some(({ id }) => id === 'spacer')).toBe(moved);
  });

  it('chooses, plans and carries nothing any more', () => {
    const bench = walkToProve(new Bench());
    bench.do({ kind: 'go-back', why });
    expect(bench.do(choose('ostrel-marl-2000'))).toBe('turned-back');
    expect(bench.do({ kind: 'copy' })).toBe('turned-back');
    expect(bench.do({ kind: 'route', route: 'stick' })).toBe('turned-back');
    expect(bench.do({ kind: 'go-back', why })).toBe('turned-back');
  });
});

describe('an open device that turns back', () => {
  const opened = () => {
    const bench = new Bench();
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    while (nextStep(bench.state, bench.context)?.station === 'open')
      bench.do({ kind: 'step', stepId: nextStep(bench.state, bench.context)!.id });
    return bench;
  };

  it('keeps what is done, and puts the drive in that came out', () => {
    const bench = opened();
    const done = bench.state.doneSteps.length;
    expect(bench.do({ kind: 'go-back', why: 'It does not want it any more.' })).toBe('ok');
    expect(bench.state.doneSteps).toHaveLength(done);
    expect(title(bench, 'drive-out')).toBe('Draw the old drive out');
    expect(title(bench, 'drive-in')).toContain('the old drive');
    expect(nextStep(bench.state, bench.context)?.station).toBe('swap');
    handsToTheEnd(bench);
    expect(ledgerOf(bench.state, bench.context).inBowl).toBe(0);
  });

  it('does not with a drive half in, nor before anything is opened, nor into an empty place', () => {
    const half = walkToProve(new Bench());
    while (half.state.doneSteps.at(-1) !== 'drive-in') {
      half.state.job.dock = null;
      half.report({ kind: 'switched-on', shown: { ...running, outcome: 'dark', code: null } });
      expect(half.do({ kind: 'step-back' })).toBe('ok');
    }
    expect(half.do({ kind: 'go-back', why })).toBe('half-in');
    expect(new Bench().do({ kind: 'go-back', why })).toBe('not-opened');
    const empty = new Bench({ ...takeIn, oldDrive: null });
    expect(empty.do({ kind: 'go-back', why })).toBe('no-old-drive');
  });
});

it('a closed device is opened again for the same drive: all steps anew, what was read counts no more', () => {
  const bench = new Bench();
  expect(bench.do({ kind: 'open-again', why })).toBe('not-closed');
  walkToProve(bench);
  expect(bench.do({ kind: 'open-again', why: 'Seat the drive.' })).toBe('ok');
  expect(bench.state.job.readings).toEqual({});
  expect(isTrue(bench.state.facts, 'copy.verified')).toBe(true);
  expect(title(bench, 'drive-out')).toBe('Draw the new drive out');
  expect(title(bench, 'drive-in')).toContain('the new drive');
  handsToTheEnd(bench);
  expect(isTrue(bench.state.facts, 'drive.new-inside')).toBe(true);
  expect(bench.do({ kind: 'go-back', why })).toBe('ok');
  expect(title(bench, 'drive-out')).toBe('Draw the new drive out');
});

it('every device of the demo can turn back: the second opening closes with every fastener in', () => {
  for (const file of readdirSync('demo/devices')) {
    const device = DeviceProfile.parse(JSON.parse(readFileSync(`demo/devices/${file}`, 'utf8')));
    const [delivered] = device.deliveredDrives;
    const bench = new Bench(
      {
        ...takeIn,
        profileId: device.id,
        dataToKeep: false,
        oldDrive: {
          formFactor: delivered?.formFactor ?? '2280-S2-M',
          labelGB: delivered?.labelGB ?? 500,
          usedBytes: 0,
        },
      },
      device,
    );
    bench.mains = true;
    // The steps themselves, without what Fit and the dock decide.
    const { procedure } = device;
    const change = (more: Partial<Job>) => {
      bench.state = { ...bench.state, job: { ...bench.state.job, ...more } };
    };
    change({ revisionId: device.revisions[0]?.id ?? null, choice: null });
    const rounds = [stepsOf(bench.state.job, bench.context)];
    change({
      openedAgain: {
        at: bench.at,
        why,
        tookOut: 'new',
        putsIn: 'old',
        cameOut: delivered?.formFactor ?? null,
      },
    });
    rounds.push(stepsOf(bench.state.job, bench.context));
    expect(rounds[1]!.some(({ title: words }) => /new drive in\b/u.test(words))).toBe(false);
    const ends = rounds.map((steps) => {
      const last = new Map(steps.flatMap(({ effects }) => effects.map(({ fact, value }) => [fact, value])));
      return procedure.fasteners
        .flatMap(({ id }) => [last.get(`screw.${id}.1.in`)])
        .concat(last.get('drive.inserted'));
    });
    expect([file, ends[1]]).toEqual([file, ends[0]]);
    expect(ends[1]!.at(-1)).toBe(true);
  }
});
