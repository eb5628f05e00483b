import fc from 'fast-check';
import {
  type Built,
  type Network,
  Workload,
  peakOf,
  propagator,
  runHeat,
  throttleSteps,
  throttled,
  workloadOf,
} from '.';
import { modesOf, settledRiseK } from './modes';
import { settledByBalance } from './settled.test.data';

const kPerW = fc.double({ min: 0.3, max: 8, noNaN: true });
const capacity = fc.double({ min: 2, max: 60, noNaN: true });
const networks: fc.Arbitrary<Network> = fc
  .tuple(fc.tuple(capacity, capacity, capacity), fc.tuple(kPerW, kPerW, kPerW, kPerW))
  .map(([capacityJPerK, [r0, r1, r2, r3]]) => ({
    names: ['drive', 'sink', 'air'],
    capacityJPerK,
    between: [
      { a: 0, b: 1, kPerW: r0 },
      { a: 1, b: 2, kPerW: r1 },
      { a: 0, b: 2, kPerW: r3 },
    ],
    toRoom: [{ a: 2, kPerW: r2 }],
  }));
const power = { idle: 0.5, lightRead: 2, read: 5, write: 6 };
const builtOf = (network: Network, more: Partial<Built> = {}): Built => ({
  network,
  roomC: 24,
  power,
  deviceHeatW: [0, 3, 5],
  warningC: 1000,
  criticalC: 1100,
  ...more,
});

describe('modes', () => {
  it('settle where the balance of every node says', () => {
    fc.assert(
      fc.property(networks, fc.double({ min: 0, max: 12, noNaN: true }), (network, watts) => {
        const expected = settledByBalance(network, [watts, 3, 5], 0)[0]!;
        return Math.abs(settledRiseK(modesOf(network), [0, 3, 5], watts) - expected) < 1e-6 * (1 + expected);
      }),
    );
  });

  it('peak where a long run of the same round peaks, within the second at which it looks', () => {
    const steps = fc.array(
      fc.record({
        seconds: fc.integer({ min: 20, max: 240 }),
        does: fc.constantFrom('idle', 'light-read', 'read', 'write'),
      }),
      { minLength: 1, maxLength: 4 },
    );
    fc.assert(
      fc.property(networks, steps, (network, chosen) => {
        const workload = Workload.parse({ id: 'own', name: 'Own', steps: chosen });
        const built = builtOf(network);
        const slowest = 1 / Math.min(...modesOf(network).rates);
        const seconds = Math.ceil(slowest * 12 + 960);
        const { curveC } = runHeat(built, workload, seconds, 1, propagator(network, 1));
        const peak = peakOf(built, workload);
        const seen = Math.max(...curveC.slice(-960));
        return Math.abs(peak - seen) < 0.02 + 0.005 * Math.abs(peak - 24);
      }),
      { numRuns: 25 },
    );
  });
});

describe('slowing down', () => {
  const asked = { idleC: 40, fullC: 100, warningC: 82, criticalC: 88 };

  it('costs nothing below the warning', () => {
    expect(throttled({ ...asked, fullC: 82 })).toEqual({ share: 0, kept: 1 });
  });

  it('swings below the warning by the hysteresis: worked by hand', () => {
    // Half speed settles at 70 °C. Rising 78 → 82 towards 100: ln(22/18) = 0.2007; falling 82 → 78 towards 70: ln(12/8) = 0.4055.
    expect(throttled(asked).share).toBeCloseTo(0.4055 / 0.6061, 3);
    expect(throttled(asked).kept).toBeCloseTo(1 - 0.669 / 2, 3);
  });

  it('goes to a tenth where half the speed still passes the critical temperature', () => {
    // Half speed at 95 °C, a tenth at 51: rising 84 → 88 towards 95: ln(11/7) = 0.4520; falling towards 51: ln(37/33) = 0.1144.
    const { share, kept } = throttled({ ...asked, fullC: 150 });
    expect(share).toBe(1);
    expect(kept).toBeCloseTo(0.5 - 0.4 * (0.1144 / 0.5664), 3);
  });

  it('is slowed for good where it is too hot already when idle', () => {
    expect(throttled({ ...asked, idleC: 163, fullC: 170 })).toEqual({
      share: 1,
      kept: expect.closeTo(throttleSteps.criticalShare, 9),
    });
  });

  it('is never better where it is hotter: more power, a warmer room, a lower warning', () => {
    const idle = fc.double({ min: 20, max: 120, noNaN: true });
    const more = fc.double({ min: 0, max: 80, noNaN: true });
    fc.assert(
      fc.property(idle, more, more, more, (idleC, above, watts, room) => {
        const cool = { idleC, fullC: idleC + above, warningC: 80, criticalC: 88 };
        const before = throttled(cool);
        return [
          throttled({ ...cool, fullC: cool.fullC + watts }),
          throttled({ ...cool, idleC: cool.idleC + room, fullC: cool.fullC + room }),
        ].every(({ share, kept }) => share >= before.share - 1e-12 && kept <= before.kept + 1e-12);
      }),
      { numRuns: 500 },
    );
  });

  it('is what the curve comes to in the long run: slowed or not, and how much is kept', () => {
    const installing = workloadOf('installing');
    fc.assert(
      fc.property(networks, fc.double({ min: 30, max: 160, noNaN: true }), (network, warningC) => {
        const built = builtOf(network, { warningC, criticalC: warningC + 8, deviceHeatW: [0, 1, 2] });
        const fullC = peakOf(built, installing);
        const idleC = 24 + settledRiseK(modesOf(network), built.deviceHeatW, power.idle);
        fc.pre(Math.abs(fullC - warningC) > 1 && idleC < warningC - 5);
        const slowest = 1 / Math.min(...modesOf(network).rates);
        const run = runHeat(built, installing, Math.ceil(slowest * 30 + 3000), 60, propagator(network, 1));
        const { share, kept } = throttled({ idleC, fullC, warningC, criticalC: warningC + 8 });
        if (share === 0) return run.firstThrottleS === null;
        // Both hold the mean temperature between the limit and the hysteresis below it, plus what a second of full power does.
        const secondK = power.write / network.capacityJPerK[0]!;
        const band = (throttleSteps.hysteresisK + 2 * secondK) / (fullC - idleC);
        return run.firstThrottleS !== null && Math.abs(run.keptShare - kept) < band + 0.02;
      }),
      { numRuns: 30 },
    );
  });
});
