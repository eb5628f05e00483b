import { type Build, type Setting, fit } from '@/core/fit';
import { type Estimate, type Known, about } from '@/core/margin';
import type { Pad } from '@/core/part';
import type { LayerId } from './cut';

/** Heights that are tried by hand, mm; nothing of it is measured until it is entered as a measure. */
export type Trial = Partial<Record<Exclude<LayerId, 'pad'>, number>>;

/** The tried height keeps the tolerance of the one it takes the place of. */
const tried = (mm: number, instead: Estimate): Known =>
  about(mm, instead.known ? instead.minus : 0.1, instead.known ? instead.plus : 0.1, {
    kind: 'owner',
    note: 'tried on the screen, not measured',
  });

/** The setting and the build as the tried heights make them. */
export function withTrial(setting: Setting, build: Build, trial: Trial): { setting: Setting; build: Build } {
  if (Object.keys(trial).length === 0) return { setting, build };
  const { layers, place } = fit({ ...setting, workload: null }, build);
  if (!layers || place.form.kind !== 'module') return { setting, build };
  const { cover, sink, module, chips, floor } = trial;
  const measures = { ...setting.measures };
  if (floor !== undefined) measures.roomBelowMm = tried(floor, place.form.roomBelowMm);
  if (cover !== undefined) measures.coverMm = tried(cover, layers.cover);
  if (sink !== undefined && place.form.sink.kind === 'fixed')
    measures.sinkUndersideMm = tried(sink, place.form.sink.undersideMm);
  if (module !== undefined) {
    const lift = build.adapter?.addsHeightMm.known ? build.adapter.addsHeightMm.value : 0;
    measures.moduleUndersideMm = tried(Math.max(0.05, module - lift), place.form.moduleUndersideMm);
  }
  // A tried sink or chip height is about the stack: an impression of the gap would hide it.
  if (sink !== undefined || chips !== undefined || module !== undefined) delete measures.gap;
  const moduleTop = layers.moduleTop.known ? layers.moduleTop.value : 0;
  const drive =
    chips === undefined
      ? build.drive
      : {
          ...build.drive,
          measured: {
            ...build.drive.measured,
            chipTopMm: about(Math.max(0.05, chips - moduleTop), 0.05, 0.05, {
              kind: 'owner' as const,
              note: 'tried on the screen, not measured',
            }),
          },
        };
  return { setting: { ...setting, measures }, build: { ...build, drive } };
}

/** The single pad of the shelf whose free thickness is nearest. */
export const nearestPad = (pads: Pad[], mm: number): Pad | null =>
  pads.reduce<Pad | null>(
    (best, pad) =>
      best && Math.abs(best.freeThicknessMm.value - mm) <= Math.abs(pad.freeThicknessMm.value - mm)
        ? best
        : pad,
    null,
  );
