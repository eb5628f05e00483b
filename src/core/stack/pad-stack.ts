import { type Known, about, addKnown, highest, lowest } from '../margin';
import type { Pad, PressureCurve } from '../part';

/** One pad, or two on each other, as one: free thickness, window and curve of the whole. */
export type PadStack = {
  pads: Pad[];
  freeThicknessMm: Known;
  squeezePercent: { from: number; to: number };
  pressureCurve: PressureCurve;
  pressureSpread: number;
  /** Σ thickness share / conductivity, m·K/W: the stack as one material. */
  resistivityMKPerW: number;
};

/** y at x on a curve of points in rising order; straight between them, and on along the last stretch beyond the end. */
function along(points: { x: number; y: number }[], x: number): number {
  let i = 1;
  while (i < points.length - 1 && points[i]!.x < x) i += 1;
  const [a, b] = [points[i - 1]!, points[i]!];
  return a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x);
}

/** Squeeze of a pad under a pressure, percent. */
export const squeezeAt = (curve: PressureCurve, kPa: number): number =>
  Math.min(
    95,
    along(
      curve.map(({ squeezePercent, pressureKPa }) => ({ x: pressureKPa, y: squeezePercent })),
      Math.max(0, kPa),
    ),
  );

/** Pressure that a squeeze takes, kPa; 0 where the pad is not touched. */
export const pressureAt = (curve: PressureCurve, percent: number): number =>
  percent <= 0
    ? 0
    : along(
        curve.map(({ squeezePercent, pressureKPa }) => ({ x: squeezePercent, y: pressureKPa })),
        percent,
      );

const remembered = new WeakMap<Pad, PadStack>();

const single = (pad: Pad): PadStack => ({
  pads: [pad],
  freeThicknessMm: pad.freeThicknessMm,
  squeezePercent: pad.squeezePercent,
  pressureCurve: pad.pressureCurve,
  pressureSpread: pad.pressureSpread,
  resistivityMKPerW: 1 / pad.conductivityWPerMK,
});

/**
 * Pads laid on each other as one; null for none. The same pressure goes through all of them, so the whole gives way by
 * Σ tᵢ·sᵢ(p) / Σ tᵢ. The window begins where the last pad has reached its own and ends where the first leaves it.
 */
export function padStack(pads: Pad[]): PadStack | null {
  const [first, ...others] = pads;
  if (!first) return null;
  if (others.length === 0) {
    const known = remembered.get(first) ?? single(first);
    remembered.set(first, known);
    return known;
  }
  const free = pads.reduce((sum, pad) => sum + pad.freeThicknessMm.value, 0);
  const side = (pick: (known: Known) => number | null) =>
    pads.reduce<number | null>((sum, pad) => {
      const part = pick(pad.freeThicknessMm);
      return addKnown(sum, part);
    }, 0);
  const whole = (kPa: number) =>
    pads.reduce((sum, pad) => sum + pad.freeThicknessMm.value * squeezeAt(pad.pressureCurve, kPa), 0) / free;
  const pressures = [
    ...new Set(pads.flatMap(({ pressureCurve }) => pressureCurve.map((p) => p.pressureKPa))),
  ].sort((a, b) => a - b);
  const from = Math.max(...pads.map((pad) => pressureAt(pad.pressureCurve, pad.squeezePercent.from)));
  const to = Math.min(...pads.map((pad) => pressureAt(pad.pressureCurve, pad.squeezePercent.to)));
  return {
    pads,
    freeThicknessMm: about(
      free,
      side(({ minus }) => minus),
      side(({ plus }) => plus),
      {
        kind: 'computed',
        note: 'free thicknesses added',
      },
    ),
    squeezePercent: { from: whole(from), to: whole(to) },
    pressureCurve: pressures.map((pressureKPa) => ({ squeezePercent: whole(pressureKPa), pressureKPa })),
    pressureSpread: Math.max(...pads.map((pad) => pad.pressureSpread)),
    resistivityMKPerW: pads.reduce(
      (sum, pad) => sum + pad.freeThicknessMm.value / free / pad.conductivityWPerMK,
      0,
    ),
  };
}

/**
 * Resistance of one touching face, mm²K/W: soft pad on a chip or a metal. A named default; measured values of such
 * pads lie between these ends, and a clean flat face is at the low one.
 */
export const contactMm2KPerW: Known = about(20, 10, 30, {
  kind: 'default',
  note: 'contact of a soft pad, 10 to 50 mm²K/W a face',
});

/**
 * Thermal resistance of a pad stack as squeezed, K/W: thickness / (conductivity × area) and one contact on each face
 * (pads + 1 of them). `thicknessMm` is what is left of it, `areaMm2` what touches.
 */
export const padKPerW = (
  stack: PadStack,
  thicknessMm: number,
  areaMm2: number,
  contact = contactMm2KPerW.value,
): number => (thicknessMm * stack.resistivityMKPerW * 1000 + contact * (stack.pads.length + 1)) / areaMm2;

/** Thickness as squeezed when the gap is given: the gap itself, or the free thickness where it is not touched. */
export const squeezedMm = (freeMm: number, gapMm: number): number => Math.min(freeMm, Math.max(0, gapMm));

/** Corners of a Known; an open side stays open. */
export const ends = (known: Known): { low: number | null; high: number | null } => ({
  low: lowest(known),
  high: highest(known),
});

/** "2.0 mm Soft", "1.5 + 1.0 mm": the pads of a stack as they are asked for. */
export const padWords = (pads: Pad[]): string =>
  pads.map((pad) => `${pad.model} ${pad.freeThicknessMm.value.toFixed(1)}`).join(' + ');
