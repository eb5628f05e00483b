import { type Measures, type Place, measureNames } from '../device';
import type { Margin, Missing } from '../margin';
import { type Setting, placesSeen } from './question';

/** A height that nobody can take before the device is open, with the words of the profile for it. */
export type InsideMeasure = { name: Exclude<keyof Measures, 'gap'>; missing: Missing };

function unknownHeights({ form }: Place): InsideMeasure[] {
  if (form.kind !== 'module') return [];
  const heights = [
    ['coverMm', form.coverMm],
    ['moduleUndersideMm', form.moduleUndersideMm],
    ['roomBelowMm', form.roomBelowMm],
    ['sinkUndersideMm', form.sink.kind === 'fixed' ? form.sink.undersideMm : null],
  ] as const;
  return heights.flatMap(([name, height]) => (height && !height.known ? [{ name, missing: height }] : []));
}

/** Heights of the place that are still missing and can only be taken with the device open; the first of each where boards differ. */
export function insideMissing(setting: Setting, caseChangeIds: string[]): InsideMeasure[] {
  const all = placesSeen(setting, caseChangeIds).flatMap(({ place }) => unknownHeights(place));
  return all.filter(({ name }, i) => all.findIndex((other) => other.name === name) === i);
}

/**
 * What must be measured inside before it is known whether a build fits, where nothing else stands in the way; empty where something
 * is over, or where a number is missing that can be had without opening.
 */
export function onlyInside(setting: Setting, caseChangeIds: string[], margins: Margin[]): InsideMeasure[] {
  const unknown = margins.filter(({ verdict }) => verdict === 'unknown');
  if (unknown.length === 0 || margins.some(({ verdict }) => verdict === 'over')) return [];
  const inside = insideMissing(setting, caseChangeIds);
  const isInside = (gone: Missing) => inside.some(({ missing }) => missing.what === gone.what);
  return unknown.every(({ missing }) => missing.length > 0 && missing.every(isInside))
    ? inside.filter(({ missing }) =>
        unknown.some((margin) => margin.missing.some(({ what }) => what === missing.what)),
      )
    : [];
}

/** The same in words: "inside of the cover and underside of the module". */
export const insideWords = (measures: InsideMeasure[]): string =>
  measures.map(({ name }) => measureNames[name]).join(' and ');
