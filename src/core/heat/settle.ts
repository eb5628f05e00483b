import { type Known, about } from '../margin';
import type { ThermalBody } from './body';
import { type Built, type Pick, build, nominal } from './build';
import { settled } from './network';
import { type Workload, meanWatts } from './workload';

/** What a settled drive comes to without simulating: its temperature, and the share of its speed that it keeps up. */
export type Settled = { driveC: Known; keptShare: Known };

const settledAt = (body: ThermalBody, workload: Workload, pick: Pick) =>
  settledOf(build(body, pick), workload);

/** Settled temperature and kept-up share of one choice of all numbers, under the workload's mean power. */
export function settledOf(
  { network, deviceHeatW, power, roomC, warningC }: Built,
  workload: Workload,
): { driveC: number; keptShare: number } {
  const at = (watts: number) => {
    const heat = [...deviceHeatW];
    heat[0] = watts;
    return settled(network, heat, roomC)?.[0] ?? Infinity;
  };
  const mean = meanWatts(workload, power);
  const driveC = at(mean);
  if (driveC <= warningC || mean <= power.idle) return { driveC, keptShare: 1 };
  // The network is linear: throttling finds the power that holds it at the warning temperature.
  const idleC = at(power.idle);
  return { driveC: warningC, keptShare: Math.max(0, Math.min(1, (warningC - idleC) / (driveC - idleC))) };
}

/** Every uncertain number of a body, to move one at a time. */
const numbersOf = (body: ThermalBody): Known[] => [
  body.driveMassG,
  body.freeFaceMm2,
  body.boardKPerW,
  body.airWPerM2K,
  body.faceWPerM2K,
  body.enclosureRiseK,
  body.enclosureKPerW,
  body.roomC,
  ...(body.sink
    ? [body.sink.massG, body.sink.finnedAreaMm2, body.sink.throughKPerW, body.sink.deviceHeatW]
    : []),
  ...Object.values(body.power),
  body.warningC,
];

/**
 * Settled temperature and kept-up share under a workload's mean power, with root-sum-square uncertainty: each input
 * moved to its ends alone, the changes added in quadrature (ISO/IEC Guide 98-3, 5.1.4, by differences).
 * Throttling included: it never settles above the warning temperature. °C and 0..1.
 */
export function settle(body: ThermalBody, workload: Workload): Settled {
  const middle = settledAt(body, workload, nominal);
  const squares = { warmer: 0, cooler: 0, more: 0, less: 0 };
  for (const moved of numbersOf(body)) {
    const shifts = [moved.value - (moved.minus ?? 0), moved.value + (moved.plus ?? 0)].map((end) => {
      const at = settledAt(body, workload, (known) => (known === moved ? end : known.value));
      return { driveC: at.driveC - middle.driveC, keptShare: at.keptShare - middle.keptShare };
    });
    const most = (key: 'driveC' | 'keptShare') => Math.max(0, ...shifts.map((shift) => shift[key])) ** 2;
    const least = (key: 'driveC' | 'keptShare') => Math.min(0, ...shifts.map((shift) => shift[key])) ** 2;
    squares.warmer += most('driveC');
    squares.cooler += least('driveC');
    squares.more += most('keptShare');
    squares.less += least('keptShare');
  }
  const origin = {
    kind: 'computed',
    note: `thermal network, ${workload.name.toLowerCase()}, settled`,
  } as const;
  return {
    driveC: about(middle.driveC, Math.sqrt(squares.cooler), Math.sqrt(squares.warmer), origin),
    keptShare: about(
      middle.keptShare,
      Math.min(middle.keptShare, Math.sqrt(squares.less)),
      Math.min(1 - middle.keptShare, Math.sqrt(squares.more)),
      origin,
    ),
  };
}
