import { type Estimate, type Known, type Missing, about, addKnown } from '../margin';

/** One dimension of a stack with its sign: +1 where it adds to the result, −1 where it takes away. mm. */
export type Dimension = { id: string; name: string; mm: Estimate; sign: 1 | -1 };

/** Sum of a stack's dimensions by both rules; missing where one is. Half-open sides stay open. */
export type StackSum = { worstCase: Estimate; rootSumSquare: Estimate };

const joinRoot = (a: number | null, b: number | null) => (a === null || b === null ? null : Math.hypot(a, b));

/**
 * Adds a stack up: worst case (sum of extremes) and root sum of squares for independent dimensions
 * (ISO/IEC Guide 98-3, 5.1.2, equal weights; the tolerances as half-widths of equal confidence).
 */
export function addUp(dimensions: Dimension[], note: string): StackSum {
  let value = 0;
  let worst: [number | null, number | null] = [0, 0];
  let root: [number | null, number | null] = [0, 0];
  for (const { mm, sign } of dimensions) {
    if (!mm.known) return { worstCase: mm, rootSumSquare: mm };
    const [minus, plus] = sign === 1 ? [mm.minus, mm.plus] : [mm.plus, mm.minus];
    value += sign * mm.value;
    worst = [addKnown(worst[0], minus), addKnown(worst[1], plus)];
    root = [joinRoot(root[0], minus), joinRoot(root[1], plus)];
  }
  const origin = { kind: 'computed', note } as const;
  return {
    worstCase: about(value, worst[0], worst[1], origin),
    rootSumSquare: about(value, root[0], root[1], origin),
  };
}

/** The worst case alone, where nobody asks for the rest. */
export function worstCaseOf(dimensions: Dimension[], note: string): Estimate {
  let value = 0;
  let minus: number | null = 0;
  let plus: number | null = 0;
  for (const { mm, sign } of dimensions) {
    if (!mm.known) return mm;
    value += sign * mm.value;
    minus = addKnown(minus, sign === 1 ? mm.minus : mm.plus);
    plus = addKnown(plus, sign === 1 ? mm.plus : mm.minus);
  }
  return about(value, minus, plus, { kind: 'computed', note });
}

export type Contribution = {
  id: string;
  name: string;
  /** Half-width of the dimension's tolerance, mm; null where a side is open: it must be measured first. */
  halfWidthMm: number | null;
  /** Share of the variance of the whole stack, 0..1; 1 for an open one, since nothing else matters until it is known. */
  share: number;
};

/**
 * Which dimension makes the stack uncertain, greatest first: the one to measure to become sure.
 * Share = half-width² / Σ half-width²; open sides come first.
 */
export function contributions(dimensions: Dimension[]): Contribution[] {
  const lines = dimensions.map(({ id, name, mm }) => ({
    id,
    name,
    halfWidthMm: !mm.known || mm.minus === null || mm.plus === null ? null : (mm.minus + mm.plus) / 2,
  }));
  const total = lines.reduce((sum, { halfWidthMm }) => sum + (halfWidthMm ?? 0) ** 2, 0);
  return lines
    .map((line) => ({
      ...line,
      share: line.halfWidthMm === null ? 1 : total === 0 ? 0 : line.halfWidthMm ** 2 / total,
    }))
    .sort((a, b) => Number(b.halfWidthMm === null) - Number(a.halfWidthMm === null) || b.share - a.share);
}

/** The first dimension that is missing or open on a side, as the number that has to be found; null where none is. */
export function openDimension(dimensions: Dimension[]): Missing | null {
  for (const { name, mm } of dimensions) {
    if (!mm.known) return mm;
    if (mm.minus === null || mm.plus === null)
      return {
        known: false,
        what: `${name} is only a ${mm.minus === null ? 'maximum' : 'minimum'}`,
        howToGet: `Measure the ${name} and enter it with its plus and minus.`,
      };
  }
  return null;
}

/** True where both sides of the estimate are known. */
export const isClosed = (e: Estimate): e is Known & { minus: number; plus: number } =>
  e.known && e.minus !== null && e.plus !== null;
