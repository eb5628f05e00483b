import * as z from 'zod';
import { Known } from '../margin';
import { checked, wrong } from './checked';
import { partBase } from './common';
import type { FigureFault } from './ranges';

/** Squeeze against pressure as a data sheet plots it: points from low to high, straight between them. */
export const PressureCurve = z
  .array(
    z.object({
      squeezePercent: z.number().min(0).max(95),
      pressureKPa: z.number().nonnegative().max(10_000),
    }),
  )
  .min(2)
  .max(20);
export type PressureCurve = z.infer<typeof PressureCurve>;

/** A thermal pad on the shelf: free thickness, the squeeze window its maker wants, and what pressing it takes. */
export const PadShape = z.object({
  schema: z.literal('jicara.pad/2'),
  ...partBase,
  freeThicknessMm: Known,
  squeezePercent: z.object({ from: z.number().min(0).max(90), to: z.number().min(1).max(95) }),
  pressureCurve: PressureCurve,
  /** Share by which a pad's real pressure strays from its curve, either way. */
  pressureSpread: z.number().min(0).max(0.9).default(0.25),
  hardnessShore00: z.number().min(1).max(100),
  conductivityWPerMK: z.number().positive().max(100),
});

function padFaults({
  squeezePercent,
  freeThicknessMm,
  pressureCurve,
}: z.infer<typeof PadShape>): FigureFault[] {
  const faults: FigureFault[] = [];
  const when = (is: boolean, path: string, message: string) => is && faults.push(wrong(path, message));
  when(
    squeezePercent.from >= squeezePercent.to,
    'squeezePercent',
    'The squeeze window ends before it begins.',
  );
  const { value, minus } = freeThicknessMm;
  when(value - (minus ?? 0) <= 0, 'freeThicknessMm', 'A pad is thicker than 0 and at most 20 mm.');
  const rises = pressureCurve.every(
    (point, i, all) =>
      i === 0 ||
      (point.squeezePercent > (all[i - 1]?.squeezePercent ?? Infinity) &&
        point.pressureKPa > (all[i - 1]?.pressureKPa ?? Infinity)),
  );
  when(
    !rises || pressureCurve[0]?.squeezePercent !== 0 || pressureCurve[0]?.pressureKPa !== 0,
    'pressureCurve',
    'The curve begins at 0 % and 0 kPa and rises at every point.',
  );
  when(
    pressureCurve.at(-1)!.squeezePercent < squeezePercent.to,
    'pressureCurve',
    'The curve must reach the upper end of the squeeze window.',
  );
  return faults;
}

/** A pad as it may come in. */
export const Pad = checked(PadShape, padFaults);
export type Pad = z.infer<typeof PadShape>;
