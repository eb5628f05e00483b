import { type Known, about, missing } from '../margin';
import { type Drive, type Heatsink, cardStandardOf, classRateBytesPerS } from '../part';
import type { Place } from '../device';
import { workloadOf } from '../heat';
import { adapters, drive, old, origin, pad, profile, setting, sink } from './demo.test.data';
import { type Build, bare, batteryMinutes, fit, settingOf } from '.';

const mm = (value: number, spread = 0.1): Known => about(value, spread, spread, origin);
const marginOf = (id: string, build: Build, where: ReturnType<typeof settingOf>) =>
  fit(where, build).margins.find((margin) => margin.id === id);
const verdictOf = (id: string, build: Build, where: ReturnType<typeof settingOf>) =>
  marginOf(id, build, where)?.verdict ?? null;

/** The profile with its first replaceable place changed. */
const changed = (profileId: string, change: (place: Place) => Place) => {
  const device = profile(profileId);
  return settingOf(
    { ...device, places: device.places.map((place) => (place.replaceable ? change(place) : place)) },
    { old },
  );
};
const socket = (more: object) => (place: Place) => ({ ...place, form: { ...place.form, ...more } }) as Place;

describe('the outline of a sink', () => {
  const atrium = (more: object) => changed('quenlo-atrium', socket(more));
  const worn = (outline: Heatsink['outline']): Build => ({
    ...bare(drive('ostrel-marl-2000')),
    sink: { ...sink('orme-low-6'), outline },
    pads: [pad('lindrel-soft-100')],
  });
  const outline = { widthMm: mm(25), clipsMm: mm(1.2), pastEndMm: mm(2) };

  it('stands beside its module by half of what it is wider and by its clips', () => {
    // (25 − 22) / 2 + 1.2 = 2.7 mm, each end ± 0.05 ± 0.1.
    expect(marginOf('sink-beside', worn(outline), atrium({ roomBesideMm: mm(2.9, 0) }))).toMatchObject({
      value: { value: 2.7, minus: expect.closeTo(0.15), plus: expect.closeTo(0.15) },
    });
    expect(verdictOf('sink-beside', worn(outline), atrium({ roomBesideMm: mm(3.5) }))).toBe('clear');
    expect(verdictOf('sink-beside', worn(outline), atrium({ roomBesideMm: mm(2.2) }))).toBe('over');
    expect(
      verdictOf(
        'sink-beside',
        worn({ ...outline, widthMm: mm(20), clipsMm: mm(0, 0) }),
        atrium({ roomBesideMm: mm(1) }),
      ),
    ).toBe('clear');
    expect(verdictOf('sink-behind', worn(outline), atrium({ roomBehindMm: mm(1) }))).toBe('over');
  });

  it('that nobody stated is not known beside close neighbours, and no question where none stand', () => {
    expect(verdictOf('sink-beside', worn(undefined), atrium({ roomBesideMm: mm(9) }))).toBe('unknown');
    expect(verdictOf('sink-beside', worn(undefined), atrium({ roomBesideMm: undefined }))).toBeNull();
    expect(
      verdictOf('sink-beside', { ...worn(outline), sink: null, pads: [] }, atrium({ roomBesideMm: mm(9) })),
    ).toBeNull();
  });
});

describe('a pad below', () => {
  const double = drive('pirrin-spark-2000');
  const deep = (more: object) =>
    changed('quenlo-atrium', socket({ moduleUndersideMm: mm(3.4), faceBelowMm: mm(0.4), ...more }));

  it('is squeezed by the gap from the chips below to the face under them', () => {
    const build = { ...bare(double), padBelow: pad('lindrel-soft-200') };
    const below = fit(deep({}), build).layers?.below;
    const bottom = below?.known ? below.value : NaN;
    const gapMm = 3.4 - bottom - 0.4;
    expect(marginOf('squeeze-below', build, deep({}))).toMatchObject({
      value: { value: expect.closeTo((1 - gapMm / pad('lindrel-soft-200').freeThicknessMm.value) * 100, 6) },
    });
  });

  it('touches nothing without a face, or without chips', () => {
    const build = { ...bare(double), padBelow: pad('lindrel-soft-200') };
    expect(verdictOf('pad-below-contact', build, deep({ faceBelowMm: undefined }))).toBe('over');
    expect(verdictOf('pad-below-contact', { ...build, drive: drive('ostrel-marl-2000') }, deep({}))).toBe(
      'over',
    );
    expect(verdictOf('pad-below-contact', build, deep({}))).toBe('clear');
    expect(verdictOf('pad-below-contact', bare(double), deep({}))).toBeNull();
  });
});

describe('a bay', () => {
  const disk = drive('tolvane-brack-s-1000');
  const bay = (more: object) =>
    changed('vellamar-skein', (place) => ({
      ...place,
      form: { kind: '2.5-inch', heightAtMostMm: mm(15), mounting: 'upright', connectors: 'rear', ...more },
    }));

  it('is made for some thicknesses, not for all below its height', () => {
    expect(verdictOf('thickness', bare(disk), bay({ thicknessesMm: [7, 9.5] }))).toBe('clear');
    expect(marginOf('thickness', bare(disk), bay({ thicknessesMm: [9.5] }))).toMatchObject({
      verdict: 'over',
      remedy: expect.stringContaining('spacer'),
    });
    const unknown = { ...disk, heightMm: undefined };
    expect(verdictOf('thickness', bare(unknown), bay({ thicknessesMm: [7] }))).toBe('unknown');
    expect(verdictOf('thickness', bare(disk), bay({}))).toBeNull();
  });

  it('has threads that a large disk may leave out', () => {
    const with4 = { ...disk, mountHoles: ['sides outer', 'bottom outer'] } satisfies Drive;
    expect(verdictOf('mount-holes', bare(with4), bay({ mountHoles: ['bottom outer'] }))).toBe('clear');
    expect(verdictOf('mount-holes', bare(with4), bay({ mountHoles: ['sides middle'] }))).toBe('over');
    expect(
      verdictOf(
        'mount-holes',
        bare({ ...disk, mountHoles: undefined }),
        bay({ mountHoles: ['sides outer'] }),
      ),
    ).toBe('unknown');
  });
});

