import fc from 'fast-check';
import { randomLcg } from 'd3-random';
import { about, atMostKnown, exact } from '../margin';
import {
  type Dimension,
  addUp,
  contributions,
  gapFromImpression,
  openDimension,
  simulateStack,
  studentQuantile,
} from '.';

const origin = { kind: 'measured', note: 'test' } as const;
const dimension = (id: string, value: number, spread: number, sign: 1 | -1 = 1): Dimension => ({
  id,
  name: id,
  mm: about(value, spread, spread, origin),
  sign,
});

/** The gap of the Osprey with a Marl: sink − module − board − chips. */
const gap = [
  dimension('sink', 5.2, 0.06),
  dimension('module', 1.45, 0.03, -1),
  dimension('board', 0.8, 0.08, -1),
  dimension('chips', 1.2, 0.03, -1),
];

describe('three stacks worked by hand', () => {
  it('a gap: 5.20 − 1.45 − 0.80 − 1.20 = 1.75; worst 0.20; root √(0.06² + 0.03² + 0.08² + 0.03²) = 0.1086', () => {
    const sum = addUp(gap, 'gap');
    expect(sum.worstCase).toMatchObject({
      value: expect.closeTo(1.75),
      minus: expect.closeTo(0.2),
      plus: expect.closeTo(0.2),
    });
    expect(sum.rootSumSquare).toMatchObject({
      minus: expect.closeTo(0.1086, 4),
      plus: expect.closeTo(0.1086, 4),
    });
    // Shares of 0.0118: board 0.0064 = 54.2 %, sink 0.0036 = 30.5 %, the others 0.0009 = 7.6 % each.
    expect(contributions(gap).map(({ id, share }) => [id, Math.round(share * 1000) / 10])).toEqual([
      ['board', 54.2],
      ['sink', 30.5],
      ['module', 7.6],
      ['chips', 7.6],
    ]);
  });

  it('a cover: 9.80 − 5.20 − 3.90 = 0.70; worst 0.21; root √(0.1² + 0.06² + 0.05²) = 0.1269', () => {
    const room = [
      dimension('cover', 9.8, 0.1),
      dimension('sink', 5.2, 0.06, -1),
      dimension('body', 3.9, 0.05, -1),
    ];
    expect(addUp(room, 'room').worstCase).toMatchObject({
      value: expect.closeTo(0.7),
      minus: expect.closeTo(0.21),
    });
    expect(addUp(room, 'room').rootSumSquare).toMatchObject({ minus: expect.closeTo(0.1269, 4) });
  });

  it('one-sided: chips at most 1.50 leave a gap of at least 1.45 and of unknown width', () => {
    const unmeasured = [
      ...gap.slice(0, 3),
      { id: 'chips', name: 'chips', mm: atMostKnown(1.5, origin), sign: -1 as const },
    ];
    expect(addUp(unmeasured, 'gap').worstCase).toMatchObject({
      value: expect.closeTo(1.45),
      plus: null,
      minus: expect.closeTo(0.17),
    });
    expect(openDimension(unmeasured)).toMatchObject({ what: 'chips is only a maximum' });
    expect(contributions(unmeasured)[0]).toMatchObject({ id: 'chips', halfWidthMm: null });
    expect(simulateStack(unmeasured, 100, randomLcg(1))).toBeNull();
  });
});

describe('Monte Carlo', () => {
  it('meets the closed form of triangles: mean of the sum, variance Σ half-width² / 6', () => {
    const simulated = simulateStack(gap, 20_000, randomLcg(0.42))!;
    expect(simulated.mean).toBeCloseTo(1.75, 2);
    expect(simulated.standardDeviation).toBeCloseTo(Math.sqrt(0.0118 / 6), 3);
    expect(simulated.p05).toBeGreaterThan(1.75 - 0.2);
    expect(simulated.p95).toBeLessThan(1.75 + 0.2);
    expect(simulated.belowZero).toBe(0);
    // The same seed gives the same answer.
    expect(simulateStack(gap, 500, randomLcg(0.42))).toEqual(simulateStack(gap, 500, randomLcg(0.42)));
  });

  it('never leaves the worst case, and the root of squares never does either', () => {
    const any = fc.array(
      fc.tuple(
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        fc.constantFrom(1 as const, -1 as const),
      ),
      { minLength: 1, maxLength: 7 },
    );
    fc.assert(
      fc.property(any, fc.integer({ min: 1, max: 1000 }), (list, seed) => {
        const stack = list.map(([value, spread, sign], i) => dimension(String(i), value, spread, sign));
        const { worstCase, rootSumSquare } = addUp(stack, 'any');
        const run = simulateStack(stack, 50, randomLcg(seed / 1000))!;
        if (!worstCase.known || !rootSumSquare.known) return false;
        const [low, high] = [
          worstCase.value - worstCase.minus! - 1e-9,
          worstCase.value + worstCase.plus! + 1e-9,
        ];
        return run.p05 >= low && run.p95 <= high && rootSumSquare.plus! <= worstCase.plus! + 1e-12;
      }),
    );
  });
});

describe('impression', () => {
  it('gives the prediction interval for one more place, as tables have it', () => {
    // t of 97.5 % at 4 degrees of freedom is 2.776 (NIST/SEMATECH, 1.3.6.7.2). Points 1.70 1.75 1.80 1.72 1.78:
    // mean 1.75, s = √(0.0068 / 4) = 0.04123; 2.776 × 0.04123 × √1.2 = 0.1254; caliper 0.02.
    const impression = gapFromImpression([1.7, 1.75, 1.8, 1.72, 1.78], 0.02, '2026-11-25');
    expect(impression).toMatchObject({
      ok: true,
      value: {
        meanMm: expect.closeTo(1.75),
        standardDeviationMm: expect.closeTo(0.04123, 4),
        halfWidthMm: expect.closeTo(0.1454, 3),
      },
    });
    expect(studentQuantile(0.975, 2)).toBeCloseTo(4.303, 3);
    expect(studentQuantile(0.975, 10)).toBeCloseTo(2.228, 3);
    expect(studentQuantile(0.95, 30)).toBeCloseTo(1.697, 3);
  });

  it('does not shrink to nothing with many points, as the interval of the mean would', () => {
    const many = Array.from({ length: 40 }, (_, i) => 1.7 + (i % 5) * 0.025);
    const impression = gapFromImpression(many, 0, '2026-11-25');
    expect(impression.ok && impression.value.halfWidthMm).toBeGreaterThan(0.07);
  });

  it.each([[[]], [[1.7, 1.8]], [[1, 2, -1]], [[1, 2, NaN]], [[1, 2, 900]]])('refuses %j', (points) => {
    const result = gapFromImpression(points, 0.02, '2026-11-25');
    expect(result.ok ? '' : result.fault.remedy).not.toBe('');
  });

  it('is exact for equal points and an exact caliper', () => {
    const same = gapFromImpression([1.5, 1.5, 1.5], 0, '2026-11-25');
    expect(same.ok && same.value.estimate).toMatchObject({ value: 1.5, minus: 0, plus: 0 });
    expect(exact(1, origin).minus).toBe(0);
  });
});
