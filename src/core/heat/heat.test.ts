import fc from 'fast-check';
import { randomLcg } from 'd3-random';
import { about } from '../margin';
import { modesOf, settledRiseK } from './modes';
import { settledByBalance } from './settled.test.data';
import { drive, profile, setting, marl } from '../fit/demo.test.data';
import { coolingOf, fit } from '../fit';
import {
  type Network,
  type ThermalBody,
  build,
  heatBands,
  heatStored,
  heatToRoom,
  nominal,
  nominalRun,
  runHeat,
  settle,
  propagator,
  thermalBody,
  workloadOf,
} from '.';

const origin = { kind: 'measured', note: 'test' } as const;
const one: Network = { names: ['drive'], capacityJPerK: [6.4], between: [], toRoom: [{ a: 0, kPerW: 10 }] };

describe('network', () => {
  it('one node meets its closed form to 0.01 K: T = room + P·R·(1 − e^(−t/RC))', () => {
    // 6.4 J/K over 10 K/W: time constant 64 s; 4 W settles at 24 + 40 = 64 °C.
    for (const stepS of [0.1, 1, 7]) {
      const { advance } = propagator(one, stepS);
      const temperatures = Float64Array.of(24);
      for (let t = stepS; t < 400; t += stepS) {
        advance(temperatures, [4], 24);
        expect(Math.abs(temperatures[0]! - (24 + 40 * (1 - Math.exp(-t / 64))))).toBeLessThan(0.01);
      }
    }
    expect(settledByBalance(one, [4], 24)[0]).toBeCloseTo(64, 9);
    expect(24 + settledRiseK(modesOf(one), [0], 4)).toBeCloseTo(64, 9);
  });

  it('two nodes meet theirs to 0.01 K: eigenvalues of the 2 × 2 worked by hand', () => {
    // Drive 6 J/K, sink 18 J/K, 2 K/W between, 5 K/W to the room. With x in kelvin over the room:
    // x₁' = (P − (x₁ − x₂)/2)/6, x₂' = ((x₁ − x₂)/2 − x₂/5)/18.
    const two: Network = {
      names: ['drive', 'sink'],
      capacityJPerK: [6, 18],
      between: [{ a: 0, b: 1, kPerW: 2 }],
      toRoom: [{ a: 1, kPerW: 5 }],
    };
    const [a, b, c, d] = [-1 / 12, 1 / 12, 1 / 36, -(1 / 36 + 1 / 90)];
    const root = Math.sqrt((a - d) ** 2 + 4 * b * c);
    const [fast, slow] = [(a + d - root) / 2, (a + d + root) / 2];
    // 3 W settle at x₂ = 15 and x₁ = 15 + 6 = 21; the deviation −(21, 15) splits onto the eigenvectors (b, λ − a).
    const [vf, vs] = [(fast - a) / b, (slow - a) / b];
    const ks = (-15 + 21 * vf) / (vs - vf);
    const kf = -21 - ks;
    const { advance } = propagator(two, 1);
    const temperatures = Float64Array.of(20, 20);
    for (let t = 1; t <= 600; t += 1) {
      advance(temperatures, [3, 0], 20);
      const [ef, es] = [kf * Math.exp(fast * t), ks * Math.exp(slow * t)];
      expect(Math.abs(temperatures[0]! - (20 + 21 + ef + es))).toBeLessThan(0.01);
      expect(Math.abs(temperatures[1]! - (20 + 15 + ef * vf + es * vs))).toBeLessThan(0.01);
    }
  });

  it('keeps its energy to 0.1 %: put in = stored + lost, whatever the network', () => {
    const kPerW = fc.double({ min: 0.3, max: 30, noNaN: true });
    const capacity = fc.double({ min: 2, max: 200, noNaN: true });
    fc.assert(
      fc.property(
        fc.tuple(capacity, capacity, capacity),
        fc.tuple(kPerW, kPerW, kPerW),
        fc.double({ min: 0.5, max: 12, noNaN: true }),
        ([c0, c1, c2], [r0, r1, r2], watts) => {
          const network: Network = {
            names: ['drive', 'sink', 'air'],
            capacityJPerK: [c0, c1, c2],
            between: [
              { a: 0, b: 1, kPerW: r0 },
              { a: 1, b: 2, kPerW: r1 },
            ],
            toRoom: [{ a: 2, kPerW: r2 }],
          };
          const { advance } = propagator(network, 0.05);
          const temperatures = Float64Array.of(22, 22, 22);
          let lost = 0;
          for (let i = 0; i < 6000; i += 1) {
            const before = heatToRoom(network, temperatures, 22);
            advance(temperatures, [watts, 0, 0], 22);
            lost += ((before + heatToRoom(network, temperatures, 22)) / 2) * 0.05;
          }
          const put = watts * 300;
          return Math.abs(heatStored(network, temperatures, 22) + lost - put) < put * 0.001;
        },
      ),
      { numRuns: 25 },
    );
  });
});

