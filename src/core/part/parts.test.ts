import fc from 'fast-check';
import { adapters, cases, drive, drives, pad, pads, sink, sinks } from '../fit/demo.test.data';
import { about } from '../margin';
import {
  Drive,
  Heatsink,
  Pad,
  Part,
  caseHeight,
  chipTop,
  kindOf,
  parseFormFactor,
  readRate,
  shelfOf,
  sustainedWriteRate,
} from '.';

const origin = { kind: 'measured', note: 'test', at: '2026-11-25' } as const;
const faults = (
  schema: { safeParse: (data: unknown) => { error?: { issues: { message: string }[] } } },
  data: unknown,
) =>
  schema
    .safeParse(data)
    .error?.issues.map(({ message }) => message)
    .join(' ') ?? '';

describe('form factor', () => {
  it('is a size code or one of the usual names, whatever case is typed', () => {
    expect(parseFormFactor('2280-s3-m')).toMatchObject({
      ok: true,
      value: { kind: 'module', code: '2280-S3-M', lengthMm: 80 },
    });
    expect(parseFormFactor(' 3.5-INCH ')).toMatchObject({ ok: true, value: { kind: '3.5-inch' } });
    expect(parseFormFactor('emmc')).toMatchObject({ ok: true, value: { kind: 'eMMC' } });
  });

  it.each(['', 'M.2', '3.5 inch', '5.25-inch', 'sd'])(
    'refuses “%s” and says what may stand there',
    (text) => {
      const result = parseFormFactor(text);
      expect(result.ok ? '' : result.fault.remedy).toMatch(/2280-S3-M|3\.5-inch/u);
    },
  );

  it('never throws', () => {
    fc.assert(fc.property(fc.string(), (text) => typeof parseFormFactor(text).ok === 'boolean'));
  });
});

describe('impossible figures', () => {
  it.each([
    [{ readBytesPerS: 7e12 }, 'check the unit'],
    [{ sustainedWriteBytesPerS: 9e9 }, 'above the burst rate'],
    [{ formFactor: '3.5-inch' }, 'modules with a size code'],
    [{ protocol: 'PATA' }, 'A module speaks NVMe or SATA'],
    [{ warningC: about(95, 1, 1, origin) }, 'above the critical one'],
    [{ heightMm: about(200, 1, 1, origin) }, 'not higher than 60 mm'],
    [{ labelGB: 0 }, ''],
    [{ labelGB: 1.5 }, ''],
  ])('of a drive, %j, are refused', (more, why) => {
    const said = faults(Drive, { ...drive('ostrel-marl-2000'), ...more });
    expect(said).not.toBe('');
    expect(said).toContain(why);
  });

  it.each([
    [{ squeezePercent: { from: 40, to: 10 } }, 'ends before it begins'],
    [{ freeThicknessMm: about(0, 0, 0, origin) }, 'thicker than 0'],
    [
      {
        pressureCurve: [
          { squeezePercent: 0, pressureKPa: 0 },
          { squeezePercent: 20, pressureKPa: 10 },
        ],
      },
      'upper end of the squeeze window',
    ],
    [
      {
        pressureCurve: [
          { squeezePercent: 0, pressureKPa: 5 },
          { squeezePercent: 60, pressureKPa: 10 },
        ],
      },
      'begins at 0 %',
    ],
    [
      {
        pressureCurve: [
          { squeezePercent: 0, pressureKPa: 0 },
          { squeezePercent: 60, pressureKPa: 0 },
        ],
      },
      'rises at every point',
    ],
  ])('of a pad, %j, are refused', (more, why) =>
    expect(faults(Pad, { ...pad('lindrel-soft-200'), ...more })).toContain(why),
  );

  it('of a heatsink are refused', () => {
    expect(faults(Heatsink, { ...sink('orme-low-6'), massG: about(0, 0, 0, origin) })).toContain(
      'zero or less',
    );
    expect(faults(Heatsink, { ...sink('orme-low-6'), finsMm: about(70, 1, 1, origin) })).toContain(
      'not higher than 60 mm',
    );
  });
});

describe('a measure on a drive in hand', () => {
  it('takes the place of the paper’s figure, and both stay', () => {
    const measured = {
      ...drive('pirrin-seam-2000'),
      measured: {
        chipTopMm: about(0.9, 0.02, 0.02, origin),
        readBytesPerS: about(6.4e9, 1e8, 1e8, origin),
        sustainedWriteBytesPerS: about(8e8, 1e7, 1e7, origin),
      },
    };
    expect(chipTop(measured)).toMatchObject({ value: 0.9, origin: { at: '2026-11-25' } });
    expect([readRate(measured), sustainedWriteRate(measured)]).toMatchObject([
      { value: 6.4e9 },
      { value: 8e8 },
    ]);
    expect([measured.chipTopMm?.value, measured.readBytesPerS]).toEqual([0.82, 7e9]);
    expect(readRate(drive('pirrin-seam-2000'))).toMatchObject({
      value: 7e9,
      origin: { note: expect.stringContaining('data sheet') },
    });
    expect(
      caseHeight({ ...drive('sarrow-mite-240'), measured: { heightMm: about(8, 0.1, 0.1, origin) } }),
    ).toMatchObject({ value: 8 });
    expect(caseHeight(drive('sarrow-mite-240'))).toMatchObject({
      known: false,
      howToGet: expect.stringContaining('caliper'),
    });
  });
});

describe('the shipped parts', () => {
  const all = [...drives, ...sinks, ...pads, ...adapters, ...cases];

  it('are of all kinds, each told by its schema, and parse as what they are', () => {
    expect([...new Set(all.map(kindOf))].sort()).toEqual(['adapter', 'case', 'drive', 'heatsink', 'pad']);
    for (const part of all) expect(Part.parse(JSON.parse(JSON.stringify(part)))).toEqual(part);
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    expect(shelfOf(all)['lindrel-soft-150']).toBe(4);
  });

  it('cover every protocol and form factor', () => {
    expect(new Set(drives.map(({ protocol }) => protocol))).toEqual(
      new Set(['NVMe', 'SATA', 'PATA', 'eMMC', 'UHS-I']),
    );
    const kinds = drives.map(({ formFactor }) => (/^\d{4,5}-/u.test(formFactor) ? 'module' : formFactor));
    expect(new Set(kinds)).toEqual(new Set(['module', '2.5-inch', '3.5-inch', '1.8-inch', 'card']));
  });
});
