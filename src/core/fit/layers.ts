import type { ModuleForm } from '../device';
import { type Estimate, type Known, about, exact, highest, lowest, sum } from '../margin';
import { type Adapter, type Drive, type FormFactor, chipTop, moduleBoardMm } from '../part';
import { type Dimension, type PadStack, ends, padStack, pressureAt, squeezeAt, worstCaseOf } from '../stack';
import { chipAreaMm2 } from '../heat';
import type { Build, Setting } from './question';

export type ModuleSize = FormFactor & { kind: 'module' };

/** What cools the drive in this build, and how it is held: it decides where the sink stands. */
export type SinkPlace = 'fixed' | 'own' | 'held' | 'framed' | 'none';

/** Heights in mm above the main board, from below; the same numbers draw the cut and make the margins. */
export type Layers = {
  sinkPlace: SinkPlace;
  moduleUnderside: Estimate;
  moduleTop: Estimate;
  chipTop: Estimate;
  /** Lowest face of what hangs below the module's board, counted downwards from its underside. */
  below: Estimate;
  /** Free height between chips and sink; null where nothing gives it. */
  gap: Estimate | null;
  gapFrom: Dimension[] | null;
  pads: PadStack | null;
  /** Squeeze of the pads, percent, and what is left of them, mm; null without pads or sink. */
  squeeze: Estimate | null;
  padMm: Estimate | null;
  /** Force through the pads on the board, N. */
  force: Estimate | null;
  sinkUnderside: Estimate | null;
  sinkTop: Estimate | null;
  /** The highest face of the build. */
  top: Estimate;
  topFrom: Dimension[];
  cover: Estimate;
  areaMm2: Known;
};

const up = (id: string, name: string, mm: Estimate): Dimension => ({ id, name, mm, sign: 1 });
const down = (id: string, name: string, mm: Estimate): Dimension => ({ id, name, mm, sign: -1 });
const worst = worstCaseOf;

/**
 * Squeeze of a pad in a gap, percent: (free thickness − gap) / free thickness × 100.
 * The ends come from the corners: least squeeze where the gap is widest and the pad thinnest.
 */
export function padSqueeze(
  { freeThicknessMm: free }: Pick<PadStack, 'freeThicknessMm'>,
  gap: Estimate,
): Estimate {
  if (!gap.known) return gap;
  const percent = (freeMm: number, gapMm: number) => (1 - gapMm / freeMm) * 100;
  const value = percent(free.value, gap.value);
  const corner = (freeMm: number | null, gapMm: number | null) =>
    freeMm === null || gapMm === null || freeMm <= 0 ? null : percent(freeMm, gapMm);
  // A thicker pad is squeezed more while there is a gap, and less sharply once the gap is gone.
  const [thin, thick] = [lowest(free), highest(free)];
  const [narrow, wide] = [lowest(gap), highest(gap)];
  const least = [corner(thin, wide), corner(thick, wide)];
  const most = [corner(thin, narrow), corner(thick, narrow)];
  const side = (corners: (number | null)[], pick: (...n: number[]) => number) =>
    corners.includes(null) ? null : Math.abs(value - pick(...(corners as number[])));
  return about(value, side(least, Math.min), side(most, Math.max), {
    kind: 'computed',
    note: 'pad squeeze at both ends of the tolerances',
  });
}

/** Free thicknesses that stay in the squeeze window at both ends of the gap, mm; null where none can or an end is unknown. */
export function padThicknessWanted(
  gap: Estimate,
  window: { from: number; to: number },
): { from: number; to: number } | null {
  if (!gap.known) return null;
  const [narrow, wide] = [lowest(gap), highest(gap)];
  if (narrow === null || wide === null) return null;
  const from = wide / (1 - window.from / 100);
  const to = narrow / (1 - window.to / 100);
  return narrow > 0 && from <= to ? { from, to } : null;
}

/** How far pads pressed to the end of their window lift a fixed sink, mm: 0 where they fit beneath. */
export function sinkLift(pads: PadStack | null, gap: Estimate | null): Estimate {
  const none = exact(0, { kind: 'computed', note: 'nothing lifts the sink' });
  if (!pads || !gap) return none;
  if (!gap.known) return gap;
  const pressed = (freeMm: number) => freeMm * (1 - pads.squeezePercent.to / 100);
  const lift = (freeMm: number | null, gapMm: number | null) =>
    freeMm === null || gapMm === null ? null : Math.max(0, pressed(freeMm) - gapMm);
  const value = lift(pads.freeThicknessMm.value, gap.value) ?? 0;
  const low = lift(lowest(pads.freeThicknessMm), highest(gap));
  const high = lift(highest(pads.freeThicknessMm), lowest(gap));
  // Lift is never below zero, so an unknown wide end can only lower it to zero.
  return about(value, value - (low ?? 0), high === null ? null : high - value, {
    kind: 'computed',
    note: 'pad pressed to the end of its window',
  });
}