describe('the numbers of sectors', () => {
  const at = (more: Partial<Place>) => changed('vellamar-skein', (place) => ({ ...place, ...more }));
  const big = (labelGB: number) => bare({ ...drive('harlo-vigil-4000'), labelGB });

  it('end at 137 GB with 28 bits, at 2.2 TB with 32 and in the older record', () => {
    // 2²⁸ × 512 = 137,438,953,472; 2³² × 512 = 2,199,023,255,552.
    expect(marginOf('addressing', big(160), at({ addressBits: 28 }))).toMatchObject({
      verdict: 'over',
      limit: { limit: { value: 137_438_953_472 } },
    });
    expect(verdictOf('addressing', big(120), at({ addressBits: 28 }))).toBe('clear');
    expect(verdictOf('addressing', big(3000), at({ table: 'record' }))).toBe('over');
    expect(verdictOf('addressing', big(2000), at({ addressBits: 48, table: 'record' }))).toBe('clear');
    expect(verdictOf('addressing', big(3000), at({ addressBits: 48, table: 'gpt' }))).toBe('clear');
    expect(verdictOf('addressing', big(3000), at({ addressBits: null, table: null }))).toBeNull();
  });

  it('are those of the narrowest on the way, the adapter’s bridge too', () => {
    const adapter = { ...adapters[1]!, addressBits: 28 as const };
    const where = at({ addressBits: 48, adapters: [{ adapter, caseChangeId: null }] });
    expect(marginOf('addressing', { ...big(160), adapter }, where)).toMatchObject({
      verdict: 'over',
      note: expect.stringContaining(adapter.model),
    });
  });
});

describe('a card', () => {
  const slot = (cards: object | undefined) =>
    settingOf(
      {
        ...profile('braskit-wren'),
        places: profile('braskit-wren').places.map((place) =>
          place.id === 'card' ? ({ ...place, form: { kind: 'card', cards } } as Place) : place,
        ),
      },
      { placeId: 'card' },
    );
  const card = drive('lindrel-shell-256');

  it('is of a kind by its size', () => {
    expect([1, 2, 4, 32, 64, 2000, 4000].map(cardStandardOf)).toEqual([
      'SD',
      'SD',
      'SDHC',
      'SDHC',
      'SDXC',
      'SDXC',
      'SDUC',
    ]);
    expect(
      verdictOf('card-standard', bare(card), slot({ standards: ['SD', 'SDHC'], classAtLeast: null })),
    ).toBe('over');
    expect(
      marginOf('card-standard', bare(card), slot({ standards: ['SDXC'], classAtLeast: null })),
    ).toMatchObject({
      verdict: 'clear',
      note: expect.stringContaining('exFAT'),
    });
  });

  it('promises a least rate by its marks, the best of them', () => {
    expect(classRateBytesPerS(['C10', 'U3'])).toBe(30e6);
    const marked = (speedClasses: Drive['speedClasses']) => bare({ ...card, speedClasses });
    const wants = slot({ standards: ['SDXC'], classAtLeast: 'U3' });
    expect(verdictOf('card-class', marked(['C10', 'V30']), wants)).not.toBe('over');
    expect(verdictOf('card-class', marked(['C10']), wants)).toBe('over');
    expect(verdictOf('card-class', marked(undefined), wants)).toBe('unknown');
  });
});

describe('what a drive takes of the battery', () => {
  const still = { idle: mm(0.5, 0), read: mm(3, 0), write: mm(4, 0), lightRead: mm(1.5, 0) };
  const device = (watts: number, spread = 0) => ({
    inUse: { batteryWh: mm(40, 0), watts: about(watts, spread, spread, origin) },
  });

  it('is the time that its mean draw shortens an evening by', () => {
    // Loading: 30 s at 3 W, 60 s at 1.5 W: 2 W. 40 Wh at 10 W last 240 min, at 8 W 300 min.
    const minutes = batteryMinutes(
      device(10),
      { ...drive('ostrel-marl-2000'), powerW: still },
      workloadOf('loading'),
    );
    expect(minutes).toMatchObject({
      known: true,
      value: expect.closeTo(60, 6),
      minus: expect.closeTo(0),
      plus: expect.closeTo(0),
    });
  });

  it('is wider where the device’s own draw is, and not known where either is not', () => {
    const marl = { ...drive('ostrel-marl-2000'), powerW: still };
    const wide = batteryMinutes(device(10, 2), marl, workloadOf('loading'));
    expect(wide.known && wide.minus! > 0 && wide.plus! > 0).toBe(true);
    expect(batteryMinutes({ inUse: null }, marl, workloadOf('loading')).known).toBe(false);
    expect(batteryMinutes(device(10), { ...marl, powerW: undefined }, workloadOf('loading')).known).toBe(
      false,
    );
    expect(
      batteryMinutes({ inUse: { batteryWh: missing('x', 'y'), watts: mm(9) } }, marl, workloadOf('loading'))
        .known,
    ).toBe(false);
  });
});

it('every demo profile still answers', () => {
  expect(fit(setting('vellamar-skein'), bare(drive('harlo-vigil-4000'))).worst.verdict).not.toBe('over');
});
