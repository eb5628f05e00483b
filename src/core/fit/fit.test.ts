import fc from 'fast-check';
import { about, exact } from '../margin';
import { type Build, type Setting, bare, fit } from '.';
import { drive, marl, old, origin, pad, setting, sink } from './demo.test.data';

const ask = (build: Partial<Build> = {}, more: Partial<Setting> = {}) =>
  fit(setting('braskit-osprey', more), marl(build));
const margin = (build: Partial<Build>, id: string, more: Partial<Setting> = {}) =>
  ask(build, more).margins.find((m) => m.id === id)!;

describe('fit', () => {
  it('works the gap and squeeze out as one would by hand', () => {
    // Module 1.45 ± 0.03, board 0.80 ± 0.08, chips 1.20 ± 0.03 → 3.45 ± 0.14. Sink 5.20 ± 0.06 → gap 1.75 ± 0.20.
    expect(ask().layers?.gap).toMatchObject({
      value: expect.closeTo(1.75),
      minus: expect.closeTo(0.2),
      plus: expect.closeTo(0.2),
    });
    // Pad 2.50 ± 0.05: nominal 30 %; most 1 − 1.55/2.55 = 39.2 %; least 1 − 1.95/2.45 = 20.4 %.
    const { value, verdict } = margin({}, 'squeeze');
    expect(value).toMatchObject({
      value: expect.closeTo(30),
      plus: expect.closeTo(9.2, 1),
      minus: expect.closeTo(9.6, 1),
    });
    expect(verdict).toBe('clear');
    // Sink top 5.20 + 3.90 = 9.10 ± 0.11 under 9.80 ± 0.10.
    expect(margin({}, 'cover')).toMatchObject({
      verdict: 'clear',
      left: { value: expect.closeTo(0.7), minus: expect.closeTo(0.21) },
    });
    // 30 % takes 30 kPa; half of 22 × 80 mm is 880 mm²: 26.4 N.
    expect(margin({}, 'force').value).toMatchObject({ value: expect.closeTo(26.4, 1) });
    expect(ask().worst.verdict).toBe('clear');
  });

  it('refuses chips below the board, a wrong length, SATA, large sectors and names the remedy', () => {
    expect(margin({ drive: drive('kelvane-dusk-2000') }, 'sides')).toMatchObject({
      verdict: 'over',
      remedy: expect.stringContaining('single-sided'),
    });
    expect(margin({ drive: drive('nerrow-tarnell-2000') }, 'length')).toMatchObject({ verdict: 'over' });
    const sata = ask({ drive: drive('tolvane-brack-1000') });
    expect(sata.margins.filter((m) => m.verdict === 'over').map((m) => m.id)).toEqual(
      expect.arrayContaining(['protocol', 'sides']),
    );
    expect(sata.margins.find((m) => m.id === 'key')?.verdict).toBe('clear');
    expect(margin({ drive: drive('nerrow-slab-2000') }, 'sector')).toMatchObject({ verdict: 'over' });
  });

  it('does not say that a pad touches chips of which only the maximum is known', () => {
    const unmeasured = margin({ drive: drive('kelvane-vesper-2000') }, 'squeeze');
    expect(unmeasured).toMatchObject({
      verdict: 'unknown',
      remedy: expect.stringContaining('Measure the tallest chip'),
    });
    const measured = {
      ...drive('kelvane-vesper-2000'),
      measured: { chipTopMm: about(1.2, 0.03, 0.03, origin) },
    };
    expect(margin({ drive: measured }, 'squeeze').verdict).toBe('clear');
  });

  it('lets an impression with this very drive take the place of the dimensions', () => {
    const impression = { driveId: 'kelvane-vesper-2000', mm: about(1.8, 0.1, 0.1, origin), pointsMm: [] };
    const vesper = { drive: drive('kelvane-vesper-2000') };
    expect(margin(vesper, 'squeeze', { measures: { gap: impression } })).toMatchObject({
      verdict: 'clear',
      value: { value: expect.closeTo(28) },
    });
    // Another drive has other chips: its gap is not this one.
    expect(margin({}, 'squeeze', { measures: { gap: impression } }).value).toMatchObject({
      value: expect.closeTo(30),
    });
  });

  it('finds a pad too thick or too thin, lifting the sink or not touching, and says which would sit right', () => {
    const thick = { ...pad('lindrel-soft-300'), freeThicknessMm: about(6, 0.05, 0.05, origin) };
    expect(margin({ pads: [thick] }, 'squeeze')).toMatchObject({
      verdict: 'over',
      remedy: expect.stringMatching(/A pad of 2\.\d\d mm to 2\.\d\d mm/u),
    });
    // 6 mm pressed by 45 % is 3.30 mm in a gap of 1.75: the sink is lifted by 1.55 and stands over the cover.
    expect(margin({ pads: [thick] }, 'cover')).toMatchObject({
      verdict: 'over',
      remedy: expect.stringContaining('thinner pad'),
    });
    expect(margin({ pads: [pad('lindrel-soft-100')] }, 'squeeze').verdict).toBe('over');
    expect(margin({ pads: [] }, 'squeeze').verdict).toBe('unknown');
    // Two on each other do what one of their thickness does.
    const two = margin({ pads: [pad('lindrel-soft-100'), pad('lindrel-soft-150')] }, 'squeeze');
    expect(two.value).toMatchObject({ value: expect.closeTo(30) });
  });

  it('says that a newer generation gains nothing, and by how much the slot limits', () => {
    expect(margin({ drive: drive('pirrin-lode-5-2000') }, 'generation')).toMatchObject({
      verdict: 'clear',
      note: expect.stringContaining('gains nothing'),
    });
    // generation 4 ×4 at 256-byte payloads, see link.test
    expect(margin({ drive: drive('pirrin-lode-5-2000') }, 'read-speed').value).toMatchObject({
      value: expect.closeTo(7.2016e9, -6),
    });
    // Its peak draw of 12 W is what refuses it here.
    expect(margin({ drive: drive('pirrin-lode-5-2000') }, 'power').verdict).toBe('over');
  });

  it('holds capacity against the old drive, its data and the library; not stated is unknown', () => {
    const cask = { drive: drive('nerrow-cask-256') };
    expect(margin(cask, 'carry-over')).toMatchObject({
      verdict: 'over',
      remedy: expect.stringContaining('at least as large'),
    });
    expect(margin(cask, 'old-data', { old: { ...old, usedBytes: 300e9 } }).verdict).toBe('over');
    expect(margin({}, 'old-data', { old: { ...old, usedBytes: null } })).toMatchObject({
      verdict: 'unknown',
      missing: [{ what: 'how full the old drive is' }],
    });
    expect(margin({}, 'old-data', { old: { ...old, usedBytes: null, dataToKeep: false } }).verdict).toBe(
      'clear',
    );
    // 40 games of 60 GB are 2.4 TB: more than a 2 TB drive shows as free; 30 are not.
    const games = (count: number) => ({ library: { kind: 'count' as const, count, typicalBytes: 60e9 } });
    expect(margin({}, 'library', games(40)).verdict).toBe('over');
    expect(margin({}, 'library', games(30)).verdict).toBe('clear');
  });

  it('asks which board revision it is where revisions disagree, and not where they agree', () => {
    const wren = setting('braskit-wren');
    const skiff = bare(drive('tolvane-skiff-1000'));
    const cover = fit(wren, skiff).margins.find(({ id }) => id === 'cover')!;
    expect(cover).toMatchObject({
      verdict: 'unknown',
      missing: [{ howToGet: expect.stringContaining('putty') }],
    });
    expect(fit({ ...wren, revisionId: 'early' }, skiff).worst.verdict).toBe('clear');
    // Room below is 0.60 early and 0.50 late: a drive with 0.55 below fits one of them only.
    const below = { ...wren, measures: { coverMm: about(4.6, 0.1, 0.1, origin) } };
    expect(fit(below, skiff).worst.verdict).toBe('clear');
    const low = {
      ...below,
      profile: { ...below.profile, places: below.profile.places.map((place) => ({ ...place })) },
    };
    const double = { ...drive('tolvane-skiff-1000'), formFactor: '2230-D4-M' };
    expect(fit(low, bare(double)).margins.find(({ id }) => id === 'below')?.verdict).toBe('unknown');
  });

  it('judges a demanded sink: present, low enough, clear of contacts and screw', () => {
    const atrium = setting('quenlo-atrium', { systemVersion: '4.2.1' });
    const judge = (build: Build, id: string) => fit(atrium, build).margins.find((m) => m.id === id)!.verdict;
    const seam = bare(drive('pirrin-seam-2000'));
    expect(judge(seam, 'sink')).toBe('over');
    const cooled = { ...seam, sink: sink('orme-low-6'), pads: [pad('lindrel-soft-100')] };
    expect(fit(atrium, cooled).worst.verdict).toBe('clear');
    expect(judge({ ...cooled, sink: sink('orme-over') }, 'contacts')).toBe('over');
    expect(judge(bare(drive('nerrow-spire-2000')), 'above-board')).toBe('over');
    expect(judge(bare(drive('ostrel-marl-fin-2000')), 'total')).toBe('clear');
    expect(fit({ ...atrium, systemVersion: '4.1.9' }, cooled).worst).toMatchObject({
      id: 'system-version',
      verdict: 'over',
    });
    expect(fit({ ...atrium, systemVersion: null }, cooled).worst).toMatchObject({
      id: 'system-version',
      verdict: 'unknown',
    });
  });

  it('holds list, duty and bay height: what the data sheet alone would let through', () => {
    const vault = fit(setting('quenlo-vault'), bare(drive('nerrow-mote-512')));
    expect(vault.margins.find(({ id }) => id === 'accepted-list')).toMatchObject({ verdict: 'over' });
    const skein = (id: string) => fit(setting('vellamar-skein'), bare(drive(id)));
    expect(skein('harlo-barge-2000').margins.find(({ id }) => id === 'duty')?.verdict).toBe('over');
    expect(skein('sarrow-cairn-4000').margins.find(({ id }) => id === 'duty')?.verdict).toBe('unknown');
    expect(skein('harlo-vigil-8000').worst).toMatchObject({ id: 'bay-height', verdict: 'tight' });
    // 165 TB at 150 GB a day: 165000 / (150 × 365.25) = 3.0 years of the 5 that are wanted.
    expect(skein('harlo-barge-2000').margins.find(({ id }) => id === 'endurance')?.value).toMatchObject({
      value: expect.closeTo(3.01, 2),
    });
  });

  it('never clears a cover more by a taller chip or a thicker sink', () => {
    const heron = setting('braskit-heron', { workload: null });
    const left = (chipMm: number, baseMm: number) => {
      const d = { ...drive('ostrel-marl-2000'), chipTopMm: exact(chipMm, origin) };
      const s = { ...sink('orme-foil'), baseMm: exact(baseMm, origin) };
      const answer = fit(heron, { ...bare(d), sink: s, pads: [pad('lindrel-soft-050')] });
      return answer.margins.find((m) => m.id === 'cover')!.left!.value;
    };
    const mm = fc.double({ min: 0.1, max: 3, noNaN: true });
    const more = fc.double({ min: 0, max: 2, noNaN: true });
    fc.assert(fc.property(mm, more, (a, by) => left(a + by, 1) <= left(a, 1) + 1e-9));
    fc.assert(fc.property(mm, more, (a, by) => left(1, a + by) <= left(1, a) + 1e-9));
  });
});
