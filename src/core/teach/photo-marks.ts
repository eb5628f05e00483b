import { type Result, ok, refuse } from '../result';

/** A place on a photo, in pixels. */
export type Mark = { xPx: number; yPx: number };

/** Two marks on a scale that lies beside the thing, how far they are apart on it, and two marks on the thing. */
export type PhotoMarks = { scale: readonly [Mark, Mark]; scaleMm: number; thing: readonly [Mark, Mark] };

/** Marks nearer to each other than this say nothing: where they are put is as large as what lies between. */
const leastApartPx = 8;

const apart = ([a, b]: readonly [Mark, Mark]) => Math.hypot(b.xPx - a.xPx, b.yPx - a.yPx);

/**
 * A length by two marks against a scale in the same plane, mm, and by how much putting the marks can have it off: each of the four by `markPx`,
 * independent, on two distances of which the length is the quotient (ISO/IEC Guide 98-3, 5.1.2). What the camera adds by looking aslant is not in
 * it. Fault `marks`: two of them lie on each other, or the scale has no length.
 */
export function readPhotoMarks(
  { scale, scaleMm, thing }: PhotoMarks,
  markPx: number,
): Result<{ mm: number; plusMinusMm: number }> {
  const [scalePx, thingPx] = [apart(scale), apart(thing)];
  if (!(scaleMm > 0) || scalePx < leastApartPx || thingPx < leastApartPx)
    return refuse(
      'marks',
      'Two marks lie on each other, or nobody said how far the scale’s are apart.',
      'Put two on the scale, far apart, and say how many mm lie between; two on the ends of what is measured.',
    );
  const mm = (scaleMm * thingPx) / scalePx;
  // Both ends of a distance: √2 of one mark.
  const share = Math.SQRT2 * Math.hypot(markPx / scalePx, markPx / thingPx);
  return ok({ mm, plusMinusMm: mm * share });
}
