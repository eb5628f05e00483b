import {
  Estimate,
  Known,
  Limit,
  Margin,
  MarginUnit,
  Missing,
  Named,
  Origin,
  Verdict,
  about,
  addKnown,
  atLeast,
  atMost,
  atMostKnown,
  compareMargins,
  compareVerdicts,
  compareVersions,
  difference,
  exact,
  highest,
  isKept,
  lowest,
  missing,
  named,
  negate,
  oneOf,
  sum,
  verdicts,
  versionAtLeast,
  within,
  worstMargin,
} from '.';

/** Every field of an answer, worked out by hand: a margin is what the whole product says. */

const origin = { kind: 'measured', note: 'caliper' } as const;
const words = { id: 'height', what: 'Height', unit: 'mm' } as const;
const ten = exact(10, origin);

describe('shapes', () => {
  it('hold what is there and refuse what is not', () => {
    expect(Origin.parse({ ...origin, at: 'now' })).toEqual({ ...origin, at: 'now' });
    for (const bad of [
      {},
      { note: 'x' },
      { kind: 'guessed', note: 'x' },
      { kind: 'owner' },
      { ...origin, at: 4 },
    ])
      expect(Origin.safeParse(bad).success).toBe(false);
    expect(Origin.safeParse({ ...origin, note: 'x'.repeat(400) }).success).toBe(true);
    expect(Origin.safeParse({ ...origin, note: 'x'.repeat(401) }).success).toBe(false);
    expect(Origin.safeParse({ ...origin, at: 'x'.repeat(40) }).success).toBe(true);
    expect(Origin.safeParse({ ...origin, at: 'x'.repeat(41) }).success).toBe(false);
    const kinds = [
      'specification',
      'data-sheet-maximum',
      'data-sheet-typical',
      'measured',
      'owner',
      'reading',
    ];
    for (const kind of [...kinds, 'default', 'computed'])
      expect(Origin.safeParse({ kind, note: '' }).success).toBe(true);
    expect(Known.parse(about(1, null, 2, origin))).toEqual({
      known: true,
      value: 1,
      minus: null,
      plus: 2,
      origin,
    });
    for (const bad of [
      { ...ten, minus: -1 },
      { ...ten, plus: -0.1 },
      { ...ten, known: false },
      { ...ten, value: '1' },
      { ...ten, origin: null },
    ])
      expect(Known.safeParse(bad).success).toBe(false);
    expect(Missing.parse(missing('a', 'b'))).toEqual({ known: false, what: 'a', howToGet: 'b' });
    expect(Missing.safeParse(missing('a'.repeat(200), 'b'.repeat(400))).success).toBe(true);
    expect(Missing.safeParse(missing('a'.repeat(201), 'b')).success).toBe(false);
    expect(Missing.safeParse(missing('a', 'b'.repeat(401))).success).toBe(false);
    expect(Missing.safeParse({ known: true, what: 'a', howToGet: 'b' }).success).toBe(false);
    expect(Estimate.safeParse({ known: 'perhaps' }).success).toBe(false);
    expect(Named.parse(named('M', origin))).toEqual({ known: true, name: 'M', origin });
    expect(Named.safeParse({ known: false, name: 'M', origin }).success).toBe(false);
    expect(verdicts).toEqual(['over', 'unknown', 'tight', 'clear']);
    expect(Verdict.safeParse('fine').success).toBe(false);
    for (const unit of [
      'mm',
      '%',
      'bytes',
      'bytes/s',
      'GB',
      'sectors',
      'generation',
      'count',
      'seconds',
      '°C',
    ])
      expect(MarginUnit.safeParse(unit).success).toBe(true);
    for (const unit of ['W', 'N', 'years', 'lanes', 'none'])
      expect(MarginUnit.safeParse(unit).success).toBe(true);
    expect(MarginUnit.safeParse('furlong').success).toBe(false);
  });

  it.each([
    [{ kind: 'at-most', limit: ten }],
    [{ kind: 'at-least', limit: ten }],
    [{ kind: 'within', from: ten, to: exact(12, origin) }],
    [{ kind: 'one-of', names: ['B', 'M'], origin }],
    [{ kind: 'version-at-least', version: '4.2', origin }],
  ])('a limit of each kind goes through as it is: %j', (limit) => {
    expect(Limit.parse(limit)).toEqual(limit);
    expect(Limit.safeParse({ kind: limit.kind }).success).toBe(false);
  });

  it('a margin goes through JSON and its schema unchanged, and its zero is 0 where none was said', () => {
    const margin = atMost({ ...words, remedy: 'x', note: 'n' }, about(9, 1, 2, origin), ten);
    expect(Margin.parse(JSON.parse(JSON.stringify(margin)))).toEqual(margin);
    const { zero, ...without } = margin;
    expect(zero).toBe(0);
    expect(Margin.parse(without).zero).toBe(0);
    for (const key of Object.keys(without)) {
      const { [key as 'id']: _, ...rest } = without;
      expect([key, Margin.safeParse(rest).success]).toEqual([key, false]);
    }
  });
});

