import fc from 'fast-check';
import {
  Drive,
  freeShownBytes,
  heightClasses,
  moduleLengthsMm,
  moduleWidthsMm,
  parseSizeCode,
  sectorsFromLabel,
} from '.';

const fault = (text: string) => {
  const result = parseSizeCode(text);
  return result.ok ? 'ok' : `${result.fault.sentence} ${result.fault.remedy}`;
};

describe('size code', () => {
  it('reads the specification’s own examples', () => {
    expect(parseSizeCode('2280-D2-B-M')).toMatchObject({
      ok: true,
      value: {
        widthMm: 22,
        lengthMm: 80,
        sides: 'double',
        keys: ['B', 'M'],
        top: { value: 1.35 },
        bottom: { value: 1.35 },
      },
    });
    expect(parseSizeCode(' 2242-s3-m ')).toMatchObject({
      ok: true,
      value: { lengthMm: 42, bottom: { value: 0, plus: 0 } },
    });
    expect(parseSizeCode('22110-D5-M')).toMatchObject({ ok: true, value: { lengthMm: 110 } });
  });

  it('knows heights as maxima only: their low side stays unknown', () => {
    const parsed = parseSizeCode('2280-S3-M');
    expect(parsed.ok && parsed.value.top).toMatchObject({ value: 1.5, minus: null, plus: 0 });
  });

  it.each([
    ['', 'empty'],
    ['M.2 2280', 'begin with width and length'],
    ['2380-S2-M', '23 is no module width'],
    ['2281-S2-M', '81 is no module length'],
    ['2280-M', '“M” is no height class'],
    ['2280', 'the height class is missing'],
    ['2280-constructor-M', 'no height class'],
    ['2280-S2', 'the key is missing'],
    ['2280-S2-Q', '“Q” is no storage key'],
    ['2280-S2-M-M', 'no storage key'],
    ['2280-S2-M-', 'no storage key'],
  ])('says precisely what is wrong with “%s”', (text, complaint) => expect(fault(text)).toContain(complaint));

  it('reads every code that can be written, and only those', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...moduleWidthsMm),
        fc.constantFrom(...moduleLengthsMm),
        fc.constantFrom(...Object.keys(heightClasses)),
        fc.constantFrom('M', 'B', 'B-M'),
        (width, length, height, key) => {
          const parsed = parseSizeCode(`${width}${length}-${height}-${key}`);
          return parsed.ok && parsed.value.widthMm === width && parsed.value.lengthMm === length;
        },
      ),
    );
    const shape = /^\s*\d{4,5}-[SD][1-5]-[BM](-[BM])?\s*$/iu;
    fc.assert(fc.property(fc.string(), (text) => !parseSizeCode(text).ok || shape.test(text)));
  });
});

describe('capacity', () => {
  it.each([
    // IDEMA LBA1-03: 97,696,368 + 1,953,504 × (GB − 50), by hand.
    [500, 512, 976_773_168],
    [512, 512, 1_000_215_216],
    [1000, 512, 1_953_525_168],
    [2000, 512, 3_907_029_168],
    // 12,212,046 + 244,188 × (GB − 50)
    [1000, 4096, 244_190_646],
    [2000, 4096, 488_378_646],
  ] as const)('a label of %i GB has %i-byte sectors: %i', (gb, sectorBytes, sectors) =>
    expect(sectorsFromLabel(gb, sectorBytes)).toEqual({ ok: true, value: sectors }),
  );

  it('refuses a capacity of zero, a fraction and what the rule does not cover', () => {
    const code = (gb: number) => {
      const result = sectorsFromLabel(gb, 512);
      return result.ok ? 'ok' : result.fault.code;
    };
    expect([0, -1, 1.5, NaN, 32, 16_000, 512].map(code)).toEqual([
      'capacity',
      'capacity',
      'capacity',
      'capacity',
      'capacity-range',
      'capacity-range',
      'ok',
    ]);
  });

  it('holds as many bytes in 4096-byte sectors as in 512-byte ones, to within one large sector', () => {
    fc.assert(
      fc.property(fc.integer({ min: 50, max: 8000 }), (gb) => {
        const small = sectorsFromLabel(gb, 512);
        const large = sectorsFromLabel(gb, 4096);
        return small.ok && large.ok && Math.abs(small.value * 512 - large.value * 4096) <= 4096;
      }),
    );
  });

  it('shows as free what the drive has less tables, system parts and the file system', () => {
    expect(freeShownBytes(1000 * 2 ** 20, 98 * 2 ** 20, 0)).toBe(900 * 2 ** 20);
    expect(freeShownBytes(10, 100)).toBe(0);
  });
});

describe('drive', () => {
  it('is refused with the sentence of its size code', () => {
    const parsed = Drive.safeParse({ schema: 'jicara.drive/2', formFactor: '2280-S9-M' });
    expect(parsed.error?.issues.map((issue) => issue.message).join()).toContain('“S9” is no height class');
  });
});
