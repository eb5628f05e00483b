import fc from 'fast-check';
import { type FaultSeen, faultLearning, faultLines, faultWeights } from '.';

const faults = [
  { id: 'seat', weight: 6 },
  { id: 'ribbon', weight: 3 },
  { id: 'own', weight: 1 },
];
const at = '2030-01-08T10:00:00.000Z';
const found = (faultId: string, profileId = 'reef', when = at): FaultSeen => ({
  faultId,
  profileId,
  at: when,
});
const weigh = (seen: FaultSeen[], profileId = 'reef') => faultWeights(faults, seen, { profileId, at });

it('before anything was found the weights are as they were stated', () => {
  const { weights, here, elsewhere } = weigh([]);
  for (const { id, weight } of faults) expect(weights[id]).toBeCloseTo(weight, 12);
  expect([here, elsewhere]).toEqual([0, 0]);
});

it('by hand: eight repairs of this device weigh as much as all that was believed before', () => {
  const eight = Array.from({ length: faultLearning.sharedCases }, () => found('own'));
  const { weights, here } = weigh(eight);
  expect(weights.own).toBeCloseTo(10 * (0.5 * 0.1 + 0.5), 12);
  expect(weights.seat).toBeCloseTo(10 * (0.5 * 0.6), 12);
  expect(here).toBe(8);
  // Of another device the same eight move less: against the twelve of the start.
  const other = weigh(eight, 'quay');
  expect(other.weights.own).toBeCloseTo((10 * (12 * 0.1 + 8)) / 20, 12);
  expect([other.here, other.elsewhere]).toEqual([0, 8]);
});

it('what was found two years ago counts half; what lies ahead of the clock counts once', () => {
  const old = weigh([found('own', 'reef', '2028-01-09T10:00:00.000Z')]).weights.own;
  expect(old).toBeCloseTo((10 * (8 * 0.1 + 0.5)) / 8.5, 9);
  expect(weigh([found('own', 'reef', '2031-01-08T10:00:00.000Z')]).weights.own).toBeCloseTo(
    10 * (1.8 / 9),
    9,
  );
});

it('a fault that this device cannot have teaches nothing about it', () => {
  expect(weigh([found('fan-plug')])).toEqual(weigh([]));
});

it('whatever was found, the sum stays, none is out of the question, and one more makes it likelier', () => {
  const one = fc.record({
    faultId: fc.constantFrom('seat', 'ribbon', 'own', 'other'),
    profileId: fc.constantFrom('reef', 'quay'),
    at: fc.constantFrom(at, '2029-01-08T10:00:00.000Z', '2020-01-08T10:00:00.000Z'),
  });
  fc.assert(
    fc.property(fc.array(one, { maxLength: 60 }), fc.constantFrom('seat', 'ribbon', 'own'), (seen, id) => {
      const { weights } = weigh(seen);
      const all = Object.values(weights);
      expect(all.reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(10, 9);
      expect(Math.min(...all)).toBeGreaterThan(0);
      expect(weigh([...seen, found(id)]).weights[id]).toBeGreaterThan(weights[id] ?? Number.NaN);
    }),
  );
});

it('is told by device and fault, the most frequent first, and without what has no name any more', () => {
  const names: Record<string, string> = { seat: 'Not home', ribbon: 'Torn ribbon' };
  const lines = faultLines(
    [found('seat'), found('ribbon'), found('seat'), found('seat', 'quay'), found('gone')],
    (device, id) => (names[id] ? { device, fault: names[id] } : null),
  );
  expect(lines).toEqual([
    { device: 'reef', fault: 'Not home', times: 2 },
    { device: 'quay', fault: 'Not home', times: 1 },
    { device: 'reef', fault: 'Torn ribbon', times: 1 },
  ]);
});