describe('an answer, field by field', () => {
  it('at most', () => {
    const value = about(9, 1, 2, origin);
    expect(atMost(words, value, about(10, 0.5, 0.25, origin))).toEqual({
      id: 'height',
      what: 'Height',
      unit: 'mm',
      limit: { kind: 'at-most', limit: about(10, 0.5, 0.25, origin) },
      value,
      // Room is 1, less 2 + 0.5, more 1 + 0.25.
      left: { value: 1, minus: 2.5, plus: 1.25 },
      use: 0.9,
      verdict: 'tight',
      missing: [],
      remedy: null,
      note: null,
      combination: 'worst-case',
      zero: 0,
    });
  });

  it('at least', () => {
    const value = about(12, 1, 2, origin);
    expect(
      atLeast(
        { ...words, note: 'said', combination: 'root-sum-square' },
        value,
        about(10, 0.5, 0.25, origin),
      ),
    ).toMatchObject({
      limit: { kind: 'at-least' },
      left: { value: 2, minus: 1.25, plus: 2.5 },
      use: 10 / 12,
      verdict: 'clear',
      note: 'said',
      combination: 'root-sum-square',
    });
  });

  it('within: the nearer side is left, the fuller side is the use, the worse verdict counts', () => {
    const [from, to] = [exact(10, origin), exact(20, origin)];
    const said = (value: number) => {
      const { verdict, left, use } = within(words, about(value, 1, 1, origin), from, to);
      return [verdict, left!.value, use];
    };
    expect(said(12)).toEqual(['clear', 2, 10 / 12]);
    expect(said(19)).toEqual(['clear', 1, 19 / 20]);
    expect(said(19.5)).toEqual(['tight', 0.5, 19.5 / 20]);
    expect(said(10.5)).toEqual(['tight', 0.5, 10 / 10.5]);
    expect(said(8)).toEqual(['over', -2, 10 / 8]);
    expect(said(23)).toEqual(['over', -3, 23 / 20]);
  });

  it('counts use from a zero of its own, and none where either side is not above it', () => {
    const use = (value: number, limit: number, zero: number) =>
      atMost({ ...words, unit: '°C', zero }, exact(value, origin), exact(limit, origin)).use;
    expect(use(60, 80, 20)).toBeCloseTo(40 / 60);
    expect(use(20, 80, 20)).toBeNull();
    expect(use(60, 20, 20)).toBeNull();
    expect(use(60, 10, 20)).toBeNull();
    expect(atMost({ ...words, zero: 20 }, exact(60, origin), exact(80, origin)).zero).toBe(20);
    expect(atLeast({ ...words, zero: 20 }, exact(60, origin), exact(40, origin)).use).toBeCloseTo(20 / 40);
  });

  it('a hair of rounding is no fault; more than a hair is one, at every size', () => {
    const verdict = (value: number, limit: number) =>
      atMost(words, exact(value, origin), exact(limit, origin)).verdict;
    expect(verdict(10 + 0.9e-9, 10)).toBe('clear');
    expect(verdict(10 + 1.1e-9, 10)).toBe('over');
    // A terabyte: a hair is a hundredth of a byte, and one byte counts.
    expect(verdict(1e12 + 0.009, 1e12)).toBe('clear');
    expect(verdict(1e12 + 1, 1e12)).toBe('over');
    expect(verdict(-1e12 + 0.009, -1e12)).toBe('clear');
    expect(verdict(-1e12 + 1, -1e12)).toBe('over');
  });

  it('each missing number is named, the value’s first; nothing is judged then', () => {
    const [a, b, c] = [missing('value', '1'), missing('from', '2'), missing('to', '3')];
    expect(within({ ...words, remedy: 'mend' }, a, b, c)).toMatchObject({
      verdict: 'unknown',
      missing: [a, b, c],
      left: null,
      use: null,
      remedy: 'mend',
      value: a,
    });
    expect(atMost(words, ten, b).missing).toEqual([b]);
    expect(atMost(words, a, ten).missing).toEqual([a]);
  });

  it('a side that nobody knows is told in words, with the way to know it', () => {
    const asked = (value: Estimate, limit: Estimate, remedy?: string) =>
      atLeast({ ...words, ...(remedy ? { remedy } : {}) }, value, limit).missing;
    expect(asked(atMostKnown(12, origin), ten)).toEqual([
      {
        known: false,
        what: 'only a maximum of it is known',
        howToGet: 'Measure it and enter the value with its plus and minus.',
      },
    ]);
    expect(atMost(words, about(8, 0, null, origin), ten).missing[0]!.what).toBe(
      'only a minimum of it is known',
    );
    expect(asked(exact(12, origin), about(10, 0, null, origin), 'Look it up.')[0]).toMatchObject({
      what: 'only one side of its limit is known',
      howToGet: 'Look it up.',
    });
    expect(atMost(words, exact(9, origin), ten).missing).toEqual([]);
  });

  it('its remedy is worked out only where it is needed', () => {
    let asked = 0;
    const remedy = () => {
      asked += 1;
      return 'thinner';
    };
    expect(atMost({ ...words, remedy }, exact(9, origin), ten).remedy).toBeNull();
    expect(asked).toBe(0);
    expect(atMost({ ...words, remedy }, exact(11, origin), ten).remedy).toBe('thinner');
    expect(asked).toBe(1);
    expect(atMost(words, exact(11, origin), ten).remedy).toBeNull();
  });

  it('a name is among those allowed, or is not, or is not known', () => {
    const key = (value: Named | Missing) =>
      oneOf({ ...words, unit: 'none', remedy: 'other' }, value, ['B', 'M'], origin);
    expect(key(named('M', origin))).toMatchObject({
      verdict: 'clear',
      use: 0,
      left: null,
      remedy: null,
      limit: { kind: 'one-of', names: ['B', 'M'], origin },
    });
    expect(key(named('E', origin))).toMatchObject({
      verdict: 'over',
      use: null,
      remedy: 'other',
      missing: [],
    });
    const gone = missing('key', 'look');
    expect(key(gone)).toMatchObject({ verdict: 'unknown', missing: [gone], value: gone });
  });
});

