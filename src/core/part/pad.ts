import { z } from 'zod';
import { Known } from '../margin';
import { partBase } from './common';

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
export const Pad = z
  .object({
    schema: z.literal('jicara.pad/2'),
    ...partBase,
    freeThicknessMm: Known,
    squeezePercent: z.object({ from: z.number().min(0).max(90), to: z.number().min(1).max(95) }),
    pressureCurve: PressureCurve,
    /** Share by which a pad's real pressure strays from its curve, either way. */
    pressureSpread: z.number().min(0).max(0.9).default(0.25),
    hardnessShore00: z.number().min(1).max(100),
    conductivityWPerMK: z.number().positive().max(100),
  })
  .superRefine((pad, context) => {
    const wrong = (path: string, message: string) =>
      context.addIssue({ code: 'custom', path: [path], message });
    if (pad.squeezePercent.from >= pad.squeezePercent.to)
      wrong('squeezePercent', 'The squeeze window ends before it begins.');
    const { value, minus } = pad.freeThicknessMm;
    if (value - (minus ?? 0) <= 0 || value > 20)
      wrong('freeThicknessMm', 'A pad is thicker than 0 and at most 20 mm.');
    const rises = pad.pressureCurve.every(
      (point, i, all) =>
        i === 0 ||
        (point.squeezePercent > all[i - 1]!.squeezePercent && point.pressureKPa > all[i - 1]!.pressureKPa),
    );
    if (!rises || pad.pressureCurve[0]!.squeezePercent !== 0 || pad.pressureCurve[0]!.pressureKPa !== 0)
      wrong('pressureCurve', 'The curve begins at 0 % and 0 kPa and rises at every point.');
    if (pad.pressureCurve.at(-1)!.squeezePercent < pad.squeezePercent.to)
      wrong('pressureCurve', 'The curve must reach the upper end of the squeeze window.');
  });
export type Pad = z.infer<typeof Pad>;
