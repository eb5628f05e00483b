import { type Known, about } from '../margin';
import type { ThermalBody } from './body';
import { type Built, type Pick, build, nominal } from './build';
import { type Modes, modesOf, peakRiseK, settledRiseK } from './modes';
import type { Network } from './network';
import { throttled } from './throttle';
import type { Workload } from './workload-schema';

/**
 * What a drive comes to in the long run: the highest temperature if it never slowed down, °C, and what its slowing down costs: the share
 * of its working time that it is slowed, and the share of its speed that it keeps, 0..1.
 */
export type Settled = { peakC: Known; throttledShare: Known; keptShare: Known };

const peakIn = (modes: Modes, { deviceHeatW, power, roomC }: Built, workload: Workload): number =>
  roomC + peakRiseK(modes, deviceHeatW, workload, power);

/** Highest settled temperature of one choice of all numbers under a workload, without slowing down, °C. */
export const peakOf = (built: Built, workload: Workload): number =>
  peakIn(modesOf(built.network), built, workload);

/** Whether two choices of numbers come to the same network: power and room are no part of it. */
const sameNetwork = (one: Network, other: Network): boolean =>
  one.capacityJPerK.every((capacity, i) => capacity === other.capacityJPerK[i]) &&
  one.between.every(({ kPerW }, i) => kPerW === other.between[i]?.kPerW) &&
  one.toRoom.every(({ kPerW }, i) => kPerW === other.toRoom[i]?.kPerW);

/** Every uncertain number of a body that its temperature depends on, to move one at a time. */
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
];

const joined = (a: number, b: number | null) => (b === null ? null : Math.hypot(a, b));

/**
 * Settled heat under a workload with root-sum-square uncertainty: each input moved to its ends alone, the changes added in quadrature
 * (ISO/IEC Guide 98-3, 5.1.4, by differences). What slowing down costs is taken at the ends of how far the heat
 * stays below the drive's own warning, so it is never better where the heat is worse. `null` on a side where one of the limits' is.
 */
export function settle(body: ThermalBody, workload: Workload): Settled {
  const middleBuilt = build(body, nominal);
  const modes = modesOf(middleBuilt.network);
  const peakC = peakIn(modes, middleBuilt, workload);
  const idleC = middleBuilt.roomC + settledRiseK(modes, middleBuilt.deviceHeatW, middleBuilt.power.idle);
  const peakAt = (pick: Pick) => {
    const built = build(body, pick);
    const isSame = sameNetwork(built.network, middleBuilt.network);
    return peakIn(isSame ? modes : modesOf(built.network), built, workload);
  };
  let [warmer, cooler] = [0, 0];
  for (const moved of numbersOf(body)) {
    if (moved.minus === 0 && moved.plus === 0) continue;
    const shifts = [moved.value - (moved.minus ?? 0), moved.value + (moved.plus ?? 0)].map(
      (end) => peakAt((known) => (known === moved ? end : known.value)) - peakC,
    );
    warmer += Math.max(0, ...shifts) ** 2;
    cooler += Math.min(0, ...shifts) ** 2;
  }
  [warmer, cooler] = [Math.sqrt(warmer), Math.sqrt(cooler)];
  const note = `thermal network, ${workload.name.toLowerCase()}, settled`;
  const slowed = (byK: number) =>
    throttled({
      idleC: idleC + byK,
      fullC: peakC + byK,
      warningC: body.warningC.value,
      criticalC: body.criticalC.value,
    });
  const worse = joined(warmer, body.warningC.minus);
  const better = joined(cooler, body.warningC.plus);
  const [middle, worst, best] = [
    slowed(0),
    worse === null ? null : slowed(worse),
    better === null ? null : slowed(-better),
  ];
  const origin = { kind: 'computed', note: `${note}; slowing down by steps` } as const;
  return {
    peakC: about(peakC, cooler, warmer, { kind: 'computed', note: `${note}, without slowing down` }),
    throttledShare: about(
      middle.share,
      best && middle.share - best.share,
      worst && worst.share - middle.share,
      origin,
    ),
    keptShare: about(middle.kept, worst && middle.kept - worst.kept, best && best.kept - middle.kept, origin),
  };
}

/**
 * The same where a pad may touch or may not: the middle is that of the likelier case, and the band holds both.
 */
export function settleEither(likelier: Settled, other: Settled): Settled {
  const both = (a: Known, b: Known): Known => {
    const side = (x: number | null, y: number | null) =>
      x === null || y === null ? null : Math.max(0, x, y);
    return about(
      a.value,
      side(a.minus, b.minus === null ? null : a.value - b.value + b.minus),
      side(a.plus, b.plus === null ? null : b.value - a.value + b.plus),
      { ...a.origin, note: `${a.origin.note}; contact uncertain`.slice(0, 400) },
    );
  };
  return {
    peakC: both(likelier.peakC, other.peakC),
    throttledShare: both(likelier.throttledShare, other.throttledShare),
    keptShare: both(likelier.keptShare, other.keptShare),
  };
}
