import fc from 'fast-check';
import { type ShareStart, type Trial, failureStart, learnedShare, lookLines } from '.';

const at = '2030-01-08T10:00:00.000Z';
const start: ShareStart = { share: 0.1, trials: 10, sharedTrials: 5, halvesInDays: 365 };
const trials = (key: string, hits: number, misses: number, when = at): Trial[] =>
  Array.from({ length: hits + misses }, (_, i) => ({ key, isHit: i < hits, at: when }));

it('is what was believed before anything was seen', () => {
  expect(learnedShare([], { key: 'a', at }, start)).toEqual({ share: 0.1, here: 0, elsewhere: 0 });
});

it('by hand: others move the start, its own moves what they came to', () => {
  const seen = [...trials('a', 2, 3), ...trials('b', 9, 1)];
  // The others: (10 × 0.1 + 9) ÷ 20 = 0.5; its own: (5 × 0.5 + 2) ÷ 10 = 0.45.
  expect(learnedShare(seen, { key: 'a', at }, start)).toEqual({
    share: expect.closeTo(0.45, 12),
    here: 5,
    elsewhere: 10,
  });
  // One that nobody used goes by the others.
  expect(learnedShare(trials('b', 9, 1), { key: 'a', at }, start).share).toBeCloseTo(0.5, 12);
});

it('what was seen a year ago counts half, what lies ahead of the clock once', () => {
  const old = trials('a', 1, 0, '2029-01-08T10:00:00.000Z');
  expect(learnedShare(old, { key: 'a', at }, start).share).toBeCloseTo((5 * 0.1 + 0.5) / 5.5, 6);
  const ahead = trials('a', 1, 0, '2031-01-08T10:00:00.000Z');
  expect(learnedShare(ahead, { key: 'a', at }, start).share).toBeCloseTo((5 * 0.1 + 1) / 6, 12);
});

it('never says never or always, and each failure makes it more likely', () => {
  fc.assert(
    fc.property(fc.nat(40), fc.nat(40), fc.nat(40), fc.nat(40), (hits, misses, others, otherMisses) => {
      const seen = [...trials('a', hits, misses), ...trials('b', others, otherMisses)];
      const before = learnedShare(seen, { key: 'a', at }, failureStart).share;
      const after = learnedShare([...seen, ...trials('a', 1, 0)], { key: 'a', at }, failureStart).share;
      expect(before).toBeGreaterThan(0);
      expect(before).toBeLessThan(1);
      expect(after).toBeGreaterThan(before);
    }),
  );
});

it('looks are told by their check, the most misleading first; what is no longer known is left out', () => {
  const seen = [...trials('light', 1, 3), ...trials('press', 1, 1), ...trials('gone', 5, 0)];
  const names: Record<string, string> = { light: 'Look at the light', press: 'Press it' };
  expect(lookLines(seen, (id) => names[id] ?? null)).toEqual([
    { check: 'Press it', misread: 1, times: 2 },
    { check: 'Look at the light', misread: 1, times: 4 },
  ]);
});
