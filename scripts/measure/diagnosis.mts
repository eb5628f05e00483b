import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { DeviceProfile } from '../../src/core/device';
import {
  DiagnosisTable,
  type DeviceFaultId,
  deviceFaultsOf,
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
function truthOf(profile: DeviceProfile, random: () => number): DeviceFaultId[] {
  const weights = deviceFaultsOf(profile).map(({ id, weight }) => ({
    id,
    weight: weight * 3 ** (2 * random() - 1),
  }));
  const draw = (from: typeof weights) => {
    let at = random() * from.reduce((sum, { weight }) => sum + weight, 0);
    return from.find(({ weight }) => (at -= weight) < 0) ?? from.at(-1)!;
  };
  const first = draw(weights);
  if (random() < 0.8 || first.id === 'slow-start') return [first.id];
  return [first.id, draw(weights.filter(({ id }) => id !== first.id && id !== 'slow-start')).id];
}

const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

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

/** Minutes to a running device against a good technician's rule, over made cases of every profile. */
export function measureDiagnosis(): boolean {
  return readdirSync(devices)
    .map((name) => {
      const profile = DeviceProfile.parse(JSON.parse(readFileSync(join(devices, name), 'utf8')));
      const table = new DiagnosisTable(profile);
      const random = generator(7);
      const [ours, theirs]: [number[], number[]] = [[], []];
      let [wrong, wrongTheirs] = [0, 0];
      for (let i = 0; i < cases; i += 1) {
        const truth = truthOf(profile, random);
        const a = runByInformation(table, truth, generator(i + 1));
        const b = runByRule(table, truth, generator(i + 1));
        ours.push(a.minutes);
        theirs.push(b.minutes);
        wrong += a.wrongMends > 0 ? 1 : 0;
        wrongTheirs += b.wrongMends > 0 ? 1 : 0;
      }
      const { ratio, from, to } = ratioOf(ours, theirs, random);
      console.log(
        `       ${profile.name}: ${mean(ours).toFixed(1)} min against ${mean(theirs).toFixed(1)} min; a wrong cause mended in ${((100 * wrong) / cases).toFixed(1)} % against ${((100 * wrongTheirs) / cases).toFixed(1)} %`,
      );
      return report(
        `${profile.name}: minutes to a running device against the rule`,
        `× ${ratio.toFixed(2)} (${from.toFixed(2)} to ${to.toFixed(2)})`,
        'below × 1',
        ratio < 1,
      );
    })
    .every(Boolean);
}
