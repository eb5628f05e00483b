import fc from 'fast-check';
import osprey from '../../../demo/devices/braskit-osprey.json';
import heron from '../../../demo/devices/braskit-heron.json';
import wren from '../../../demo/devices/braskit-wren.json';
import driveData from '../../../demo/parts/drives.json';
import padData from '../../../demo/parts/pads.json';
import { DeviceProfile, Measures } from '../device';
import { type Known, about, exact, missing } from '../margin';
import { Drive, Pad } from '../part';
import { type FitQuestion, bestPad, fit, padSqueeze, padThicknessWanted, rankDrives, sinkLift } from '.';

const profile = DeviceProfile.parse(osprey);
const drives = driveData.map((data) => Drive.parse(data));
const pads = padData.map((data) => Pad.parse(data));
const drive = (id: string) => drives.find((d) => d.id === id)!;
const pad = (id: string) => pads.find((p) => p.id === id)!;
const origin = { kind: 'measured', note: 'test' } as const;
const old = { labelGB: 512, usedBytes: 400e6, dataToKeep: true };

const ask = (more: Partial<FitQuestion> = {}) =>
  fit({
    profile,
    measures: {},
    drive: drive('ostrel-marl-2000'),
    pad: pad('lindrel-soft-250'),
    old,
    ...more,
  });
const margin = (more: Partial<FitQuestion>, id: string) => ask(more).margins.find((m) => m.id === id)!;

