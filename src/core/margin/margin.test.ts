import fc from 'fast-check';
import {
  type Estimate,
  type Known,
  type Margin,
  type Verdict,
  about,
  atLeast,
  atMost,
  atMostKnown,
  compareMargins,
  compareVersions,
  difference,
  exact,
  isKept,
  missing,
  named,
  oneOf,
  sum,
  versionAtLeast,
  within,
  worstMargin,
} from '.';

const origin = { kind: 'measured', note: 'test' } as const;
const words = { id: 'height', what: 'Height', unit: 'mm', remedy: 'take a lower one' } as const;
const number = fc.double({ min: 0.1, max: 1e4, noNaN: true });
const spread = fc.double({ min: 0, max: 1e3, noNaN: true });
const estimate = fc.tuple(number, spread, spread).map(([v, m, p]) => about(v, m, p, origin));
const gone = missing('cover height', 'measure it');

/** The three numeric judgements with arbitrary limits, as functions of the value. */
const judge = fc.oneof(
  estimate.map((limit) => (value: Estimate) => atMost(words, value, limit)),
  estimate.map((limit) => (value: Estimate) => atLeast(words, value, limit)),
  fc.tuple(estimate, estimate).map(
    ([a, b]) =>
      (value: Estimate) =>
        within(words, value, a, b),
  ),
);

describe('margin', () => {
  it('is clear, tight or over by the whole uncertainty', () => {
    const verdict = (value: number, spreadMm: number) =>
      atMost(words, about(value, spreadMm, spreadMm, origin), exact(9.8, origin)).verdict;
    expect([verdict(9.1, 0.2), verdict(9.7, 0.2), verdict(10.1, 0.2)]).toEqual(['clear', 'tight', 'over']);
  });

  it('keeps exactly the limit, though decimal millimetres round', () => {
    // 0.1 + 0.2 is 0.30000000000000004 in floating point.
    const value = sum([exact(0.1, origin), exact(0.2, origin)], 'stack');
    expect(atMost(words, value, exact(0.3, origin)).verdict).toBe('clear');
    expect(atLeast(words, exact(4, origin), exact(4, origin)).verdict).toBe('clear');
  });

  it('says use, what is left and the remedy', () => {
    const margin = atMost(words, about(9.1, 0.21, 0.21, origin), exact(9.8, origin));
    expect(margin.use).toBeCloseTo(9.1 / 9.8);
    expect(margin.left?.value).toBeCloseTo(0.7);
    expect(margin.left?.minus).toBeCloseTo(0.21);
    expect(margin.remedy).toBeNull();
    expect(atMost(words, exact(10, origin), exact(9.8, origin)).remedy).toBe('take a lower one');
    expect(atLeast(words, exact(6950, origin), exact(4800, origin)).use).toBeCloseTo(4800 / 6950);
    const window = within(words, exact(12, origin), exact(10, origin), exact(35, origin));
    expect(window.use).toBeCloseTo(10 / 12);
    expect(window.left?.value).toBeCloseTo(2);
  });

  it('has no use where a value or limit is not positive, and shows slack alone', () => {
    const margin = atMost(words, exact(0, origin), exact(1.35, origin));
    expect(margin).toMatchObject({ verdict: 'clear', use: null, left: { value: 1.35 } });
  });

  it('judges the side that is known, and says unknown where the other side decides', () => {
    const upToHeight = atMostKnown(1.5, origin);
    expect(atMost(words, upToHeight, exact(2, origin)).verdict).toBe('clear');
    expect(atLeast(words, upToHeight, exact(1, origin)).verdict).toBe('unknown');
    expect(atLeast(words, upToHeight, exact(2, origin)).verdict).toBe('over');
    expect(atLeast(words, upToHeight, exact(1, origin)).missing).toHaveLength(1);
  });

  it('accepts one of the names and refuses any other', () => {
    expect(oneOf(words, named('M', origin), ['M'], origin)).toMatchObject({ verdict: 'clear', use: 0 });
    expect(oneOf(words, named('B', origin), ['M'], origin).verdict).toBe('over');
    expect(oneOf(words, gone, ['M'], origin)).toMatchObject({ verdict: 'unknown', missing: [gone] });
  });

  it('gives unknown out where unknown goes in, with the number named', () => {
    fc.assert(
      fc.property(judge, (judged) => {
        const margin = judged(gone);
        return margin.verdict === 'unknown' && margin.missing[0]?.what === 'cover height';
      }),
    );
    expect(atMost(words, exact(1, origin), gone).verdict).toBe('unknown');
    expect(sum([exact(1, origin), gone], 'stack')).toBe(gone);
  });

  it('moves clear and over only towards tight as the uncertainty grows', () => {
    fc.assert(
      fc.property(judge, estimate, spread, spread, (judged, value: Known, moreMinus, morePlus) => {
        const before = judged(value).verdict;
        const wider = about(value.value, value.minus! + moreMinus, value.plus! + morePlus, origin);
        const after = judged(wider).verdict;
        const allowed: Record<Verdict, Verdict[]> = {
          clear: ['clear', 'tight'],
          over: ['over', 'tight'],
          tight: ['tight'],
          unknown: [],
        };
        return allowed[before].includes(after);
      }),
    );
  });

  it('orders from worst: over, unknown, tight, clear, then by use', () => {
    const of = (verdict: Verdict, use: number | null) =>
      ({ ...atMost(words, gone, gone), verdict, use }) as Margin;
    const sorted = [
      of('clear', 0.9),
      of('tight', 0.5),
      of('unknown', null),
      of('over', 1.1),
      of('tight', 0.99),
    ];
    expect(sorted.sort(compareMargins).map((m) => [m.verdict, m.use])).toEqual([
      ['over', 1.1],
      ['unknown', null],
      ['tight', 0.99],
      ['tight', 0.5],
      ['clear', 0.9],
    ]);
    fc.assert(
      fc.property(fc.array(fc.tuple(judge, estimate), { minLength: 1 }), (pairs) => {
        const margins = pairs.map(([judged, value]) => judged(value));
        return worstMargin(margins) === [...margins].sort(compareMargins)[0];
      }),
    );
    expect(worstMargin([])).toBeNull();
    // The wrong protocol is named before a speed that is only too low.
    const speed = atLeast(words, exact(560, origin), exact(2400, origin));
    const protocol = oneOf(words, named('SATA', origin), ['NVMe'], origin);
    expect(worstMargin([speed, protocol])).toBe(protocol);
    expect([isKept(speed), isKept(of('unknown', null)), isKept(of('tight', 1))]).toEqual([
      false,
      false,
      true,
    ]);
  });

  it('combines worst case as the sum of extremes and root sum of squares in quadrature', () => {
    const a = about(5.2, 0.15, 0.15, origin);
    const b = about(3.45, 0.08, 0.12, origin);
    // 5.20 − 3.45: minus = 0.15 + 0.12, plus = 0.15 + 0.08; in quadrature √(0.15² + 0.12²).
    expect(difference(a, b, 'gap')).toMatchObject({
      value: expect.closeTo(1.75),
      minus: expect.closeTo(0.27),
    });
    expect(difference(a, b, 'gap', 'root-sum-square')).toMatchObject({
      minus: expect.closeTo(Math.hypot(0.15, 0.12)),
    });
    fc.assert(
      fc.property(fc.array(estimate, { minLength: 1 }), (terms) => {
        const worst = sum(terms, 'w') as Known;
        const root = sum(terms, 'r', 'root-sum-square') as Known;
        return root.minus! <= worst.minus! + 1e-9 && root.plus! <= worst.plus! + 1e-9;
      }),
    );
  });
});

