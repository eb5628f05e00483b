import wrenData from '../../../demo/devices/braskit-wren.json';
import { DeviceProfile } from '../device';
import { fillWish } from '../disk';
import { bare, fit, onlyInside } from '../fit';
import { holdsOf, nextStep, settingOfJob, stepsOf } from '../job';
import { about, missing } from '../margin';
import { factValue, measureStepId } from '../work';
import { Bench, choose, drives, takeIn } from './bench.test.data';

const wren = DeviceProfile.parse(wrenData);
const given = {
  ...takeIn,
  profileId: wren.id,
  wantedGB: 1000,
  oldDrive: { formFactor: '2230-S3-M', labelGB: 512, usedBytes: 100e9 },
};
const cover = (mm: number) =>
  ({
    kind: 'measure',
    measures: { coverMm: about(mm, 0.1, 0.1, { kind: 'measured', note: 'putty' }) },
  }) as const;
const setting = settingOfJob(new Bench(given, wren).state.job, wren);
/** Drives of which nothing is missing but what shows inside. */
const forNow = drives.filter(
  (drive) => onlyInside(setting, [], fit(setting, bare(drive)).margins).length > 0,
);
const [first] = forNow;
const held = (bench: Bench) => holdsOf(bench.state, bench.context).map(({ code }) => code);
const isListed = (bench: Bench) =>
  stepsOf(bench.state.job, bench.context).some(({ id }) => id === measureStepId);

/** Boards that do not differ in what is measured. */
const alike = { ...wren, revisions: wren.revisions.map((revision) => ({ ...revision, changes: {} })) };

function chosen(device = wren) {
  const bench = new Bench(given, device);
  expect(bench.do(choose(first?.id ?? ''))).toBe('ok');
  bench.do({ kind: 'lay-out', wish: fillWish });
  return bench;
}

describe('what can only be measured inside', () => {
  it('does not stop the choice: it is made for the time being, without a reason', () => {
    const bench = chosen();
    expect(bench.state.job.choice).toMatchObject({ driveId: first?.id, reason: null });
    expect(bench.state.history.find(({ kind }) => kind === 'choose')?.sentence).toContain(
      'For the time being: inside of the cover is measured inside',
    );
    expect(held(bench)).toContain('fit-unmeasured');
  });

  it('is a step between opening and swapping that is not done before it is entered', () => {
    const bench = chosen(alike);
    bench.do({ kind: 'revision', revisionId: wren.revisions[0]?.id ?? null });
    const steps = stepsOf(bench.state.job, bench.context);
    const at = steps.findIndex(({ id }) => id === measureStepId);
    expect(steps[at]).toMatchObject({ station: 'open', how: expect.stringContaining('putty') });
    expect(steps[at + 1]?.station).toBe('swap');
    for (let i = 0; i < at; i += 1) {
      const next = nextStep(bench.state, bench.context);
      expect(bench.do({ kind: 'step', stepId: next?.id ?? '' })).toBe('ok');
    }
    expect(bench.do({ kind: 'step', stepId: measureStepId })).toBe('not-measured');
    expect(bench.do(cover(9))).toBe('ok');
    expect(held(bench)).not.toContain('fit-unmeasured');
    expect(bench.do({ kind: 'step', stepId: measureStepId })).toBe('ok');
    expect(isListed(bench)).toBe(true);
  });

  it.each(['a reason at Fit', 'the hold walked past'])(
    'is gone on without by %s, and the history says that nothing was measured',
    (by) => {
      const bench = chosen(alike);
      const reason = 'no putty here, the drive is flat';
      bench.do({ kind: 'revision', revisionId: wren.revisions[0]?.id ?? null });
      for (let next = nextStep(bench.state, bench.context); next && next.id !== measureStepId;) {
        bench.do({ kind: 'step', stepId: next.id });
        next = nextStep(bench.state, bench.context);
      }
      expect(bench.do({ kind: 'step', stepId: measureStepId })).toBe('not-measured');
      if (by === 'a reason at Fit')
        bench.state = {
          ...bench.state,
          job: {
            ...bench.state.job,
            choice: bench.state.job.choice && { ...bench.state.job.choice, reason },
          },
        };
      else expect(bench.do({ kind: 'override', code: 'fit-unmeasured', reason })).toBe('ok');
      expect(bench.do({ kind: 'step', stepId: measureStepId })).toBe('ok');
      expect(bench.state.history.at(-1)?.sentence).toContain('Gone on without it');
      expect(factValue(bench.state.facts, 'heights.measured')).toBeNull();
    },
  );

  it('takes the choice back where it turns out too low', () => {
    const bench = chosen();
    expect(bench.do(cover(2.5))).toBe('ok');
    expect(bench.state.job.choice).toBeNull();
    expect(bench.state.history.at(-1)?.sentence).toContain('The chosen drive is taken back');
  });

  it('needs a reason where another number is missing too, and then asks for no measure', () => {
    const [other] = drives.filter(
      (drive) => fit(setting, bare(drive)).worst.verdict === 'unknown' && !forNow.includes(drive),
    );
    const bench = new Bench(given, wren);
    expect(bench.do(choose(other?.id ?? ''))).toBe('fit-unknown');
    expect(bench.do({ ...choose(other?.id ?? ''), reason: 'the owner takes the risk' })).toBe('ok');
    expect(held(bench)).not.toContain('fit-unmeasured');
    expect(isListed(bench)).toBe(true);
  });

  it('is no longer asked on a device whose profile knows it', () => {
    const places = wren.places.map((place) =>
      place.form.kind === 'module'
        ? {
            ...place,
            form: { ...place.form, coverMm: about(9, 0.1, 0.1, { kind: 'measured', note: 'test' }) },
          }
        : place,
    );
    expect(isListed(new Bench(given, { ...wren, places }))).toBe(false);
    const dark = wren.places.map((place) =>
      place.form.kind === 'module'
        ? { ...place, powerAtMostW: missing('the power of the slot', 'Ask the maker.') }
        : place,
    );
    const bench = new Bench(given, { ...wren, places: dark });
    expect(bench.do(choose(first?.id ?? ''))).toBe('fit-unknown');
  });
});