/** What is left of pads in a given gap: the gap, or their free thickness where they do not reach. */
function leftInGap({ freeThicknessMm: free }: PadStack, gap: Estimate): Estimate {
  if (!gap.known) return gap;
  const cap = (gapMm: number | null, freeMm: number | null) =>
    gapMm === null ? freeMm : freeMm === null ? null : Math.max(0, Math.min(gapMm, freeMm));
  const value = cap(gap.value, free.value) ?? 0;
  const low = lowest(gap) === null ? null : cap(lowest(gap), lowest(free));
  const high = cap(highest(gap), highest(free));
  return about(
    value,
    low === null ? null : Math.max(0, value - low),
    high === null ? null : Math.max(0, high - value),
    {
      kind: 'computed',
      note: 'pad as squeezed into the gap',
    },
  );
}

/** Force that a squeeze takes, N: pressure × area, with the curve's and the area's own spread. kPa × mm² = mN. */
function forceOf(pads: PadStack, squeeze: Estimate, area: Known): Estimate {
  if (!squeeze.known) return squeeze;
  const newton = (percent: number, mm2: number, share: number) =>
    (pressureAt(pads.pressureCurve, Math.min(95, percent)) * share * mm2) / 1000;
  const value = newton(squeeze.value, area.value, 1);
  const { low, high } = ends(squeeze);
  const spread = pads.pressureSpread;
  return about(
    value,
    low === null ? null : value - newton(low, area.value - area.minus!, 1 - spread),
    high === null ? null : newton(high, area.value + area.plus!, 1 + spread) - value,
    { kind: 'computed', note: 'pressure of the pad × area of the chips' },
  );
}

/** Squeeze that a given force makes, percent. */
function squeezeUnder(pads: PadStack, force: Known, area: Known): Estimate {
  const percent = (newton: number, mm2: number, share: number) =>
    squeezeAt(pads.pressureCurve, (newton * 1000) / (Math.max(1, mm2) * share));
  const value = percent(force.value, area.value, 1);
  const spread = pads.pressureSpread;
  const { low, high } = ends(force);
  return about(
    value,
    low === null ? null : value - percent(low, area.value + area.plus!, 1 + spread),
    high === null ? null : percent(high, area.value - area.minus!, 1 - spread) - value,
    { kind: 'computed', note: 'squeeze under the force that holds the sink' },
  );
}

/** free × (1 − squeeze), mm. */
function leftUnder({ freeThicknessMm: free }: PadStack, squeeze: Estimate): Estimate {
  if (!squeeze.known) return squeeze;
  const left = (mm: number | null, percent: number | null) =>
    mm === null || percent === null ? null : mm * (1 - percent / 100);
  const value = left(free.value, squeeze.value)!;
  const low = left(lowest(free), highest(squeeze));
  const high = left(highest(free), lowest(squeeze));
  return about(value, low === null ? null : value - low, high === null ? null : high - value, {
    kind: 'computed',
    note: 'pad as pressed by the sink',
  });
}

const deeper = (a: Estimate, b: Estimate): Estimate =>
  !a.known ? a : !b.known ? b : (highest(a) ?? Infinity) >= (highest(b) ?? Infinity) ? a : b;

/** The drive on its foot, whatever is laid on it. */
type Seated = {
  foot: Dimension[];
  board: Dimension;
  chip: Dimension;
  moduleUnderside: Estimate;
  moduleTop: Estimate;
  chipsAt: Estimate;
};

const seatedBefore = new WeakMap<Drive, { form: ModuleForm; adapter: Adapter | null; seated: Seated }>();

/** Worked out once for a drive: whoever looks for its pad asks it of one after the other. */
function seatedOf(form: ModuleForm, drive: Drive, adapter: Adapter | null, size: ModuleSize): Seated {
  const known = seatedBefore.get(drive);
  if (known?.form === form && known.adapter === adapter) return known.seated;
  const foot = [
    up('module', 'height of the module', form.moduleUndersideMm),
    ...(adapter ? [up('adapter', 'height of the adapter', adapter.addsHeightMm)] : []),
  ];
  const board = up('board', 'the module’s board', moduleBoardMm);
  const chip = up('chips', `chips of the ${drive.model}`, chipTop(drive) ?? size.top);
  const seated = {
    foot,
    board,
    chip,
    moduleUnderside: worst(foot, 'underside of the module'),
    moduleTop: worst([...foot, board], 'top of the module’s board'),
    chipsAt: worst([...foot, board, chip], 'top of the chips'),
  };
  seatedBefore.set(drive, { form, adapter, seated });
  return seated;
}

