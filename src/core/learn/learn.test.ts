import { randomLcg, randomNormal } from 'd3-random';
import fc from 'fast-check';
import {
  type Observation,
  type Quantity,
  calibrationOf,
  factorOf,
  learnSum,
  learn,
  nothingLearned,
  sumOf,
  widening,
} from '.';

const dayMs = 86_400_000;
const start = Date.parse('2025-11-01T08:00:00.000Z');
const atDay = (day: number) => new Date(start + day * dayMs).toISOString();
const keysOf = (person: string, device: string, step: string) => [
  `person:${person}`,
  `device:${device}`,
  `step:${device}/${step}`,
];

/** A workshop with a hidden truth that drifts: who is quick, which device is slow, which step; one in fifty is a break or a slip. */
function* hiddenYear(seed: number, jobs: number): Generator<Observation[]> {
  const source = randomLcg(seed);
  const normal = randomNormal.source(source)(0, 1);
  const truth = new Map<string, number>();
  const of = (key: string) => {
    const known = truth.get(key) ?? normal() * 0.15;
    truth.set(key, known);
    return known;
  };
  for (let job = 0; job < jobs; job += 1) {
    // Every ten days all of them drift a little.
    for (const [key, value] of truth) truth.set(key, value + normal() * 0.008);
    const person = ['IM', 'TK', 'RB'][Math.floor(source() * 3)]!;
    const device = ['osprey', 'heron', 'wren', 'vault'][Math.floor(source() * 4)]!;
    yield Array.from({ length: 24 }, (_, step) => {
      const keys = keysOf(person, device, `s${step}`);
      const noise = source() < 0.02 ? Math.log(source() < 0.5 ? 6 : 0.1) : normal() * 0.1;
      return {
        ratio: Math.exp(keys.reduce((sum, key) => sum + of(key), 0) + noise),
        keys,
        at: atDay(job * 2.4),
      };
    });
  }
}

type Said = { job: number; least: number; middle: number; most: number; actual: number; at: string };

/** Forecasts of single steps and of whole jobs as they were before each job, with what came. */
function held(seed: number, jobs: number) {
  let quantity: Quantity = nothingLearned;
  const single: Said[] = [];
  const whole: Said[] = [];
  for (const [job, observations] of [...hiddenYear(seed, jobs)].entries()) {
    for (const { keys, at, ratio } of observations)
      single.push({ job, ...factorOf(quantity, keys, at), actual: ratio, at });
    const { at } = observations[0]!;
    const pieces = observations.map(({ keys }) => ({ usual: 1, keys }));
    const actual = observations.reduce((sum, { ratio }) => sum + ratio, 0);
    whole.push({ job, ...sumOf(quantity, pieces, at), actual, at });
    quantity = learnSum(quantity, pieces, actual, at);
    for (const one of observations) quantity = learn(quantity, one);
  }
  return { quantity, single, whole };
}

/** The default that nobody measured, 20 % less to 40 % more (core/job/promise): how wide it is, as a logarithm. */
const defaultWidth = Math.log(1.4 / 0.8);
const later = (all: Said[]) => all.filter(({ job }) => job >= 50);
const meanWidth = (all: Said[]) =>
  all.reduce((sum, { least, most }) => sum + Math.log(most / least), 0) / all.length;

it('after fifty jobs its ranges hold 75 to 85 of a hundred, of a step as of a whole job', () => {
  const seeds = [0.1, 0.37, 0.62, 0.88];
  const all = seeds.map((seed) => held(seed, 150));
  for (const [i, { single }] of all.entries()) {
    const within = calibrationOf(later(single)).within!;
    expect([seeds[i], within >= 0.75 && within <= 0.85, within]).toEqual([seeds[i], true, within]);
  }
  const jobs = all.flatMap(({ whole }) => later(whole));
  const { within } = calibrationOf(jobs);
  expect(within).toBeGreaterThanOrEqual(0.75);
  expect(within).toBeLessThanOrEqual(0.9);
  // A step’s is at most half as wide as what is said of one before anything is learned.
  const { least, most } = factorOf(nothingLearned, keysOf('IM', 'osprey', 's1'), atDay(0));
  const steps = all.flatMap(({ single }) => later(single));
  expect(meanWidth(steps) / Math.log(most / least)).toBeLessThanOrEqual(0.5);
  // A whole job’s at most half as wide as the default for one.
  expect(meanWidth(jobs) / defaultWidth).toBeLessThanOrEqual(0.5);
});

it('a sum evens out what is each step’s own: its range is narrower than its steps’', () => {
  const { quantity } = held(0.5, 60);
  const pieces = Array.from({ length: 24 }, (_, step) => ({
    usual: 1.5,
    keys: keysOf('IM', 'osprey', `s${step}`),
  }));
  const whole = sumOf(quantity, pieces, atDay(150));
  const one = factorOf(quantity, pieces[0]!.keys, atDay(150));
  expect(Math.log(whole.most / whole.least)).toBeLessThan(Math.log(one.most / one.least) / 2);
  expect(Math.log(whole.most / whole.least)).toBeLessThan(Math.log(1.4 / 0.8) / 2);
  expect(whole.middle).toBeGreaterThan(0);
  expect(sumOf(quantity, [], atDay(1))).toMatchObject({ least: 0, middle: 0, most: 0 });
});

