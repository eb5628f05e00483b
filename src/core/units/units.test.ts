import fc from 'fast-check';
import { type Estimate, about, atLeast, atMost, exact, missing, named, oneOf, within } from '../margin';
import {
  parseBytes,
  parseDecimal,
  parseDurationS,
  parseLengthMm,
  parseMoney,
  parseRate,
  parseShownSize,
  showBytes,
  showDuration,
  showEstimate,
  showLeft,
  showLengthMm,
  showLimit,
  showMoney,
  showPerGB,
  showRate,
  totals,
} from '.';
import type { Result } from '../result';

const value = <T>(result: Result<T>) => (result.ok ? result.value : result.fault.code);
const origin = { kind: 'measured', note: 'test' } as const;

describe('what people type', () => {
  it.each([
    ['2 TB', 2e12],
    ['512GB', 512e9],
    ['1,81 TiB', Math.round(1.81 * 2 ** 40)],
    ['1.5 gib', 1.5 * 2 ** 30],
    ['2 000 GB', 2e12],
    ['512', 'unit-missing'],
    ['2 T', 'unit-missing'],
    ['-2 TB', 'unit-missing'],
    ['1,234 GB', 'ambiguous-number'],
    ['9999999 TB', 'too-large'],
    ['TB', 'not-a-number'],
  ])('reads the size %s', (text, expected) => expect(value(parseBytes(text))).toBe(expected));

  it.each([
    ['4.5 mm', 4.5],
    ['4,5', 4.5],
    ['0.45 cm', 4.5],
    ['1.8 in', 1.8 * 25.4],
    ['4.5 miles', 'unit-unknown'],
    ['', 'not-a-number'],
  ])('reads the length %s', (text, expected) => expect(value(parseLengthMm(text))).toBe(expected));

  it.each([
    ['1h20', 4800],
    ['1 h 20 min', 4800],
    ['1:20', 4800],
    ['12 min', 720],
    ['90 s', 90],
    ['2h', 7200],
    ['20', 'not-a-duration'],
    ['soon', 'not-a-duration'],
  ])('reads the time %s', (text, expected) => expect(value(parseDurationS(text))).toBe(expected));

  it.each([
    ['6 950 MB/s', 6_950_000_000],
    ['10 Gbit/s', 1_250_000_000],
    ['800 Mbit/s', 100_000_000],
    ['800', 'unit-missing'],
    ['800 Mb', 'unit-missing'],
  ])('reads the rate %s', (text, expected) => expect(value(parseRate(text))).toBe(expected));

  it('reads money into minor units and refuses what the currency cannot hold', () => {
    expect(value(parseMoney('168,50', 'EUR'))).toEqual({ minor: 16850, currency: 'EUR' });
    expect(value(parseMoney('1200', 'JPY'))).toEqual({ minor: 1200, currency: 'JPY' });
    expect(value(parseMoney('1.5', 'JPY'))).toBe('too-precise');
    expect(value(parseMoney('free', 'EUR'))).toBe('not-a-number');
    const euro = (minor: number) => ({ minor, currency: 'EUR' });
    expect(totals([euro(10), { minor: 5, currency: 'JPY' }, euro(20)])).toEqual([
      euro(30),
      { minor: 5, currency: 'JPY' },
    ]);
  });

  it.each([
    ['1.82 TB', 'binary-called-decimal', 1.82 * 2 ** 40, 0.005 * 2 ** 40],
    ['1,82 TiB', 'binary', 1.82 * 2 ** 40, 0.005 * 2 ** 40],
    ['931 GB', 'decimal', 931e9, 0.5e9],
  ] as const)(
    'reads %s as a device that shows %s means it, to half its last digit',
    (text, habit, bytes, spread) => {
      expect(parseShownSize(text, habit)).toEqual({
        ok: true,
        value: { value: Math.round(bytes), spread: expect.closeTo(spread, -3) },
      });
      expect(value(parseShownSize('0 GB', habit))).toBe('no-size');
      expect(value(parseShownSize('931', habit))).toBe('unit-missing');
    },
  );

  it('never throws, whatever is typed, and keeps its complaint short', () => {
    for (const parse of [parseBytes, parseLengthMm, parseDurationS, parseRate, parseDecimal]) {
      fc.assert(
        fc.property(fc.string({ maxLength: 200 }), (text) => {
          const result = parse(text);
          return result.ok
            ? result.value >= 0
            : result.fault.sentence.length < 140 && result.fault.remedy !== '';
        }),
      );
    }
  });

  it('reads back every size that it shows, within what was rounded away', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1000, max: 8e12 }),
        fc.constantFrom('decimal', 'binary'),
        (bytes, habit) => {
          const again = value(parseBytes(showBytes(bytes, { habit, digits: 4 }).replaceAll(',', '')));
          return typeof again === 'number' && Math.abs(again - bytes) / bytes < 1e-3;
        },
      ),
    );
  });
});

