import type { Slot } from '../device';
import { type Estimate, about, difference, exact, highest, lowest, sum } from '../margin';
import { type Drive, type Pad, type SizeCode, moduleBoardMm } from '../part';

/** Heights in mm above the main board, from below; the same numbers draw the cut and make the margins. */
export type Stack = {
  moduleUnderside: Estimate;
  moduleTop: Estimate;
  chipTop: Estimate;
  /** Free height between chips and sink; null without a fixed sink. */
  gap: Estimate | null;
  sinkUnderside: Estimate | null;
  sinkTop: Estimate | null;
  cover: Estimate;
};

/** Stacks the module into the slot. Chip height: as stated for the drive, else the class maximum. */
export function stackUp(slot: Slot, drive: Drive, size: SizeCode): Stack {
  const moduleUnderside = slot.moduleUndersideMm;
  const moduleTop = sum([moduleUnderside, moduleBoardMm], 'top of the module’s board');
  const chipTop = sum([moduleTop, drive.chipTopMm ?? size.top], 'top of the chips');
  const sink = slot.sink.kind === 'fixed' ? slot.sink : null;
  return {
    moduleUnderside,
    moduleTop,
    chipTop,
    gap: sink && difference(sink.undersideMm, chipTop, 'gap between chips and sink'),
    sinkUnderside: sink?.undersideMm ?? null,
    sinkTop: sink && sum([sink.undersideMm, sink.thicknessMm], 'top of the sink'),
    cover: slot.coverMm,
  };
}

/**
 * Squeeze of a pad in a gap, percent: (free thickness − gap) / free thickness × 100.
 * The ends come from the corners: least squeeze where the gap is widest and the pad thinnest.
 */
export function padSqueeze(pad: Pad, gap: Estimate): Estimate {
  if (!gap.known) return gap;
  const free = pad.freeThicknessMm;
  const percent = (freeMm: number, gapMm: number) => (1 - gapMm / freeMm) * 100;
  const value = percent(free.value, gap.value);
  const corner = (freeMm: number | null, gapMm: number | null) =>
    freeMm === null || gapMm === null || freeMm <= 0 ? null : percent(freeMm, gapMm);
  // A thicker pad is squeezed more while there is a gap, and less sharply once the gap is gone.
  const [thin, thick] = [lowest(free), highest(free)];
  const [narrow, wide] = [lowest(gap), highest(gap)];
  const least = [corner(thin, wide), corner(thick, wide)];
  const most = [corner(thin, narrow), corner(thick, narrow)];
  const side = (ends: (number | null)[], pick: (...n: number[]) => number) =>
    ends.includes(null) ? null : Math.abs(value - pick(...(ends as number[])));
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

/** How far a pad pressed to the end of its window lifts a fixed sink, mm: 0 where it fits beneath. */
export function sinkLift(pad: Pad | null, gap: Estimate | null): Estimate {
  const none = exact(0, { kind: 'computed', note: 'nothing lifts the sink' });
  if (!pad || !gap) return none;
  if (!gap.known) return gap;
  const pressed = (freeMm: number) => freeMm * (1 - pad.squeezePercent.to / 100);
  const lift = (freeMm: number | null, gapMm: number | null) =>
    freeMm === null || gapMm === null ? null : Math.max(0, pressed(freeMm) - gapMm);
  const value = lift(pad.freeThicknessMm.value, gap.value) ?? 0;
  const low = lift(lowest(pad.freeThicknessMm), highest(gap));
  const high = lift(highest(pad.freeThicknessMm), lowest(gap));
  // Lift is never below zero, so an unknown wide end can only lower it to zero.
  return about(value, value - (low ?? 0), high === null ? null : high - value, {
    kind: 'computed',
    note: 'pad pressed to the end of its window',
  });
}