describe('versions', () => {
  const judge = (shown: string | null) =>
    versionAtLeast(words, shown === null ? gone : named(shown, origin), '4.2.0', origin).verdict;

  it('are compared by their numbers from the left, missing ones as zero', () => {
    expect(['4.2', '4.2.0', '4.10', '5', '4.1.99', '4'].map(judge)).toEqual([
      'clear',
      'clear',
      'clear',
      'clear',
      'over',
      'over',
    ]);
    expect(judge(null)).toBe('unknown');
  });

  it('that do not read as one are unknown, with what to type', () => {
    expect(versionAtLeast(words, named('latest', origin), '4.2', origin)).toMatchObject({
      verdict: 'unknown',
      missing: [{ howToGet: expect.stringContaining('4.2.1') }],
    });
    expect(compareVersions('4.2', 'v4')).toBeNull();
  });

  it('are ordered without contradiction', () => {
    const version = fc
      .array(fc.integer({ min: 0, max: 40 }), { minLength: 1, maxLength: 4 })
      .map((n) => n.join('.'));
    fc.assert(
      fc.property(version, version, version, (a, b, c) => {
        const [ab, ba, bc, ac] = [
          compareVersions(a, b)!,
          compareVersions(b, a)!,
          compareVersions(b, c)!,
          compareVersions(a, c)!,
        ];
        return Math.sign(ab) === -Math.sign(ba) && !(ab <= 0 && bc <= 0 && ac > 0);
      }),
    );
  });
});

describe('what is counted from elsewhere than zero', () => {
  it('fills its limit by its rise: 63 °C of 75 over a room of 24 is 39 of 51', () => {
    const margin = atMost({ ...words, unit: '°C', zero: 24 }, exact(63, origin), exact(75, origin));
    expect(margin.use).toBeCloseTo(39 / 51);
    expect(margin.zero).toBe(24);
    expect(margin.left?.value).toBe(12);
  });

  it('works a remedy out only where it is needed', () => {
    const remedy = jest.fn(() => 'take another');
    expect(atMost({ ...words, remedy }, exact(1, origin), exact(2, origin)).remedy).toBeNull();
    expect(remedy).not.toHaveBeenCalled();
    expect(atMost({ ...words, remedy }, exact(3, origin), exact(2, origin)).remedy).toBe('take another');
  });
});
