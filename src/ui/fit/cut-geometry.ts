import type { Layers } from '@/core/fit';
import type { Estimate, Known } from '@/core/margin';

export type Box = { x: number; y: number; width: number; height: number };

/** The cut through the slot, in pixels of an 860 × 250 drawing; all of it from the same numbers as the margins. */
export type Cut = {
  width: number;
  height: number;
  pxPerMmUp: number;
  pxPerMmAlong: number;
  mainBoard: Box;
  socket: Box;
  module: Box;
  chips: Box[];
  chipsBelow: Box[];
  /** What the drive lies on beside its stand-off; null without an adapter. */
  adapter: Box | null;
  /** Top of the tallest part under the module; null where it is not known. */
  floor: { y: number; band: Box } | null;
  standOffs: { x: number; mm: number; used: boolean; height: number }[];
  pad: Box | null;
  sink: { base: Box; fins: Box[]; under: Box | null } | null;
  cover: { y: number; band: Box } | null;
  /** Heights of dimension lines, from below: y of both ends. */
  spans: {
    gap: { from: number; to: number } | null;
    left: { from: number; to: number } | null;
    module: { from: number; to: number };
  };
};

export type CutQuestion = {
  layers: CutLayers;
  moduleLengthMm: number;
  /** Free height under the module, as the place gives it. */
  roomBelow: Estimate;
  adapterMm: number;
  standOffsMm: number[];
  /** Plain plates have no fins; a plate below has its own height. */
  finned: boolean;
  underPlate: boolean;
  /** Pad's free thickness; null without a pad. */
  padFreeMm: number | null;
};

/** What the drawing needs of the layers. */
export type CutLayers = Pick<
  Layers,
  | 'sinkPlace'
  | 'moduleUnderside'
  | 'moduleTop'
  | 'chipTop'
  | 'below'
  | 'gap'
  | 'sinkUnderside'
  | 'sinkTop'
  | 'top'
  | 'cover'
>;

const width = 860;
const height = 252;
const groundY = 226;
const left = 56;
const valueOf = (e: Estimate | null): number | null => (e?.known ? e.value : null);
const spreadOf = (e: Known) => Math.max(e.minus ?? 0, e.plus ?? 0);

/** Computes the drawing. Heights are stretched against lengths; the stretch is said beside the picture. */
export function cutGeometry({
  layers,
  moduleLengthMm,
  roomBelow,
  adapterMm,
  standOffsMm,
  finned,
  underPlate,
  padFreeMm,
}: CutQuestion): Cut {
  const bottomMm = layers.below.known ? layers.below.value + (layers.below.plus ?? 0) : 0;
  const cover = valueOf(layers.cover);
  const sinkTop = valueOf(layers.sinkTop);
  const chipTop = valueOf(layers.chipTop) ?? 0;
  const topMm = Math.max(cover ?? 0, sinkTop ?? 0, chipTop + 1, 4) * 1.1;
  const longestMm = Math.max(moduleLengthMm, ...standOffsMm) + 8;
  const pxPerMmUp = (groundY - 18) / topMm;
  const pxPerMmAlong = (width - left - 170) / longestMm;
  const y = (mm: number) => groundY - mm * pxPerMmUp;
  const x = (mm: number) => left + mm * pxPerMmAlong;
  const box = (fromMm: number, toMm: number, lowMm: number, highMm: number): Box => ({
    x: x(fromMm),
    y: y(highMm),
    width: (toMm - fromMm) * pxPerMmAlong,
    height: Math.max(0.5, (highMm - lowMm) * pxPerMmUp),
  });
  const underside = valueOf(layers.moduleUnderside) ?? 1.5;
  const moduleTop = valueOf(layers.moduleTop) ?? underside + 0.8;
  const share = (from: number, to: number) => [moduleLengthMm * from, moduleLengthMm * to] as const;
  const places = [share(0.1, 0.26), share(0.31, 0.56), share(0.6, 0.85)];
  const sinkLow = valueOf(layers.sinkUnderside);
  const hasSink = sinkLow !== null && sinkTop !== null;
  const [padFrom, padTo] = share(0.08, 0.88);
  const gapTop = sinkLow ?? chipTop;
  const finCount = 14;
  const sinkFrom = padFrom - 2;
  const sinkTo = padTo + 2;
  const baseMm = hasSink ? (finned ? sinkLow + (sinkTop - sinkLow) * 0.25 : sinkTop) : 0;
  const pitch = (sinkTo - sinkFrom) / finCount;
  return {
    width,
    height,
    pxPerMmUp,
    pxPerMmAlong,
    mainBoard: { x: left - 46, y: groundY, width: longestMm * pxPerMmAlong + 56, height: 18 },
    // The socket reaches a fixed way beyond the module's end, whatever the scale along it.
    socket: { ...box(0, 4, 0, moduleTop + 0.5), x: left - 40, width: 40 + 4 * pxPerMmAlong },
    module: box(0, moduleLengthMm, underside, moduleTop),
    chips: places.map(([from, to]) => box(from, to, moduleTop, chipTop)),
    chipsBelow:
      bottomMm > 0 && !underPlate
        ? places.slice(1).map(([from, to]) => box(from, to, underside - bottomMm, underside))
        : [],
    adapter: adapterMm > 0 ? box(2, moduleLengthMm, underside - adapterMm, underside) : null,
    floor: roomBelow.known
      ? {
          y: y(underside - adapterMm - roomBelow.value),
          band: {
            x: x(moduleLengthMm * 0.3),
            y: y(Math.max(0, underside - adapterMm - roomBelow.value)),
            width: moduleLengthMm * 0.5 * pxPerMmAlong,
            height: Math.max(1.5, Math.max(0, underside - adapterMm - roomBelow.value) * pxPerMmUp),
          },
        }
      : null,
    standOffs: standOffsMm.map((mm) => ({
      x: x(mm),
      mm,
      used: mm === moduleLengthMm,
      height: underside * pxPerMmUp,
    })),
    // A pad is drawn as pressed into the gap; where it does not reach the sink, at its free thickness.
    pad:
      hasSink && padFreeMm !== null && gapTop > chipTop
        ? box(padFrom, padTo, chipTop, Math.min(gapTop, chipTop + padFreeMm))
        : null,
    sink: hasSink
      ? {
          base: box(sinkFrom, sinkTo, sinkLow, baseMm),
          fins: finned
            ? Array.from({ length: finCount }, (_, i) =>
                box(sinkFrom + pitch * (i + 0.28), sinkFrom + pitch * (i + 0.72), baseMm, sinkTop),
              )
            : [],
          under: underPlate ? box(sinkFrom, sinkTo, underside - bottomMm, underside) : null,
        }
      : null,
    cover:
      cover === null || !layers.cover.known
        ? null
        : {
            y: y(cover),
            band: {
              x: left - 46,
              y: y(cover + spreadOf(layers.cover)),
              width: longestMm * pxPerMmAlong + 56,
              height: 2 * spreadOf(layers.cover) * pxPerMmUp,
            },
          },
    spans: {
      gap: hasSink ? { from: y(chipTop), to: y(sinkLow) } : null,
      left: cover === null ? null : { from: y(hasSink ? sinkTop : chipTop), to: y(cover) },
      module: { from: groundY, to: y(chipTop) },
    },
  };
}