describe('versions', () => {
  it.each([
    ['4.10', '4.9', 1],
    ['4.9', '4.10', -1],
    ['4.2', '4.2.0', 0],
    ['4.2.1', '4.2', 1],
    ['4.2', '4.2.1', -1],
    [' 4.2 ', '4.2', 0],
    ['1.2.3.4.5.6', '1.2.3.4.5.6', 0],
    ['123456789', '123456788', 1],
  ])('%s against %s', (a, b, sign) => {
    expect(Math.sign(compareVersions(a, b)!)).toBe(sign);
  });

  it.each(['', 'v4', '4.', '.4', '4..2', '4.2-beta', '1.2.3.4.5.6.7', '1234567890', '4 2', 'x4.2', '4.2x'])(
    '“%s” is none',
    (text) => {
      expect(compareVersions(text, '4.2')).toBeNull();
      expect(compareVersions('4.2', text)).toBeNull();
    },
  );

  it('is at least as new, or older, or not read, or not known', () => {
    const at = (value: Named | Missing) =>
      versionAtLeast({ ...words, remedy: 'newer' }, value, '4.2', origin);
    expect(at(named('4.2', origin))).toMatchObject({
      verdict: 'clear',
      use: 0,
      limit: { kind: 'version-at-least', version: '4.2', origin },
    });
    expect(at(named('4.3', origin)).verdict).toBe('clear');
    expect(at(named('4.1.9', origin))).toMatchObject({ verdict: 'over', use: null, remedy: 'newer' });
    const odd = at(named('x'.repeat(60), origin));
    expect(odd).toMatchObject({ verdict: 'unknown', value: { known: false } });
    expect(odd.missing).toEqual([odd.value]);
    expect(odd.missing[0]!.what).toBe(`“${'x'.repeat(40)}” does not read as a version`);
    const gone = missing('version', 'look');
    expect(at(gone)).toMatchObject({ verdict: 'unknown', missing: [gone] });
  });
});

