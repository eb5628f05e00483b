import { adapters, drive, drives, pad, pads, setting, sink, sinks } from '../fit/demo.test.data';
import { type Build, bare, fit, rankDrives } from '../fit';
import { exact } from '../margin';
import { type DisputeAsked, bundles, disputesOf } from '.';

const origin = { kind: 'measured', note: 'test' } as const;
const asked = (profileId: string, build: Build, more: Partial<DisputeAsked> = {}): DisputeAsked => {
  const where = more.setting ?? setting(profileId);
  return {
    setting: where,
    build,
    answer: fit(where, build),
    lines: [],
    pads,
    sinks,
    oldFormFactor: null,
    ...more,
  };
};
const disputeOf = (id: string, question: DisputeAsked) =>
  disputesOf(question).find((one) => one.id === id) ?? null;

describe('a heatsink where none came with it', () => {
  const heron = (watts: number) => {
    const marl = drive('ostrel-marl-2000');
    const power = (value: number) => exact(value, origin);
    return bare({ ...marl, powerW: { idle: power(watts / 10), read: power(watts), write: power(watts) } });
  };

  it('is advised where the heat bare is not clear, and needless where it is, with both figures', () => {
    const hot = disputeOf('sink', asked('braskit-heron', heron(9)));
    const cool = disputeOf('sink', asked('braskit-heron', heron(0.3)));
    expect([hot?.ours?.school, cool?.ours?.school]).toEqual([0, 1]);
    expect(hot?.figures).toMatch(/^Bare it settles at \d+ °C/u);
    expect(disputeOf('sink', asked('quenlo-atrium', heron(9)))).toBeNull();
  });
});

describe('the hands', () => {
  const laid = { ...bare(drive('ostrel-marl-2000')), pads: [pad('lindrel-soft-250')] };

  it('count two films a pad, and wipe first', () => {
    const two = { ...laid, pads: [pad('lindrel-soft-100'), pad('lindrel-soft-150')] };
    expect(disputeOf('films', asked('braskit-osprey', laid))?.figures).toContain('2 must lie');
    expect(disputeOf('films', asked('braskit-osprey', two))?.figures).toContain('4 must lie');
    expect(disputeOf('wipe', asked('braskit-osprey', laid))?.ours?.school).toBe(0);
    expect(disputeOf('films', asked('braskit-osprey', bare(laid.drive)))).toBeNull();
  });

  it('lay a pad on both sides only of a drive with chips below, over a face', () => {
    const build = {
      ...bare(drive('pirrin-spark-2000')),
      sink: sink('orme-low-6'),
      pads: [pad('lindrel-soft-100')],
    };
    expect(disputeOf('sides', asked('quenlo-atrium', build))?.ours?.school).toBe(1);
    expect(disputeOf('sides', asked('quenlo-atrium', { ...build, drive: laid.drive }))?.ours?.school).toBe(0);
  });

  it('take a sink’s clips where nothing stands beside, else bands', () => {
    const build = { ...laid, sink: sink('orme-low-8') };
    const narrow = setting('quenlo-atrium');
    const places = narrow.profile.places.map((place) =>
      place.form.kind === 'module'
        ? { ...place, form: { ...place.form, roomBesideMm: exact(0.2, origin) } }
        : place,
    );
    expect(disputeOf('hold', asked('quenlo-atrium', build))?.ours?.school).toBe(1);
    expect(
      disputeOf(
        'hold',
        asked('quenlo-atrium', build, { setting: { ...narrow, profile: { ...narrow.profile, places } } }),
      )?.ours?.school,
    ).toBe(0);
  });

  it('carry the sleeve over to a drive that is no thicker, else take fresh foil; open where nobody knows', () => {
    const thin = bare(drive('ostrel-chip-1000'));
    const thick = bare(drive('pirrin-spark-2000'));
    const school = (build: Build, oldFormFactor: string | null) =>
      disputeOf('sleeve', asked('braskit-wren', build, { oldFormFactor }))?.ours?.school ?? null;
    expect([school(thin, '2230-S3-M'), school(thick, '2230-S3-M'), school(thin, null)]).toEqual([0, 1, null]);
    expect(disputeOf('sleeve', asked('braskit-osprey', laid))).toBeNull();
  });
});

it('speed past the narrowest link is told in what never arrives and in money', () => {
  const where = setting('braskit-osprey');
  const lines = rankDrives(
    where,
    drives,
    { pads, sinks },
    { currency: 'EUR', prefers: [], shelfFirst: false },
  );
  const marl = lines.find(({ build }) => build.drive.id === 'ostrel-marl-2000')!;
  const dispute = disputeOf('speed', asked('braskit-osprey', marl.build, { lines }));
  expect(dispute?.ours?.school).toBe(1);
  expect(dispute?.figures).toMatch(/^Needed .* arrives .*/u);
  const wide = { ...marl.build, drive: { ...marl.build.drive, readBytesPerS: 12e9 } };
  expect(disputeOf('speed', asked('braskit-osprey', wide, { lines }))?.figures).toMatch(/never arrive/u);
});

it('a bay’s cover stays on, with what it would change', () => {
  const build = {
    ...bare(drive('ostrel-marl-2000')),
    sink: sink('orme-low-6'),
    pads: [pad('lindrel-soft-100')],
  };
  expect(disputeOf('cover', asked('quenlo-atrium', build))).toMatchObject({
    ours: { school: 0 },
    figures: expect.stringMatching(/^On it settles at .* off at /u),
  });
  expect(disputeOf('cover', asked('braskit-osprey', build))).toBeNull();
});

it('every dispute of every build has two schools, and a reason where one counts', () => {
  for (const profileId of [
    'braskit-osprey',
    'braskit-plover',
    'braskit-wren',
    'quenlo-atrium',
    'vellamar-skein',
    'vellamar-reed',
  ])
    for (const one of drives.slice(0, 12)) {
      const [adapter = null] = adapters;
      for (const dispute of disputesOf(asked(profileId, { ...bare(one), adapter }))) {
        expect(new Set(dispute.schools.map(({ says }) => says)).size).toBe(2);
        if (dispute.ours) expect(dispute.ours.why.length).toBeGreaterThan(8);
      }
    }
});

it('a sink that comes on the drive stands beside one of one’s own, with money, minutes and height', () => {
  const where = setting('quenlo-atrium');
  const lines = rankDrives(
    where,
    drives,
    { pads, sinks },
    { currency: 'EUR', prefers: [], shelfFirst: false },
  );
  const [best] = lines.filter(({ build }) => build.drive.id === 'ostrel-marl-2000');
  if (!best) throw new Error('the Marl is not ranked');
  const sold = bundles({ ...asked('quenlo-atrium', best.build), lines });
  expect(sold.some(({ name, minutes }) => name.endsWith('with its sink') && minutes === 0)).toBe(true);
  const own = sold.find(({ name }) => name.endsWith('bare'));
  // Clipping a sink on, 3 min, and laying a pad, 4 min.
  expect(own?.name).toBe('Ostrel Marl, bare');
  expect(own).toMatchObject({ minutes: 7, parts: [expect.any(String), expect.any(String)] });
  expect(own?.price?.minor).toBeGreaterThan(0);
  expect(bundles({ ...asked('braskit-osprey', best.build), lines })).toEqual([]);
});
