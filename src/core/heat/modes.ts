import { symmetricModes, zeros } from './matrix';
import type { Network } from './network';
import { type PowerStates, type Workload, wattsOf } from './workload';

/**
 * A network taken apart into modes that fall off by themselves: each by `rates` (1/s), moved by the heat into node i by `inputs[m][i]`,
 * and felt by the drive, node 0, by `inputs[m][0]`. From C·dT/dt = −K·T + q with the symmetric C^−½·K·C^−½.
 */
export type Modes = { rates: Float64Array; inputs: Float64Array[] };

export function modesOf({ capacityJPerK, between, toRoom }: Network): Modes {
  const size = capacityJPerK.length;
  const root = capacityJPerK.map(Math.sqrt);
  const s = zeros(size, size);
  const add = (i: number, j: number, perK: number) => (s[i]![j]! += perK / (root[i]! * root[j]!));
  for (const { a, b, kPerW } of between) {
    add(a, a, 1 / kPerW);
    add(b, b, 1 / kPerW);
    add(a, b, -1 / kPerW);
    add(b, a, -1 / kPerW);
  }
  for (const { a, kPerW } of toRoom) add(a, a, 1 / kPerW);
  const { values, vectors } = symmetricModes(s);
  return {
    rates: values,
    inputs: [...values].map((_, m) => Float64Array.from(root, (r, i) => vectors[i]![m]! / r)),
  };
}

/** What pushes mode m, K/s in its own measure. */
function push(inputs: Float64Array, deviceHeatW: number[], driveW: number): number {
  let sum = inputs[0]! * driveW;
  for (let i = 1; i < inputs.length; i += 1) sum += inputs[i]! * (deviceHeatW[i] ?? 0);
  return sum;
}

/** The drive over the room, K, settled under constant power; heat that the device itself puts in is in `deviceHeatW`. */
export function settledRiseK({ rates, inputs }: Modes, deviceHeatW: number[], driveW: number): number {
  let sum = 0;
  for (let m = 0; m < inputs.length; m += 1) {
    const input = inputs[m]!;
    sum += (input[0]! * push(input, deviceHeatW, driveW)) / rates[m]!;
  }
  return sum;
}

const looks = [0.25, 0.5, 0.75, 1];

/**
 * The highest that the drive comes to over the room, K, once a workload has repeated for so long that every round is like the one
 * before: each mode in closed form, looked at four times in each step.
 */
export function peakRiseK(
  { rates, inputs }: Modes,
  deviceHeatW: number[],
  workload: Workload,
  power: PowerStates,
): number {
  const watts = workload.steps.map(({ does }) => wattsOf(does, power));
  if (watts.every((w) => w === watts[0])) return settledRiseK({ rates, inputs }, deviceHeatW, watts[0]!);
  const peaks = new Float64Array(watts.length * looks.length);
  inputs.forEach((input, m) => {
    const rate = rates[m]!;
    const towards = watts.map((w) => push(input, deviceHeatW, w) / rate);
    const falls = workload.steps.map(({ seconds }) => Math.exp(-rate * seconds));
    let [kept, added] = [1, 0];
    towards.forEach((to, k) => {
      added = added * falls[k]! + to * (1 - falls[k]!);
      kept *= falls[k]!;
    });
    let state = added / (1 - kept);
    towards.forEach((to, k) => {
      const { seconds } = workload.steps[k]!;
      looks.forEach((share, i) => {
        const then = to + (state - to) * Math.exp(-rate * seconds * share);
        peaks[k * looks.length + i]! += input[0]! * then;
      });
      state = to + (state - to) * falls[k]!;
    });
  });
  return peaks.reduce((most, peak) => Math.max(most, peak), -Infinity);
}
