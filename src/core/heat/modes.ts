import { symmetricModes } from './matrix';
import type { Network } from './network';
import { type PowerStates, wattsOf } from './workload';
import { type Workload } from './workload-schema';

/**
 * A network taken apart into modes that fall off by themselves: mode m by `rates[m]` (1/s), moved by the heat into node i by
 * `inputs[m * nodes + i]`, and felt by the drive, node 0, by `inputs[m * nodes]`. From C·dT/dt = −K·T + q with the symmetric
 * C^−½·K·C^−½.
 */
export type Modes = { nodes: number; rates: Float64Array; inputs: Float64Array };

const at = (flat: ArrayLike<number>, index: number): number => flat[index] ?? 0;

export function modesOf({ capacityJPerK, between, toRoom }: Network): Modes {
  const nodes = capacityJPerK.length;
  const root = Float64Array.from(capacityJPerK, Math.sqrt);
  const s = new Float64Array(nodes * nodes);
  const add = (i: number, j: number, perK: number) => {
    s[i * nodes + j] = at(s, i * nodes + j) + perK / (at(root, i) * at(root, j));
  };
  for (const { a, b, kPerW } of between) {
    add(a, a, 1 / kPerW);
    add(b, b, 1 / kPerW);
    add(a, b, -1 / kPerW);
    add(b, a, -1 / kPerW);
  }
  for (const { a, kPerW } of toRoom) add(a, a, 1 / kPerW);
  const { values, vectors } = symmetricModes(s, nodes);
  const inputs = new Float64Array(nodes * nodes);
  for (let m = 0; m < nodes; m += 1)
    for (let i = 0; i < nodes; i += 1) inputs[m * nodes + i] = at(vectors, i * nodes + m) / at(root, i);
  return { nodes, rates: values, inputs };
}

/** What the device’s own heat pushes mode m with, K/s in its own measure. */
function pushOfDevice({ nodes, inputs }: Modes, m: number, deviceHeatW: number[]): number {
  let sum = 0;
  for (let i = 1; i < nodes; i += 1) sum += at(inputs, m * nodes + i) * at(deviceHeatW, i);
  return sum;
}

/** The drive over the room, K, settled under constant power; heat that the device itself puts in is in `deviceHeatW`. */
export function settledRiseK(modes: Modes, deviceHeatW: number[], driveW: number): number {
  const { nodes, rates, inputs } = modes;
  let sum = 0;
  for (let m = 0; m < nodes; m += 1) {
    const felt = at(inputs, m * nodes);
    sum += (felt * (felt * driveW + pushOfDevice(modes, m, deviceHeatW))) / at(rates, m);
  }
  return sum;
}

const looks = [0.25, 0.5, 0.75, 1];

/**
 * The highest that the drive comes to over the room, K, once a workload has repeated for so long that every round is like the one
 * before: each mode in closed form, looked at four times in each step.
 */
export function peakRiseK(
  modes: Modes,
  deviceHeatW: number[],
  { steps }: Workload,
  power: PowerStates,
): number {
  const watts = Float64Array.from(steps, ({ does }) => wattsOf(does, power));
  if (watts.every((w) => w === watts[0])) return settledRiseK(modes, deviceHeatW, at(watts, 0));
  const { nodes, rates, inputs } = modes;
  const peaks = new Float64Array(watts.length * looks.length);
  for (let m = 0; m < nodes; m += 1) {
    const [rate, felt] = [at(rates, m), at(inputs, m * nodes)];
    const pushed = pushOfDevice(modes, m, deviceHeatW);
    const towards = (k: number) => (felt * at(watts, k) + pushed) / rate;
    let [kept, added] = [1, 0];
    steps.forEach(({ seconds }, k) => {
      const falls = Math.exp(-rate * seconds);
      added = added * falls + towards(k) * (1 - falls);
      kept *= falls;
    });
    let state = added / (1 - kept);
    steps.forEach(({ seconds }, k) => {
      const to = towards(k);
      looks.forEach((share, i) => {
        const then = to + (state - to) * Math.exp(-rate * seconds * share);
        peaks[k * looks.length + i] = at(peaks, k * looks.length + i) + felt * then;
        // The last look is at the end of the step.
        if (i === looks.length - 1) state = then;
      });
    });
  }
  return peaks.reduce((most, peak) => Math.max(most, peak), -Infinity);
}
