import ploverData from '../../../demo/devices/braskit-plover.json';
import { DeviceProfile } from '../device';
import { fillWish } from '../disk';
import { Bench, choose, drives, takeIn, oldDrive } from './bench.test.data';
import { decide } from '.';

const last = (bench: Bench) => bench.state.history.at(-1)!.sentence;
const refusal = (bench: Bench, act: Parameters<typeof decide>[1]) => {
  const result = decide(bench.state, act, bench.context);
  return result.ok ? null : result.fault;
};

describe('choosing is told with all that goes in', () => {
  it('the drive with its size, the pad with its thickness, what is tightest', () => {
    const bench = new Bench();
    expect(bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']))).toBe('ok');
    expect(last(bench)).toMatch(
      /^Chose Ostrel Marl 2 TB with pad Soft 2\.5 mm; tightest: height under the cover\.$/u,
    );
    expect(bench.state.job.wish).toBeNull();
  });

  it('an adapter by its name, and nothing behind a drive that goes in alone', () => {
    const plover = DeviceProfile.parse(ploverData);
    const bench = new Bench({ ...takeIn, wantedGB: 1000 }, plover);
    bench.do({ kind: 'agree', caseChangeId: 'trim-ribs', agrees: true });
    const cut = { ...choose('tolvane-quay-1000'), adapterId: 'orme-step-4280', caseChangeIds: ['trim-ribs'] };
    expect(bench.do(cut)).toBe('ok');
    expect(last(bench)).toMatch(/^Chose Tolvane Quay 1 TB with adapter Step 42 to 80; tightest: /u);
    const alone = drives.find(
      ({ formFactor, labelGB, peakPowerW }) => formFactor === '2242-S3-M' && labelGB >= 1000 && peakPowerW,
    )!;
    bench.do({ ...choose(alone.id), reason: 'in hand' });
    expect(last(bench)).toMatch(new RegExp(`^Chose ${alone.maker} ${alone.model} \\d TB; tightest`, 'u'));
  });

  it('what refuses it says what, and the way out', () => {
    const bench = new Bench();
    expect(refusal(bench, choose('harlo-vigil-2000'))).toMatchObject({
      code: 'does-not-fit',
      remedy: expect.stringMatching(/^Choose a drive that speaks NVMe/u),
    });
    const silent = new Bench({ ...takeIn, oldDrive: { ...oldDrive, usedBytes: null } });
    expect(refusal(silent, choose('ostrel-marl-2000', ['lindrel-soft-250']))).toEqual({
      code: 'fit-unknown',
      sentence: 'Room for the old data is not known: how full the old drive is.',
      remedy: 'Read it in the device’s settings, or on the dock.',
    });
    expect(refusal(bench, { ...choose('ostrel-marl-2000'), placeId: 'attic' })?.code).toBe('no-place');
    expect(refusal(bench, choose('no-such-drive'))?.code).toBe('not-found');
  });
});

describe('a layout is told by what it does', () => {
  const chosen = () => {
    const bench = new Bench();
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    return bench;
  };

  it.each([
    [{}, /^Laid out: [^,]+ grows\.$/u],
    [{ holdBackPercent: 5 }, /, 5 % held back\.$/u],
    [{ secondSystemMiB: 60_000 }, /, room for a second system\.$/u],
    [{ dropped: [3] }, /, recovery stays behind\.$/u],
  ])('%j', (more, words) => {
    const bench = chosen();
    expect(bench.do({ kind: 'lay-out', wish: { ...fillWish, ...more } })).toBe('ok');
    expect(last(bench)).toMatch(words);
  });

  it('needs a drive first', () => {
    expect(refusal(new Bench(), { kind: 'lay-out', wish: fillWish })).toMatchObject({ code: 'no-drive' });
  });
});

describe('a way is told by its name', () => {
  it('is not taken twice, and one that the device does by itself takes the whole drive', () => {
    const bench = new Bench();
    expect(refusal(bench, { kind: 'route', route: 'copy-on-dock' })?.code).toBe('same-way');
    bench.do(choose('ostrel-marl-2000', ['lindrel-soft-250']));
    bench.do({ kind: 'lay-out', wish: { ...fillWish, holdBackPercent: 5 } });
    expect(bench.do({ kind: 'route', route: 'network' })).toBe('ok');
    expect([last(bench), bench.state.job.wish]).toEqual(['Taken: fresh, over the network.', fillWish]);
    expect(bench.do({ kind: 'route', route: 'copy-on-dock' })).toBe('ok');
    expect([last(bench), bench.state.job.wish]).toEqual(['Taken: copy on the dock.', null]);
  });

  it('that the device does not know is closed, with its reason', () => {
    expect(refusal(new Bench(), { kind: 'route', route: 'format' })?.code).toMatch(/^(way-closed|not-led)$/u);
  });
});

it('what the owner brings along is noted once each, eight at most, and taken off again', () => {
  const bench = new Bench();
  const bring = (driveId: string, isBrought = true) => bench.do({ kind: 'brought', driveId, isBrought });
  const ids = drives.map(({ id }) => id).slice(0, 9);
  expect(bring('no-such-drive')).toBe('not-found');
  const [first, ninth] = [ids[0]!, ids[8]!];
  const { maker, model } = drives[0]!;
  expect(bring(first)).toBe('ok');
  expect(last(bench)).toMatch(new RegExp(`^The owner brings the ${maker} ${model} \\d+ [GT]B\\.$`, 'u'));
  for (const id of ids.slice(0, 8)) expect(bring(id)).toBe('ok');
  expect(bench.state.job.broughtIds).toEqual(ids.slice(0, 8));
  expect(bring(ninth)).toBe('too-many');
  // One that is noted already is no ninth.
  expect(bring(first)).toBe('ok');
  expect(bring(first, false)).toBe('ok');
  expect(last(bench)).toMatch(/^The owner does not bring the /u);
  expect(bench.state.job.broughtIds).toEqual(ids.slice(1, 8));
  expect(bring(ninth)).toBe('ok');
});
