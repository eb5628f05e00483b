import fc from 'fast-check';
import { about, atLeast, atMost, within } from '.';

const origin = { kind: 'measured', note: 'test' } as const;
const words = { id: 'x', what: 'X', unit: 'mm' } as const;
const side = fc.double({ min: 0, max: 5, noNaN: true });
const middle = fc.double({ min: 10, max: 100, noNaN: true });
const estimate = fc
  .tuple(middle, side, side)
  .map(([value, minus, plus]) => about(value, minus, plus, origin));

type Sided = { value: number; minus: number | null; plus: number | null } | null;
/** The lowest and the highest that it may be; a side that is not known is no number, and fails the test. */
const lowOf = (of: Sided) => (of?.minus == null ? NaN : of.value - of.minus);
const highOf = (of: Sided) => (of?.plus == null ? NaN : of.value + of.plus);

/** A verdict from the extremes alone, by the handbook’s words: section 3. */
const verdictOf = (worst: number, best: number) =>
  Math.abs(worst) < 1e-6 || Math.abs(best) < 1e-6 ? null : best < 0 ? 'over' : worst >= 0 ? 'clear' : 'tight';

describe('tolerances that are not the same on both sides', () => {
  it('at least: the value may be lower, the limit higher', () => {
    fc.assert(
      fc.property(estimate, estimate, (value, limit) => {
        const worst = lowOf(value) - highOf(limit);
        const best = highOf(value) - lowOf(limit);
        const wanted = verdictOf(worst, best);
        const margin = atLeast(words, value, limit);
        if (wanted) expect(margin.verdict).toBe(wanted);
        expect(lowOf(margin.left)).toBeCloseTo(worst, 9);
        expect(highOf(margin.left)).toBeCloseTo(best, 9);
      }),
    );
  });

  it('at most: the value may be higher, the limit lower', () => {
    fc.assert(
      fc.property(estimate, estimate, (value, limit) => {
        const worst = lowOf(limit) - highOf(value);
        const best = highOf(limit) - lowOf(value);
        const wanted = verdictOf(worst, best);
        const margin = atMost(words, value, limit);
        if (wanted) expect(margin.verdict).toBe(wanted);
        expect(lowOf(margin.left)).toBeCloseTo(worst, 9);
        expect(highOf(margin.left)).toBeCloseTo(best, 9);
      }),
    );
  });

  it('a speed of 4800 that may be 300 less does not surely reach 4600, one that may be 300 more does', () => {
    const limit = about(4600, 0, 0, origin);
    expect(atLeast(words, about(4800, 300, 0, origin), limit).verdict).toBe('tight');
    expect(atLeast(words, about(4800, 0, 300, origin), limit).verdict).toBe('clear');
    // And the other way round for the limit.
    expect(atLeast(words, about(4800, 0, 0, origin), about(4600, 0, 300, origin)).verdict).toBe('tight');
    expect(atLeast(words, about(4800, 0, 0, origin), about(4600, 300, 0, origin)).verdict).toBe('clear');
  });

  it('within: each end by its own side', () => {
    const [from, to] = [about(10, 0, 1, origin), about(20, 1, 0, origin)];
    expect(within(words, about(11.5, 0.6, 0, origin), from, to).verdict).toBe('tight');
    expect(within(words, about(11.5, 0, 0.6, origin), from, to).verdict).toBe('clear');
    expect(within(words, about(18.5, 0, 0.6, origin), from, to).verdict).toBe('tight');
    expect(within(words, about(18.5, 0.6, 0, origin), from, to).verdict).toBe('clear');
    expect(within(words, about(22, 0, 5, origin), from, to).verdict).toBe('over');
  });
});
