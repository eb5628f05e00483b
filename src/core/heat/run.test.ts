import fc from 'fast-check';
import { type Built, Workload, runHeat, throttleSteps, workloadOf, workloads } from '.';
import { meanWatts, stepAt, wattsOf } from './workload';

const power = { idle: 0.5, lightRead: 2, read: 5, write: 6 };

/** A drive alone: 10 J/K over `kPerW` to the room. */
const built = (kPerW: number, more: Partial<Built> = {}): Built => ({
  network: { names: ['drive'], capacityJPerK: [10], between: [], toRoom: [{ a: 0, kPerW }] },
  roomC: 24,
  power,
  deviceHeatW: [0],
  warningC: 82,
  criticalC: 88,
  ...more,
});

describe('workloads', () => {
  it('repeat their steps until the time is over', () => {
    const loading = workloadOf('loading');
    expect([0, 29, 30, 89, 90, 125].map((s) => stepAt(loading, s).does)).toEqual([
      'read',
      'read',
      'light-read',
      'light-read',
      'read',
      'light-read',
    ]);
    // 30 s of 5 W and 60 s of 2 W.
    expect(meanWatts(loading, power)).toBeCloseTo(3);
    expect(workloadOf('gone')).toBe(workloads[0]);
  });

  it('take one’s own power steps, and refuse what no drive draws', () => {
    expect(wattsOf({ watts: 1.5 }, power)).toBe(1.5);
    const steps = (watts: number, seconds = 10) => ({
      id: 'own',
      name: 'Own',
      steps: [{ seconds, does: { watts } }],
    });
    expect(Workload.safeParse(steps(5)).success).toBe(true);
    for (const wrong of [steps(-1), steps(100), steps(5, 0)])
      expect(Workload.safeParse(wrong).success).toBe(false);
  });
});

describe('a run', () => {
  it('without throttling ends at room + P·R and keeps all of its speed', () => {
    // 6 W over 5 K/W; 30 minutes are 36 time constants of 50 s.
    const run = runHeat(built(5), workloadOf('installing'), 1800, 20);
    expect(run.curveC.at(-1)).toBeCloseTo(24 + 30, 6);
    expect(run).toMatchObject({ firstThrottleS: null, keptShare: 1 });
    expect(run.curveC).toHaveLength(91);
  });

  it('throttles at its threshold to the second: T = 24 + 120·(1 − e^(−t/200)) reaches 82 at 132 s', () => {
    // 200 × ln(120 / (120 − 58)) = 132.07 s
    const run = runHeat(built(20), workloadOf('installing'), 1800, 20);
    expect(run.firstThrottleS).toBe(133);
    // Half speed is 3.25 W and would settle at 89 °C, so it goes on to the critical 88 and swings below it.
    // Holding 82 to 88 °C takes 2.9 to 3.2 W: (2.9 − 0.5) / 5.5 to (3.2 − 0.5) / 5.5, 44 to 49 % of its work.
    expect(run.keptShare).toBeGreaterThan(0.42);
    expect(run.keptShare).toBeLessThan(0.5);
    const late = [...run.curveC].slice(45);
    expect(Math.max(...late)).toBeLessThan(89);
    expect(Math.min(...late)).toBeGreaterThan(82 - throttleSteps.hysteresisK - 2);
  });

  it('has no work to lose when idle, and goes to the lowest step where half is not enough', () => {
    expect(runHeat(built(20), workloadOf('idle'), 600, 20)).toMatchObject({
      keptShare: 1,
      firstThrottleS: null,
    });
    const hot = runHeat(built(40, { roomC: 30 }), workloadOf('installing'), 1800, 20);
    expect(hot.keptShare).toBeLessThan(0.3);
    expect(Math.max(...hot.curveC)).toBeLessThan(92);
  });

  it('is never warmer in a colder room or with a better way out', () => {
    const kPerW = fc.double({ min: 1, max: 15, noNaN: true });
    const more = fc.double({ min: 0, max: 10, noNaN: true });
    const end = (k: number, roomC: number) =>
      runHeat(built(k, { roomC, warningC: 1000, criticalC: 1001 }), workloadOf('copying'), 900, 60).curveC.at(
        -1,
      )!;
    fc.assert(
      fc.property(kPerW, more, more, (k, worse, warmer) => end(k, 20) <= end(k + worse, 20 + warmer) + 1e-9),
      { numRuns: 30 },
    );
  });
});