/** Stacks the build into the slot. Chip height: as measured or stated for the drive, else the class maximum. */
export function layersOf(form: ModuleForm, { measures }: Setting, build: Build, size: ModuleSize): Layers {
  const { drive, adapter, sink } = build;
  const pads = padStack(build.pads);
  const areaMm2 = chipAreaMm2(size);
  const { foot, board, chip, moduleUnderside, moduleTop, chipsAt } = seatedOf(form, drive, adapter, size);
  const base = {
    moduleUnderside,
    moduleTop,
    chipTop: chipsAt,
    below: drive.ownSink ? deeper(size.bottom, drive.ownSink.belowBoardMm) : size.bottom,
    cover: form.coverMm,
    areaMm2,
    gap: null,
    gapFrom: null,
    pads: null,
    squeeze: null,
    padMm: null,
    force: null,
    sinkUnderside: null,
    sinkTop: null,
  };
  if (form.sink.kind === 'fixed') {
    const { undersideMm, thicknessMm } = form.sink;
    const impression = measures.gap?.driveId === drive.id ? measures.gap.mm : null;
    const gapFrom = impression
      ? [up('gap', 'gap by the impression', impression)]
      : [
          up('sink', 'underside of the sink', undersideMm),
          ...[...foot, board, chip].map((d) => down(d.id, d.name, d.mm)),
        ];
    const gap = worst(gapFrom, 'gap between chips and sink');
    const squeeze = pads && padSqueeze(pads, gap);
    const rest = [
      up('sink', 'underside of the sink', undersideMm),
      up('sink-body', 'thickness of the sink', thicknessMm),
    ];
    const lift = sinkLift(pads, gap);
    const sinkTop = worst(rest, 'top of the sink');
    const lifted = sum([sinkTop, lift], 'top of the sink as lifted by the pad');
    return {
      ...base,
      sinkPlace: 'fixed',
      gap,
      gapFrom,
      pads,
      squeeze,
      padMm: pads && leftInGap(pads, gap),
      force: pads && squeeze && forceOf(pads, squeeze, areaMm2),
      sinkUnderside: undersideMm,
      sinkTop,
      // Without a pad the sink rests where the profile says; a pad in a gap that is not known may lift it.
      top: lifted,
      topFrom: lift.known && lift.value > 0 ? [...rest, up('lift', 'lift by the pad', lift)] : rest,
    };
  }
  if (drive.ownSink) {
    const topFrom = [...foot, board, up('own-sink', 'the drive’s own sink', drive.ownSink.aboveBoardMm)];
    const top = worst(topFrom, 'top of the drive’s own sink');
    return { ...base, sinkPlace: 'own', sinkUnderside: chipsAt, sinkTop: top, top, topFrom };
  }
  if (!sink) return { ...base, sinkPlace: 'none', top: chipsAt, topFrom: [...foot, board, chip] };
  const body = [
    up('sink-base', 'base of the sink', sink.baseMm),
    up('sink-fins', 'fins of the sink', sink.finsMm),
  ];
  const below = sink.underBoardMm ? deeper(size.bottom, sink.underBoardMm) : base.below;
  if (sink.hold.by === 'frame') {
    const frame = up('frame', 'gap of the frame', sink.hold.gapAboveBoardMm);
    const gapFrom = [frame, down(chip.id, chip.name, chip.mm)];
    const gap = worst(gapFrom, 'gap between chips and sink');
    const squeeze = pads && padSqueeze(pads, gap);
    const topFrom = [...foot, board, frame, ...body];
    const top = worst(topFrom, 'top of the sink');
    return {
      ...base,
      below,
      sinkPlace: 'framed',
      gap,
      gapFrom,
      pads,
      squeeze,
      padMm: pads && leftInGap(pads, gap),
      force: pads && squeeze && forceOf(pads, squeeze, areaMm2),
      sinkUnderside: worst([...foot, board, frame], 'underside of the sink'),
      sinkTop: top,
      top,
      topFrom,
    };
  }
  const squeeze = pads && squeezeUnder(pads, sink.hold.forceN, areaMm2);
  const padMm = pads && squeeze && leftUnder(pads, squeeze);
  const pressed = padMm ? [up('pad', 'pad as pressed', padMm)] : [];
  const topFrom = [...foot, board, chip, ...pressed, ...body];
  const top = worst(topFrom, 'top of the sink');
  return {
    ...base,
    below,
    sinkPlace: 'held',
    pads,
    squeeze,
    padMm,
    force: sink.hold.forceN,
    sinkUnderside: worst([...foot, board, chip, ...pressed], 'underside of the sink'),
    sinkTop: top,
    top,
    topFrom,
  };
}

/** Height from the module's board upwards to the top of the build, mm. */
export const aboveBoard = (layers: Layers): Estimate =>
  worst(
    layers.topFrom.filter(({ id }) => id !== 'module' && id !== 'adapter' && id !== 'board'),
    'height above the module’s board',
  );
