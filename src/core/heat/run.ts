import { throttleSteps } from './defaults';
import type { Built } from './build';
import { type Propagator, propagator } from './network';
import { stepAt, wattsOf } from './workload';
import { type Workload } from './workload-schema';

export type Run = {
  /** Drive temperature at every `everyS`, from 0 on, °C. */
  curveC: Float64Array;
  /** Seconds until it first slowed down; null where it never did. */
  firstThrottleS: number | null;
  /** Work done as a share of what it would do without slowing, over the last third of the time; 1 where it had nothing to do. */
  keptShare: number;
};

/** Throttling with hysteresis: up a step at its threshold, down again when it has fallen by the hysteresis below it. */
function nextLevel(level: number, driveC: number, { warningC, criticalC }: Built): number {
  const { hysteresisK } = throttleSteps;
  if (driveC >= criticalC) return 2;
  if (level === 2) return driveC > criticalC - hysteresisK ? 2 : 1;
  if (driveC >= warningC) return 1;
  return level === 1 && driveC > warningC - hysteresisK ? 1 : 0;
}

const shareOf = [1, throttleSteps.warningShare, throttleSteps.criticalShare] as const;

/**
 * One run: everything at room temperature, the device switched on and working from the first second. The power of a
 * slowed drive falls in proportion to its speed, down to idle. Seconds in, °C out.
 */
export function runHeat(
  built: Built,
  workload: Workload,
  seconds: number,
  everyS: number,
  ready: Propagator = propagator(built.network, throttleSteps.lookS),
): Run {
  const size = built.network.names.length;
  const temperatures = new Float64Array(size).fill(built.roomC);
  const heat = Float64Array.from(built.deviceHeatW);
  const curveC = new Float64Array(Math.floor(seconds / everyS) + 1);
  curveC[0] = built.roomC;
  let level = 0;
  let firstThrottleS: number | null = null;
  let wanted = 0;
  let done = 0;
  const steps = Math.floor(seconds / ready.stepS);
  const lateFrom = (steps * 2) / 3;
  for (let i = 0; i < steps; i += 1) {
    const watts = wattsOf(stepAt(workload, i * ready.stepS).does, built.power);
    const busy = Math.max(0, watts - built.power.idle);
    const share = shareOf[level]!;
    heat[0] = Math.min(watts, built.power.idle) + busy * share;
    ready.advance(temperatures, heat, built.roomC);
    const driveC = temperatures[0]!;
    level = nextLevel(level, driveC, built);
    if (level > 0 && firstThrottleS === null) firstThrottleS = (i + 1) * ready.stepS;
    if (i >= lateFrom) {
      wanted += busy;
      done += busy * share;
    }
    const at = ((i + 1) * ready.stepS) / everyS;
    if (Number.isInteger(at)) curveC[at] = driveC;
  }
  return {
    curveC,
    firstThrottleS,
    keptShare: wanted > 0 ? done / wanted : 1,
  };
}
