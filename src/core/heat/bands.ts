import { type Random, draw, isClosed, quantile } from '../stack';
import type { ThermalBody } from './body';
import { build, nominal } from './build';
import { throttleSteps } from './defaults';
import { propagator } from './network';
import { runHeat } from './run';
import type { Workload } from './workload-schema';

export type Band = { p05: number; p50: number; p95: number };

/** Heat of one way to build it, with 5–95 % bands. Curves hold a point every `everyS` seconds. */
export type HeatCurve = {
  name: string;
  everyS: number;
  nominalC: number[];
  p05C: number[];
  p95C: number[];
  /** Share of the runs that slowed down at all, and the minutes until the first one did, among those. */
  throttles: number;
  firstThrottleMin: Band | null;
  warningC: number;
  runs: number;
};

export type HeatQuestion = {
  body: ThermalBody;
  workload: Workload;
  seconds: number;
  everyS: number;
  runs: number;
};

const band = (values: number[]): Band => {
  const sorted = Float64Array.from(values).sort();
  return { p05: quantile(sorted, 0.05), p50: quantile(sorted, 0.5), p95: quantile(sorted, 0.95) };
};

/** The nominal run alone: no band, quick enough for a request. */
export const nominalRun = ({ body, workload, seconds, everyS }: Omit<HeatQuestion, 'runs'>) =>
  runHeat(build(body, nominal), workload, seconds, everyS);

/**
 * Monte Carlo over all uncertain inputs. A generator, so that whoever drives it can show progress and stop between
 * runs: yields the number of runs done, returns the curve.
 */
export function* heatBands(question: HeatQuestion, random: Random): Generator<number, HeatCurve> {
  const { body, workload, seconds, everyS, runs } = question;
  const points = Math.floor(seconds / everyS) + 1;
  const columns = Array.from({ length: points }, () => new Float64Array(runs));
  const first: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const built = build(body, (known) => (isClosed(known) ? draw(known, random) : known.value));
    const run = runHeat(built, workload, seconds, everyS, propagator(built.network, throttleSteps.lookS));
    run.curveC.forEach((driveC, at) => (columns[at]![i] = driveC));
    if (run.firstThrottleS !== null) first.push(run.firstThrottleS / 60);
    yield i + 1;
  }
  columns.forEach((column) => column.sort());
  return {
    name: body.name,
    everyS,
    nominalC: [...nominalRun(question).curveC],
    p05C: columns.map((column) => quantile(column, 0.05)),
    p95C: columns.map((column) => quantile(column, 0.95)),
    throttles: first.length / runs,
    firstThrottleMin: first.length > 0 ? band(first) : null,
    warningC: body.warningC.value,
    runs,
  };
}
