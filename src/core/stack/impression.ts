import { type Known, about } from '../margin';
import { type Result, ok, refuse } from '../result';
import { studentQuantile } from './student';

export type Impression = {
  points: number;
  meanMm: number;
  standardDeviationMm: number;
  /** Half-width of the 95 % prediction interval for one more place, mm. */
  halfWidthMm: number;
  estimate: Known;
};

/**
 * The gap from an impression measured at n places: mean, spread s, and the prediction interval for one more place,
 * t × s × √(1 + 1/n) with n − 1 degrees of freedom at 95 % (NIST/SEMATECH e-Handbook of Statistical Methods, 7.2.6).
 * Contact is wanted everywhere, so the interval of the mean, which shrinks to nothing, is the wrong one.
 * `caliperMm` is what the tool itself can be off; it is added. Faults: fewer than three points, or a point below zero.
 */
export function gapFromImpression(pointsMm: number[], caliperMm: number, day: string): Result<Impression> {
  const n = pointsMm.length;
  if (n < 3)
    return refuse(
      'too-few',
      `${n} point${n === 1 ? '' : 's'} give no spread.`,
      'Measure the putty at three places or more.',
    );
  if (pointsMm.some((mm) => !Number.isFinite(mm) || mm < 0 || mm > 60))
    return refuse(
      'no-gap',
      'A gap lies between 0 and 60 mm.',
      'Check the points: millimetres, such as 1.85.',
    );
  const meanMm = pointsMm.reduce((a, b) => a + b, 0) / n;
  const variance = pointsMm.reduce((sum, mm) => sum + (mm - meanMm) ** 2, 0) / (n - 1);
  const standardDeviationMm = Math.sqrt(variance);
  const halfWidthMm =
    studentQuantile(0.975, n - 1) * standardDeviationMm * Math.sqrt(1 + 1 / n) + Math.abs(caliperMm);
  return ok({
    points: n,
    meanMm,
    standardDeviationMm,
    halfWidthMm,
    estimate: about(meanMm, Math.min(meanMm, halfWidthMm), halfWidthMm, {
      kind: 'measured',
      note: `impression at ${n} places, 95 % for one more place`,
      at: day,
    }),
  });
}