describe('what is shown', () => {
  it('shows sizes by habit and locale', () => {
    expect(showBytes(2_000_398_934_016)).toBe('2 TB');
    expect(showBytes(2_000_398_934_016, { habit: 'binary' })).toBe('1.82 TiB');
    expect(showBytes(2_000_398_934_016, { habit: 'binary-called-decimal', locale: 'de-DE' })).toBe('1,82 TB');
    expect(showBytes(512)).toBe('512 B');
  });

  it('shows lengths, rates, times and money', () => {
    expect(showLengthMm(4.5)).toBe('4.50 mm');
    expect(showRate(6_950_000_000)).toBe('6,950 MB/s');
    expect(showRate(38_500_000)).toBe('38.5 MB/s');
    expect([5, 90, 720, 4800, 7200].map(showDuration)).toEqual([
      '5 s',
      '1 min 30 s',
      '12 min',
      '1 h 20 min',
      '2 h',
    ]);
    expect(showMoney({ minor: 16850, currency: 'EUR' }).replace(/\s/gu, ' ')).toBe('EUR 168.50');
    expect(showPerGB(8.0331, 'EUR')).toBe('0.080');
    expect(showPerGB(8.0331, 'JPY')).toBe('8.0');
  });

  it('shows a margin’s value, limit and rest', () => {
    const words = { id: 'h', what: 'Height', unit: 'mm' } as const;
    const margin = atMost(words, about(9.1, 0.21, 0.21, origin), exact(9.8, origin));
    expect(showEstimate(margin.value, 'mm')).toBe('9.10 ±0.21 mm');
    expect(showLimit(margin.limit, 'mm')).toBe('at most 9.80 mm');
    expect(showLeft(margin)).toBe('+0.70 mm');
    expect(showLimit(atMost(words, exact(1, origin), missing('x', 'y')).limit, 'mm')).toBe(
      'a limit not known',
    );
    const between = (from: Estimate, to: Estimate) =>
      showLimit(within(words, exact(1, origin), from, to).limit, 'mm');
    const [two, gone] = [exact(2, origin), missing('x', 'y')];
    expect([
      between(two, exact(3, origin)),
      between(two, gone),
      between(gone, two),
      between(gone, gone),
    ]).toEqual([
      '2.00 mm to 3.00 mm',
      '2.00 mm to a limit not known',
      'a limit not known to 2.00 mm',
      'a limit not known',
    ]);
    expect(showLimit(oneOf(words, named('M', origin), [], origin).limit, 'none')).toBe('a limit not known');
    expect(showLeft(atLeast(words, exact(1, origin), exact(2, origin)))).toBe('−1.00 mm');
    expect(showLeft(atMost(words, missing('x', 'y'), exact(2, origin)))).toBe('?');
    expect(showEstimate(about(12, 9, 10, origin), '%')).toBe('12 % (3 to 22)');
    expect(showEstimate(about(1.35, null, 0, origin), 'mm')).toBe('1.35 mm at most');
    expect(showEstimate(named('M', origin), 'none')).toBe('M');
  });
});