it('a person who is new to a device borrows from what is known of both', () => {
  let quantity: Quantity = nothingLearned;
  const see = (person: string, device: string, ratio: number) => {
    for (let i = 0; i < 40; i += 1)
      quantity = learn(quantity, { ratio, keys: keysOf(person, device, `s${i % 8}`), at: atDay(i) });
  };
  see('IM', 'osprey', 1);
  see('TK', 'osprey', 1.4);
  see('IM', 'heron', 1.3);
  const known = factorOf(quantity, keysOf('IM', 'osprey', 's1'), atDay(50));
  const borrowed = factorOf(quantity, keysOf('TK', 'heron', 's1'), atDay(50));
  expect(known.middle).toBeCloseTo(1, 0);
  expect(borrowed.middle).toBeGreaterThan(1.4);
  expect(borrowed.from).toBe(5);
  expect(factorOf(quantity, keysOf('XX', 'other', 's9'), atDay(50)).from).toBe(0);
});

it('an outlier moves it little, whatever its size, and nothing breaks on a ratio of nothing', () => {
  let quantity: Quantity = nothingLearned;
  for (let i = 0; i < 60; i += 1)
    quantity = learn(quantity, { ratio: 1.1, keys: keysOf('IM', 'osprey', 's1'), at: atDay(i) });
  const before = factorOf(quantity, keysOf('IM', 'osprey', 's1'), atDay(60));
  for (const ratio of [40, 1e9, 0, Number.MIN_VALUE]) {
    const after = factorOf(
      learn(quantity, { ratio, keys: keysOf('IM', 'osprey', 's1'), at: atDay(60) }),
      keysOf('IM', 'osprey', 's1'),
      atDay(60),
    );
    expect(Math.abs(Math.log(after.middle / before.middle))).toBeLessThan(0.03);
  }
});

it('what was not seen for long is believed less; what changed for good is followed', () => {
  let quantity: Quantity = nothingLearned;
  const keys = keysOf('IM', 'osprey', 's1');
  for (let i = 0; i < 40; i += 1) quantity = learn(quantity, { ratio: 1, keys, at: atDay(i) });
  const width = (day: number) => {
    const { least, most } = factorOf(quantity, keys, atDay(day));
    return most / least;
  };
  expect(width(700)).toBeGreaterThan(width(41) * 1.05);
  for (let i = 0; i < 40; i += 1) quantity = learn(quantity, { ratio: 1.5, keys, at: atDay(60 + i * 3) });
  expect(factorOf(quantity, keys, atDay(190)).middle).toBeGreaterThan(1.35);
});

it('ranges that did not hold are made wider by themselves, and told', () => {
  const wrong = { ...nothingLearned, scores: Array.from({ length: 100 }, (_, i) => (i % 2 ? 2.4 : -2.6)) };
  expect(widening(wrong)).toBeGreaterThan(1.5);
  expect(factorOf(wrong, ['a'], atDay(0)).isWidened).toBe(true);
  expect(widening(nothingLearned)).toBeCloseTo(1, 1);
});

it('ranges are in order and beliefs stay finite, whatever is seen', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.double({ min: 0, noNaN: true }),
          fc.integer({ min: 0, max: 3 }),
          fc.integer({ min: -50, max: 900 }),
        ),
        { maxLength: 60 },
      ),
      (seen) => {
        let quantity: Quantity = nothingLearned;
        for (const [ratio, key, day] of seen)
          quantity = learn(quantity, { ratio, keys: ['all', `k${key}`], at: atDay(day) });
        const { least, middle, most } = factorOf(quantity, ['all', 'k0'], atDay(900));
        return (
          [least, middle, most].every((one) => Number.isFinite(one) && one > 0) &&
          least <= middle &&
          middle <= most
        );
      },
    ),
  );
});

describe('calibration', () => {
  it('of forecasts that are right lies on the diagonal; of ones that are too narrow it does not', () => {
    const source = randomLcg(0.3);
    const normal = randomNormal.source(source)(0, 1);
    const make = (sd: number) =>
      Array.from({ length: 4000 }, () => ({
        at: atDay(0),
        least: Math.exp(-1.2815515655446004 * sd),
        middle: 1,
        most: Math.exp(1.2815515655446004 * sd),
        actual: Math.exp(normal() * 0.2),
      }));
    const right = calibrationOf(make(0.2));
    expect(right.within).toBeCloseTo(0.8, 1);
    for (const { promised, came } of right.curve) expect(Math.abs(came - promised)).toBeLessThan(0.03);
    const narrow = calibrationOf(make(0.1));
    expect(narrow.within).toBeLessThan(0.55);
    expect(narrow.curve[0]!.came).toBeGreaterThan(0.2);
    expect(calibrationOf([])).toEqual({ count: 0, within: null, between: null, curve: [] });
  });
});
