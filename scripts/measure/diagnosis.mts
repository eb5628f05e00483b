import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { DeviceProfile } from '../../src/core/device';
import {
  type CaseEnd,
  DiagnosisTable,
  World,
  boundMinutes,
  runByCheapest,
  runByInformation,
  runByRule,
} from '../../src/core/simulator';
import { report } from './report.mjs';

const cases = 2000;
const devices = join(import.meta.dirname, '../../demo/devices');

/** A small fast generator (mulberry32): the same seed makes the same cases. */
function generator(seed: number) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** One or two hidden faults, drawn by weights that differ from the believed ones by up to a factor of three either way. */
function truthOf(world: World, random: () => number): string[] {
  const weights = world.faults.map(({ id, weight }) => ({ id, weight: weight * 3 ** (2 * random() - 1) }));
  const draw = (from: typeof weights) => {
    let at = random() * from.reduce((sum, { weight }) => sum + weight, 0);
    return from.find(({ weight }) => (at -= weight) < 0) ?? from.at(-1)!;
  };
  const first = draw(weights);
  if (random() < 0.8 || first.id === 'slow-start') return [first.id];
  return [first.id, draw(weights.filter(({ id }) => id !== first.id && id !== 'slow-start')).id];
}

const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
const percent = (part: number, of: number) => `${((100 * part) / of).toFixed(1)} %`;

/** The ratio of two means over the same cases with what nine of ten samples of them stay within (bootstrap, percentile). */
function ratioOf(ours: number[], theirs: number[], random: () => number) {
  const samples = Array.from({ length: 400 }, () => {
    let [a, b] = [0, 0];
    for (let i = 0; i < ours.length; i += 1) {
      const pick = Math.floor(random() * ours.length);
      a += ours[pick]!;
      b += theirs[pick]!;
    }
    return a / b;
  }).sort((a, b) => a - b);
  return { ratio: mean(ours) / mean(theirs), from: samples[20]!, to: samples[379]! };
}

const times = ({ ratio, from, to }: ReturnType<typeof ratioOf>) =>
  `× ${ratio.toFixed(2)} (${from.toFixed(2)} to ${to.toFixed(2)})`;

const wrong = (ends: CaseEnd[]) => ends.filter(({ wrongMends }) => wrongMends > 0).length;

/** Minutes to a running device against two good rules and against one who knows, and how faults outside every list end. */
export function measureDiagnosis(): boolean {
  return readdirSync(devices)
    .map((name) => {
      const profile = DeviceProfile.parse(JSON.parse(readFileSync(join(devices, name), 'utf8')));
      const world = new World(profile);
      const table = new DiagnosisTable(world);
      const random = generator(7);
      const listed = Array.from({ length: cases }, (_, i) => {
        const truth = truthOf(world, random);
        return {
          truth,
          ours: runByInformation(table, truth, generator(i + 1)),
          rule: runByRule(table, truth, generator(i + 1)),
          cheapest: runByCheapest(table, truth, generator(i + 1)),
        };
      });
      const outside = Array.from({ length: cases }, (_, i) =>
        runByInformation(table, null, generator(i + 1)),
      );
      const minutes = (way: 'ours' | 'rule' | 'cheapest') => listed.map((one) => one[way].minutes);
      const singles = listed.filter(({ truth }) => truth.length === 1);
      const bound = ratioOf(
        singles.map(({ ours }) => ours.minutes),
        singles.map(({ truth }) => boundMinutes(world, world.fault(truth[0]!)!)),
        random,
      );
      const toRule = ratioOf(minutes('ours'), minutes('rule'), random);
      const toCheapest = ratioOf(minutes('ours'), minutes('cheapest'), random);
      const wrongs = [
        wrong(listed.map(({ ours }) => ours)),
        wrong(listed.map(({ rule }) => rule)),
        wrong(listed.map(({ cheapest }) => cheapest)),
      ] as const;
      const lost = listed.filter(({ ours }) => ours.end !== 'starts').length;
      const atNone = outside.filter(({ end, inVain }) => end === 'none' && inVain === 0).length;
      const acts = outside.map((end) => end.acts).sort((a, b) => a - b)[cases / 2]!;
      console.log(
        `       ${profile.name}: ${mean(minutes('ours')).toFixed(1)} min against ${mean(minutes('rule')).toFixed(1)} and ${mean(minutes('cheapest')).toFixed(1)}; a wrong cause mended in ${percent(wrongs[0], cases)} against ${percent(wrongs[1], cases)} and ${percent(wrongs[2], cases)}`,
      );
      const { name: device } = profile;
      return [
        report(
          `${device}: minutes against the highest prior for a minute`,
          times(toRule),
          'below × 1',
          toRule.ratio < 1,
        ),
        report(
          `${device}: minutes against the cheapest look first`,
          times(toCheapest),
          'below × 1',
          toCheapest.ratio < 1,
        ),
        report(
          `${device}: minutes of single faults against one who knows`,
          times(bound),
          'at most × 1.2',
          bound.ratio <= 1.2,
        ),
        report(
          `${device}: wrong remedies against the better rule`,
          percent(wrongs[0], cases),
          `at most ${percent(Math.min(wrongs[1], wrongs[2]), cases)}`,
          wrongs[0] <= Math.min(wrongs[1], wrongs[2]),
        ),
        report(
          `${device}: listed faults that end without a running device`,
          percent(lost, cases),
          'at most 5 %',
          lost <= cases * 0.05,
        ),
        report(
          `${device}: others end at none of these, nothing done twice`,
          `${percent(atNone, cases)}, ${acts} acts in the middle`,
          'at least 95 %, within 10',
          atNone >= cases * 0.95 && acts <= 10,
        ),
      ].every(Boolean);
    })
    .every(Boolean);
}
