/** A forecast that was held against what came: the range and the middle as they were said before, and the actual value. */
export type Held = { at: string; least: number; middle: number; most: number; actual: number };

export type Calibration = {
  count: number;
  /** Share of actual values within their range, 0..1; null where none was held. */
  within: number | null;
  /** Where the true share may lie, in four cases of five (Wilson 1927). */
  between: { least: number; most: number } | null;
  /** For each share that was promised, how many came below it: a line along the diagonal is a bench that tells the truth. */
  curve: { promised: number; came: number }[];
};

/** The share of a normal law below z (Abramowitz and Stegun 7.1.26, error under 1.5e-7). */
export function below(z: number): number {
  const t = 1 / (1 + 0.3275911 * (Math.abs(z) / Math.SQRT2));
  const tail =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
  const half = (tail * Math.exp(-(z * z) / 2)) / 2;
  return z >= 0 ? 1 - half : half;
}

const z80 = 1.2815515655446004;

/** Where on its forecast an actual value came, 0..1: a half is the middle. */
export function placeOn({ least, middle, most, actual }: Omit<Held, 'at'>): number {
  const side = actual >= middle ? most / middle : middle / least;
  const sd = Math.log(side) / z80;
  if (sd <= 0) return actual < middle ? 0 : actual > middle ? 1 : 0.5;
  return below(Math.log(actual / middle) / sd);
}

/** How well forecasts held. */
export function calibrationOf(held: readonly Held[]): Calibration {
  const count = held.length;
  if (count === 0) return { count, within: null, between: null, curve: [] };
  const hits = held.filter(({ least, most, actual }) => actual >= least && actual <= most).length;
  const within = hits / count;
  const places = held.map(placeOn);
  const shares = Array.from({ length: 9 }, (_, i) => (i + 1) / 10);
  return {
    count,
    within,
    between: wilson(within, count),
    curve: shares.map((promised) => ({
      promised,
      came: places.filter((place) => place <= promised).length / count,
    })),
  };
}

function wilson(share: number, count: number): { least: number; most: number } {
  const square = z80 * z80;
  const middle = (share + square / (2 * count)) / (1 + square / count);
  const half =
    (z80 / (1 + square / count)) * Math.sqrt((share * (1 - share)) / count + square / (4 * count * count));
  return { least: Math.max(0, middle - half), most: Math.min(1, middle + half) };
}
