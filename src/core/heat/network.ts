import { type Matrix, exponential, zeros } from './matrix';

/**
 * A lumped thermal network: nodes with heat capacity (J/K), resistances between them (K/W), and resistances to the
 * room. Temperatures in °C, heat in W, time in s.
 */
export type Network = {
  names: string[];
  capacityJPerK: number[];
  between: { a: number; b: number; kPerW: number }[];
  toRoom: { a: number; kPerW: number }[];
};

/** dT/dt = A·T + B·u with u = heat into each node, then the room's temperature. */
function equations({ capacityJPerK, between, toRoom }: Network): { a: Matrix; b: Matrix } {
  const size = capacityJPerK.length;
  const a = zeros(size, size);
  const b = zeros(size, size + 1);
  const add = (matrix: Matrix, i: number, j: number, by: number) => {
    const row = matrix[i];
    if (row) row[j] = (row[j] ?? 0) + by;
  };
  const rateOf = (node: number, kPerW: number) => 1 / (kPerW * (capacityJPerK[node] ?? Infinity));
  const flow = (from: number, to: number, kPerW: number) => {
    add(a, from, from, -rateOf(from, kPerW));
    add(a, from, to, rateOf(from, kPerW));
  };
  for (const { a: one, b: other, kPerW } of between) {
    flow(one, other, kPerW);
    flow(other, one, kPerW);
  }
  for (const { a: node, kPerW } of toRoom) {
    add(a, node, node, -rateOf(node, kPerW));
    add(b, node, size, rateOf(node, kPerW));
  }
  capacityJPerK.forEach((capacity, i) => add(b, i, i, 1 / capacity));
  return { a, b };
}

function put(matrix: Matrix, i: number, j: number, value: number): void {
  const row = matrix[i];
  if (row) row[j] = value;
}

export type Propagator = {
  stepS: number;
  /** Moves `temperatures` on by one step under heat that stays constant in it; in place. */
  advance: (temperatures: Float64Array, heatW: ArrayLike<number>, roomC: number) => void;
};

/**
 * Exact steps for heat that is constant within each: T(t+Δ) = e^{AΔ}·T + ∫e^{As}ds·B·u, both read from the exponential
 * of the matrix [[A, B], [0, 0]]·Δ (Van Loan 1978). The length of the step costs no accuracy; it is how often the
 * drive looks at its temperature.
 */
export function propagator(network: Network, stepS: number): Propagator {
  const size = network.names.length;
  const { a, b } = equations(network);
  const whole = zeros(2 * size + 1, 2 * size + 1);
  a.forEach((row, i) => row.forEach((rate, j) => put(whole, i, j, rate * stepS)));
  b.forEach((row, i) => row.forEach((rate, j) => put(whole, i, size + j, rate * stepS)));
  const e = exponential(whole);
  const next = new Float64Array(size);
  return {
    stepS,
    advance: (temperatures, heatW, roomC) => {
      for (let i = 0; i < size; i += 1) {
        const row = e[i] ?? next;
        let sum = (row[2 * size] ?? 0) * roomC;
        for (let j = 0; j < size; j += 1)
          sum += (row[j] ?? 0) * (temperatures[j] ?? 0) + (row[size + j] ?? 0) * (heatW[j] ?? 0);
        next[i] = sum;
      }
      temperatures.set(next);
    },
  };
}

/** Heat that leaves to the room at these temperatures, W. */
export const heatToRoom = ({ toRoom }: Network, temperatures: ArrayLike<number>, roomC: number): number =>
  toRoom.reduce((sum, { a, kPerW }) => sum + ((temperatures[a] ?? roomC) - roomC) / kPerW, 0);

/** Heat stored in the nodes above a temperature, J. */
export const heatStored = (
  { capacityJPerK }: Network,
  temperatures: ArrayLike<number>,
  fromC: number,
): number =>
  capacityJPerK.reduce((sum, capacity, i) => sum + capacity * ((temperatures[i] ?? fromC) - fromC), 0);
