import { extent } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import type { HeatCurve } from '@/core/heat';

export const heatSize = { width: 430, height: 112, left: 32, right: 8, top: 8, bottom: 18 };

export type HeatPicture = {
  curves: { name: string; line: string; band: string; endY: number }[];
  x: (seconds: number) => number;
  y: (c: number) => number;
  seconds: (x: number) => number;
  ticksMin: { at: number; x: number }[];
  ticksC: { at: number; y: number }[];
};

/** The heat chart: curves with their 5–95 % bands over minutes; all of it from the same numbers as the text. */
export function heatPicture(curves: HeatCurve[], limitsC: number[]): HeatPicture {
  const { width, height, left, right, top, bottom } = heatSize;
  const seconds = Math.max(60, ...curves.map(({ everyS, nominalC }) => everyS * (nominalC.length - 1)));
  const all = curves.flatMap(({ p05C, p95C }) => [...p05C, ...p95C]);
  const [low = 20, high = 80] = extent([...all, ...limitsC, 20]);
  const x = scaleLinear([0, seconds], [left, width - right]);
  const y = scaleLinear([Math.floor(low / 10) * 10, Math.ceil((high + 2) / 10) * 10], [height - bottom, top]);
  return {
    x,
    y,
    seconds: (px) => Math.min(seconds, Math.max(0, x.invert(px))),
    curves: curves.map(({ name, everyS, nominalC, p05C, p95C }) => ({
      name,
      line:
        line<number>(
          (_, i) => x(i * everyS),
          (c) => y(c),
        )(nominalC) ?? '',
      band:
        area<number>(
          (_, i) => x(i * everyS),
          (_, i) => y(p05C[i]!),
          (_, i) => y(p95C[i]!),
        )(nominalC) ?? '',
      endY: y(nominalC.at(-1) ?? low),
    })),
    ticksMin: x
      .ticks(6)
      .map((at) => ({ at: at / 60, x: x(at) }))
      .filter(({ at }) => Number.isInteger(at)),
    ticksC: y.ticks(4).map((at) => ({ at, y: y(at) })),
  };
}

/** What a curve says at a moment: nearest point. */
export function curveAt({ everyS, nominalC, p05C, p95C }: HeatCurve, seconds: number) {
  const i = Math.max(0, Math.min(nominalC.length - 1, Math.round(seconds / everyS)));
  return { seconds: i * everyS, nominalC: nominalC[i]!, p05C: p05C[i]!, p95C: p95C[i]! };
}