describe('sums', () => {
  it('add value and sides, in the worst case or by squares; the first missing term is the answer', () => {
    const terms = [about(1, 3, 4, origin), about(2, 4, 3, origin)];
    const computed = { kind: 'computed', note: 'stack' } as const;
    expect(sum(terms, 'stack')).toEqual(about(3, 7, 7, computed));
    expect(sum(terms, 'stack', 'root-sum-square')).toEqual(about(3, 5, 5, computed));
    expect(sum([...terms, atMostKnown(1, origin)], 'stack')).toEqual(about(4, null, 7, computed));
    expect(sum([...terms, atMostKnown(1, origin)], 'stack', 'root-sum-square')).toEqual(
      about(4, null, 5, computed),
    );
    const [gone, later] = [missing('a', 'b'), missing('c', 'd')];
    expect(sum([...terms, gone, later], 'stack')).toBe(gone);
    expect(sum([], 'stack')).toEqual(about(0, 0, 0, computed));
  });

  it('differences turn the sides of what is taken away', () => {
    expect(negate(about(3, 1, 2, origin))).toEqual(about(-3, 2, 1, origin));
    const gone = missing('a', 'b');
    expect(negate(gone)).toBe(gone);
    expect(difference(about(10, 1, 2, origin), about(4, 3, 5, origin), 'gap')).toMatchObject({
      value: 6,
      minus: 6,
      plus: 5,
    });
    expect(difference(ten, about(4, 3, 4, origin), 'gap', 'root-sum-square')).toMatchObject({
      minus: 4,
      plus: 3,
    });
  });

  it('say how low and how high, and not where nobody knows', () => {
    expect([lowest(about(5, 1, 2, origin)), highest(about(5, 1, 2, origin))]).toEqual([4, 7]);
    expect([lowest(about(5, null, 2, origin)), highest(about(5, 1, null, origin))]).toEqual([null, null]);
    expect([addKnown(1, 2), addKnown(null, 2), addKnown(1, null)]).toEqual([3, null, null]);
    expect(exact(5, origin)).toEqual({ known: true, value: 5, minus: 0, plus: 0, origin });
    expect(atMostKnown(5, origin)).toEqual({ known: true, value: 5, minus: null, plus: 0, origin });
  });
});

describe('the worst first', () => {
  const clear = atMost(words, exact(5, origin), ten);
  const fuller = atMost(words, exact(9, origin), ten);
  const over = atMost(words, exact(50, origin), ten);
  const wrongName = oneOf(words, named('E', origin), ['M'], origin);
  const oldVersion = versionAtLeast(words, named('1', origin), '2', origin);
  const unknown = atMost(words, missing('a', 'b'), ten);
  const useless = atMost(words, exact(0, origin), ten);

  it('verdicts, then names and versions that are not allowed, then the greater use, none at all last', () => {
    expect(compareVerdicts('over', 'clear')).toBeLessThan(0);
    expect(compareVerdicts('tight', 'unknown')).toBeGreaterThan(0);
    expect(compareVerdicts('tight', 'tight')).toBe(0);
    const sorted = [useless, clear, fuller, unknown, over, wrongName].sort(compareMargins);
    expect(sorted).toEqual([wrongName, over, unknown, fuller, clear, useless]);
    expect(compareMargins(oldVersion, over)).toBeLessThan(0);
    expect(compareMargins(over, oldVersion)).toBeGreaterThan(0);
    // A name that is allowed weighs nothing beside a use.
    expect(compareMargins(oneOf(words, named('M', origin), ['M'], origin), clear)).toBeGreaterThan(0);
  });

  it('the first of equals is the worst; of none there is none', () => {
    const twin = { ...over, id: 'twin' };
    expect(worstMargin([clear, over, twin])).toBe(over);
    expect(worstMargin([twin, over])).toBe(twin);
    expect(worstMargin([clear])).toBe(clear);
    expect(worstMargin([])).toBeNull();
  });

  it('kept is what is clear or tight, and never what is not known', () => {
    const kept = (verdict: Margin['verdict']) => isKept({ ...clear, verdict });
    expect(verdicts.map(kept)).toEqual([false, false, true, true]);
  });
});