describe('fit', () => {
  it('works the gap and squeeze out as one would by hand', () => {
    // Module 1.45 ± 0.03, board 0.80 ± 0.08, chips 1.20 ± 0.03 → 3.45 ± 0.14. Sink 5.20 ± 0.06 → gap 1.75 ± 0.20.
    expect(ask().stack.gap).toMatchObject({
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
      expect.arrayContaining(['protocol', 'sides', 'read-speed']),
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
    const measured = { ...drive('kelvane-vesper-2000'), chipTopMm: about(1.2, 0.03, 0.03, origin) };
    expect(margin({ drive: measured }, 'squeeze').verdict).toBe('clear');
  });

  it('finds a pad too thick or too thin, lifting the sink or not touching, and says which would sit right', () => {
    const thick = { ...pad('lindrel-soft-300'), freeThicknessMm: about(6, 0.05, 0.05, origin) };
    expect(margin({ pad: thick }, 'squeeze')).toMatchObject({
      verdict: 'over',
      remedy: expect.stringMatching(/A pad of 2\.\d\d mm to 2\.\d\d mm/u),
    });
    // 6 mm pressed by 45 % is 3.30 mm in a gap of 1.75: the sink is lifted by 1.55 and stands over the cover.
    expect(sinkLift(thick, about(1.75, 0, 0, origin))).toMatchObject({ value: expect.closeTo(1.55) });
    expect(margin({ pad: thick }, 'cover')).toMatchObject({
      verdict: 'over',
      remedy: expect.stringContaining('thinner pad'),
    });
    expect(margin({ pad: pad('lindrel-soft-100') }, 'squeeze').verdict).toBe('over');
    expect(margin({ pad: null }, 'squeeze').verdict).toBe('unknown');
    const wanted = padThicknessWanted(about(1.75, 0.2, 0.2, origin), { from: 8, to: 45 });
    expect(wanted?.from).toBeCloseTo(1.95 / 0.92);
    expect(wanted?.to).toBeCloseTo(1.55 / 0.55);
  });

  it('answers anew when a measure on the device changes', () => {
    const lower: Measures = { sinkUndersideMm: about(4.6, 0.05, 0.05, origin) };
    expect(margin({ measures: lower }, 'squeeze').verdict).not.toBe('clear');
    expect(
      bestPad({ profile, measures: lower, drive: drive('ostrel-marl-2000'), old }, pads).pad?.id,
    ).not.toBe('lindrel-soft-250');
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
  });

  it('holds capacity against the old drive and its data; not stated is unknown', () => {
    expect(margin({ drive: drive('nerrow-cask-256') }, 'carry-over')).toMatchObject({
      verdict: 'over',
      remedy: expect.stringContaining('at least as large'),
    });
    expect(
      margin({ old: { ...old, usedBytes: 300e9 }, drive: drive('nerrow-cask-256') }, 'old-data').verdict,
    ).toBe('over');
    expect(margin({ old: { ...old, usedBytes: null } }, 'old-data')).toMatchObject({
      verdict: 'unknown',
      missing: [{ what: 'how full the old drive is' }],
    });
    expect(margin({ old: { ...old, usedBytes: null, dataToKeep: false } }, 'old-data').verdict).toBe('clear');
  });

  it('is unknown, with how to measure it, for a profile without a cover height', () => {
    const answer = fit({
      profile: DeviceProfile.parse(wren),
      measures: {},
      drive: drive('tolvane-skiff-1000'),
      pad: null,
      old,
    });
    expect(answer.worst).toMatchObject({
      id: 'cover',
      verdict: 'unknown',
      missing: [{ howToGet: expect.stringContaining('putty') }],
    });
    const measured = { coverMm: about(3.9, 0.1, 0.1, origin) };
    expect(
      fit({
        profile: DeviceProfile.parse(wren),
        measures: measured,
        drive: drive('tolvane-skiff-1000'),
        pad: null,
        old,
      }).worst.verdict,
    ).toBe('clear');
  });

  it('lets the class maximum prove that nothing hits the cover where there is no sink', () => {
    const answer = fit({
      profile: DeviceProfile.parse(heron),
      measures: {},
      drive: drive('kelvane-dusk-2000'),
      pad: null,
      old,
    });
    // 1.70 + 0.80 + 1.35 = 3.85, worst 3.98 under 4.60 − 0.15.
    expect(answer.margins.find((m) => m.id === 'cover')).toMatchObject({ verdict: 'clear' });
    expect(answer.worst.verdict).toBe('clear');
  });

  it('never calls a fit better because the chips grew taller under the cover', () => {
    const heronProfile = DeviceProfile.parse(heron);
    const left = (chip: number) => {
      const d = { ...drive('ostrel-marl-2000'), chipTopMm: exact(chip, origin) };
      return fit({ profile: heronProfile, measures: {}, drive: d, pad: null, old }).margins.find(
        (m) => m.id === 'cover',
      )!.left!.value;
    };
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (a, more) => left(a + more) <= left(a) + 1e-9,
      ),
    );
  });

  it('squeezes between the corners of the tolerances: a brute-force search finds nothing outside', () => {
    const positive = fc.double({ min: 0.3, max: 4, noNaN: true });
    const spread = fc.double({ min: 0, max: 0.2, noNaN: true });
    fc.assert(
      fc.property(
        positive,
        spread,
        positive,
        spread,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (free, freeTol, gap, gapTol, u, v) => {
          const p = { ...pads[0]!, freeThicknessMm: about(free, freeTol, freeTol, origin) };
          const squeeze = padSqueeze(p, about(gap, gapTol, gapTol, origin)) as Known;
          const one = (1 - (gap - gapTol + 2 * gapTol * u) / (free - freeTol + 2 * freeTol * v)) * 100;
          return one >= squeeze.value - squeeze.minus! - 1e-6 && one <= squeeze.value + squeeze.plus! + 1e-6;
        },
      ),
    );
    expect(padSqueeze(pads[0]!, missing('gap', 'measure it')).known).toBe(false);
  });

  it('ranks the best verdict first, then the price per usable gigabyte', () => {
    const ranked = rankDrives({ profile, measures: {}, old }, drives, pads, 'EUR');
    expect(ranked[0]).toMatchObject({ answer: { worst: { verdict: 'clear' } } });
    const order = ['clear', 'tight', 'unknown', 'over'];
    const places = ranked.map((c) => order.indexOf(c.answer.worst.verdict));
    expect(places).toEqual([...places].sort());
    expect(new Set(places).size).toBeGreaterThan(2);
    const clear = ranked.filter((c) => c.answer.worst.verdict === 'clear').map((c) => c.minorPerUsableGB!);
    expect(clear).toEqual([...clear].sort((a, b) => a - b));
  });

  it('compares prices in the workshop’s currency alone', () => {
    const best = rankDrives({ profile, measures: {}, old }, drives, pads, 'EUR')[0]!;
    const elsewhere = drives.map((drive) =>
      drive.id === best.drive.id ? { ...drive, price: { minor: 1, currency: 'USD' } } : drive,
    );
    const ranked = rankDrives({ profile, measures: {}, old }, elsewhere, pads, 'EUR');
    const place = ranked.findIndex(({ drive }) => drive.id === best.drive.id);
    expect(ranked[place]).toMatchObject({ minorPerUsableGB: null, answer: { worst: { verdict: 'clear' } } });
    expect(ranked[place + 1]?.answer.worst.verdict).not.toBe('clear');
  });
});