const osprey = setting('braskit-osprey');
const place = profile('braskit-osprey').places[0]!;
const bodyOf = (cover: 'on' | 'off' = 'on', more: Parameters<typeof marl>[0] = {}): ThermalBody => {
  const answer = fit(osprey, marl(more));
  const body = thermalBody(place, marl(more).drive, coolingOf(marl(more), answer.layers, 'test', cover));
  if (!body.known) throw new Error(body.what);
  return body.body;
};

describe('a drive in a device', () => {
  it('settles where the resistances say, worked by hand for the nominal numbers', () => {
    const { network, deviceHeatW, roomC } = build(bodyOf(), nominal);
    const [drivePath, board, through, fins] = network.between.map(({ kPerW }) => kPerW);
    // Board 16; free underside 1e6/(8 × 1760) = 71.02; pad 540/880 = 0.614; fins 1e6/(38 × 24000) = 1.096 K/W.
    expect([drivePath, board, through, fins]).toEqual([
      16,
      expect.closeTo(71.02, 2),
      expect.closeTo(0.614, 3),
      expect.closeTo(1.096, 3),
    ]);
    const temperatures = settledByBalance(network, [3, deviceHeatW[1]!, deviceHeatW[2]!], roomC);
    // The rise of 11 K holds the sink's 7 W: 11/0.5 + 3 = 25 W leave the enclosure through 0.5 K/W, 24 + 12.5 = 36.5 °C.
    expect(temperatures[2]).toBeCloseTo(36.5, 6);
    // Sideways 16 ∥ 71.02 = 13.06 K/W. x = T − 36.5: (x₁ − x₂)/0.614 + x₁/13.06 = 3, (x₁ − x₂)/0.614 + 7 = x₂/1.096.
    const [g, s, f] = [1 / 0.61364, 1 / 13.0582, 1 / 1.09649];
    const sinkK = (3 * g + 7 * (g + s)) / ((g + f) * (g + s) - g * g);
    expect(temperatures[1]! - 36.5).toBeCloseTo(sinkK, 1);
    expect(roomC + settledRiseK(modesOf(network), deviceHeatW, 3)).toBeCloseTo(temperatures[0]!, 9);
  });

  it('slows down above its warning temperature, with hysteresis, and keeps what the network can carry off', () => {
    const body = {
      ...bodyOf(),
      sink: null,
      airWPerM2K: about(5, 1, 1, origin),
      faceWPerM2K: about(5, 1, 1, origin),
      boardKPerW: about(40, 1, 1, origin),
    };
    const run = runHeat(build(body, nominal), workloadOf('installing'), 1800, 20);
    expect(run.firstThrottleS).toBeGreaterThan(30);
    expect(run.keptShare).toBeLessThan(0.9);
    expect(Math.max(...run.curveC)).toBeLessThan(90);
    // The settled estimate and the long run agree on what is kept up.
    expect(settle(body, workloadOf('installing')).keptShare.value).toBeCloseTo(run.keptShare, 1);
    expect(
      nominalRun({ body: bodyOf(), workload: workloadOf('idle'), seconds: 600, everyS: 20 }).firstThrottleS,
    ).toBeNull();
  });

  it('never settles warmer with a better pad, at constant power and a sink that no other heat reaches', () => {
    const alone = (through: number) => {
      const body = bodyOf();
      const sink = {
        ...body.sink!,
        throughKPerW: about(through, 0, 0, origin),
        deviceHeatW: about(0, 0, 0, origin),
      };
      return settle({ ...body, sink }, workloadOf('installing')).peakC.value;
    };
    const kPerW = fc.double({ min: 0.05, max: 20, noNaN: true });
    fc.assert(
      fc.property(
        kPerW,
        fc.double({ min: 0, max: 20, noNaN: true }),
        (good, worse) => alone(good) <= alone(good + worse) + 1e-9,
      ),
    );
  });

  it('gives bands around the nominal run, the same for the same seed, and says how many slow down', () => {
    const question = { body: bodyOf(), workload: workloadOf('loading'), seconds: 600, everyS: 30, runs: 60 };
    const finish = (seed: number) => {
      const runs = heatBands(question, randomLcg(seed));
      let step = runs.next();
      let seen = 0;
      for (; !step.done; step = runs.next()) seen = step.value;
      expect(seen).toBe(60);
      return step.value;
    };
    const curve = finish(0.5);
    expect(finish(0.5)).toEqual(curve);
    curve.nominalC.forEach((c, i) => {
      expect(curve.p05C[i]!).toBeLessThanOrEqual(c + 3);
      expect(curve.p95C[i]!).toBeGreaterThanOrEqual(c - 3);
    });
    expect(curve.throttles).toBe(0);
    expect(curve.nominalC).toHaveLength(21);
  });

  it('says which number is missing instead of guessing at it', () => {
    const nameless = thermalBody(place, drive('nerrow-hearth-2000'), coolingOf(marl(), null, 'x'));
    expect(nameless).toMatchObject({ known: false, what: expect.stringContaining('power') });
    expect(thermalBody({ ...place, heat: null }, marl().drive, coolingOf(marl(), null, 'x'))).toMatchObject({
      known: false,
      howToGet: expect.stringContaining('device profile'),
    });
  });
});
