import type { BayForm } from '../device';
import { type Known, type Verdict, about, missing } from '../margin';
import { Adapter, type Drive } from '../part';
import { type Build, type Setting, bare, fit } from '.';
import { adapters, drive, origin, profile, setting } from './demo.test.data';

const mm = (value: number, spread = 0.1): Known => about(value, spread, spread, origin);
const step = adapters.find(({ id }) => id === 'orme-step-4280')!;
const ferry = adapters.find(({ id }) => id === 'orme-ferry-card')!;

/** A device whose one place takes this adapter, with whatever else of the place is asked about. */
function taking(
  from: string,
  adapter: Adapter,
  more: { form?: Partial<BayForm>; reachAtMostMm?: Known } = {},
): Setting {
  const plain = profile(from);
  const places = plain.places.map((place) => ({
    ...place,
    adapters: [{ adapter, caseChangeId: null }],
    form: {
      ...place.form,
      ...more.form,
      ...(more.reachAtMostMm ? { reachAtMostMm: more.reachAtMostMm } : {}),
    },
  }));
  return { ...setting(from), profile: { ...plain, places } as typeof plain, old: null };
}
const verdicts = (asked: Setting, build: Build): Record<string, Verdict> =>
  Object.fromEntries(fit(asked, build).margins.map(({ id, verdict }) => [id, verdict]));
const on = (adapter: Adapter, held: Drive): Build => ({ ...bare(held), adapter });

describe('an adapter in a bay', () => {
  const raised = {
    ...ferry,
    takes: { ...ferry.takes, kind: '1.8-inch' as const, protocols: ['PATA' as const] },
    addsHeightMm: mm(3),
  };
  const disk = (heightMm: number) => ({ ...drive('sarrow-mite-160'), heightMm: mm(heightMm) });
  const bay = (heightAtMostMm: number) =>
    taking('vellamar-reed', raised, { form: { heightAtMostMm: mm(heightAtMostMm) } });

  it('stands as high as itself and the disk on it: 3 mm and 15 mm do not go into 10 mm', () => {
    expect(verdicts(bay(10), on(raised, disk(15)))['bay-height']).toBe('over');
    // 0.3 below, 3 up, 5 of disk: 8.3 ± 0.3.
    expect(fit(bay(10), on(raised, disk(5))).margins.find(({ id }) => id === 'bay-height')).toMatchObject({
      verdict: 'clear',
      value: { value: expect.closeTo(8.3), plus: expect.closeTo(0.3) },
    });
    expect(verdicts(bay(8.3), on(raised, disk(5)))['bay-height']).toBe('tight');
  });

  it('is as high as its own parts where the drive lies flatter, and unknown where nobody stated them', () => {
    // A card of 2.1 mm on 1.8 + 0.3 is 4.2; the adapter's own 0.3 + 0.8 + 2.6 is 3.7, or 6.1 with taller parts.
    const card = drive('lindrel-shell-256');
    const height = (adapter: Adapter) =>
      fit(taking('vellamar-reed', adapter), on(adapter, card)).margins.find(({ id }) => id === 'bay-height')!;
    expect(height(ferry).value).toMatchObject({ value: expect.closeTo(4.2) });
    expect(height({ ...ferry, aboveMm: mm(5) }).value).toMatchObject({ value: expect.closeTo(6.1) });
    const { aboveMm: _, boardMm: _b, belowMm: _c, ...silent } = ferry;
    expect(height(Adapter.parse(silent)).verdict).toBe('unknown');
  });

  it('needs the bay’s plug, as a disk does', () => {
    const asked = taking('vellamar-reed', ferry);
    const card = drive('lindrel-shell-256');
    const plug = (connector: 'ZIF 40-pin' | 'PATA 50-pin' | undefined) =>
      verdicts(asked, on({ ...ferry, enters: { ...ferry.enters, connector } }, card)).connector;
    expect([plug('ZIF 40-pin'), plug('PATA 50-pin'), plug(undefined)]).toEqual(['clear', 'over', 'unknown']);
    const { connector: _, ...nameless } = drive('sarrow-mite-160');
    expect(verdicts(setting('vellamar-reed'), bare(nameless)).connector).toBe('unknown');
    expect(
      verdicts(setting('vellamar-reed'), bare({ ...nameless, connector: 'PATA 50-pin' })).connector,
    ).toBe('over');
  });
});

describe('an adapter in a socket', () => {
  const module = drive('pirrin-seam-1000');
  const asked = (adapter: Adapter, reach?: Known) =>
    taking('braskit-plover', adapter, reach ? { reachAtMostMm: reach } : {});

  it('reaches as far as itself and what stands out beyond it: 42 + 68 = 110 mm', () => {
    const long = { ...step, addsLengthMm: mm(68) };
    expect(verdicts(asked(long, mm(82)), on(long, module)).reach).toBe('over');
    expect(verdicts(asked(step, mm(82)), on(step, module)).reach).toBe('clear');
    const { reachAtMostMm: _, ...form } = profile('braskit-plover').places[0]!.form as {
      reachAtMostMm?: Known;
    };
    const unknown = { ...asked(step), profile: { ...asked(step).profile } };
    unknown.profile.places = unknown.profile.places.map((place) => ({
      ...place,
      form: form as typeof place.form,
    }));
    expect(verdicts(unknown, on(step, module)).reach).toBe('unknown');
  });

  it('takes modules of its own keys, widths and lengths, and none where they are not known', () => {
    const held = (takes: Partial<Adapter['takes']>, formFactor = module.formFactor) => {
      const adapter = { ...step, takes: { ...step.takes, ...takes } };
      return verdicts(asked(adapter), on(adapter, { ...module, formFactor }));
    };
    expect(held({})).toMatchObject({
      'adapter-key': 'clear',
      'adapter-width': 'clear',
      'adapter-takes': 'clear',
    });
    expect(held({ keys: ['B'] })['adapter-key']).toBe('over');
    expect(held({ keys: ['B'] }, '2280-S2-B-M')['adapter-key']).toBe('clear');
    expect(held({}, '3080-S2-M')['adapter-width']).toBe('over');
    expect(held({ widthsMm: [22, 30] }, '3080-S2-M')['adapter-width']).toBe('clear');
    expect(held({ lengthsMm: [60] })['adapter-takes']).toBe('over');
    expect(held({ keys: null, widthsMm: null })).toMatchObject({
      'adapter-key': 'unknown',
      'adapter-width': 'unknown',
    });
  });

  it('leaves room under the drive, and hangs no lower than the socket allows', () => {
    // 0.6 of board under a drive that lies 0.9 higher: 0.3 for what hangs below it, and a double-sided one has up to 1.35.
    const double = { ...module, formFactor: '2280-D2-M' };
    expect(verdicts(asked(step), on(step, module))['adapter-between']).toBe('clear');
    expect(verdicts(asked(step), on(step, double))['adapter-between']).not.toBe('clear');
    const thick = { ...step, boardMm: mm(1.2) };
    expect(verdicts(asked(thick), on(thick, module))['adapter-between']).toBe('over');
    const deep = { ...step, belowMm: mm(8) };
    expect(verdicts(asked(deep), on(deep, module))['adapter-below']).toBe('over');
    const silent = { ...step, belowMm: missing('it', 'Measure it.') };
    expect(verdicts(asked(silent), on(silent, module))['adapter-below']).toBe('unknown');
  });
});

describe('lanes and generations', () => {
  const speed = (asked: Setting, build: Build) => fit(asked, build).speed.links.at(-1)!;
  const heron = setting('braskit-heron', { old: null });

  it('follow the keys: a module or an adapter with key B has two lanes, whatever its paper says', () => {
    const four = drive('pirrin-seam-1000');
    expect(speed(heron, bare(four)).name).toContain('×4');
    expect(speed(heron, bare({ ...four, formFactor: '2280-S2-B-M' })).name).toContain('×2');
    const narrow = { ...step, takes: { ...step.takes, keys: ['B' as const] } };
    expect(
      speed(taking('braskit-plover', narrow), on(narrow, { ...four, formFactor: '2280-S2-B-M' })).name,
    ).toContain('×2');
  });

  it('of SATA are its own where a place speaks both', () => {
    const plain = profile('braskit-heron');
    const both = (sataGeneration: 1 | 2 | 3 | null): Setting => ({
      ...heron,
      profile: {
        ...plain,
        places: plain.places.map((place) => ({ ...place, protocols: ['NVMe', 'SATA'], sataGeneration })),
      },
    });
    const sata = drive('tolvane-brack-1000');
    expect(speed(both(2), bare(sata)).name).toBe('SATA 3 Gb/s');
    expect(speed(both(3), bare(sata)).name).toBe('SATA 6 Gb/s');
    expect(fit(both(null), bare(sata)).margins.find(({ id }) => id === 'read-speed')?.verdict).toBe(
      'unknown',
    );
    expect(speed(both(null), bare(drive('pirrin-seam-1000'))).rate.known).toBe(true);
  });
});
