import { type Calibration, calibrationOf } from './calibration';
import { rangeSd, widening } from './forecast';
import type { Learned, LearnedKind } from './learned';
import { type LessonKind, lessonKinds } from './lesson-keys';
import { type Effect } from './quantity';

/** A cause in the words of the bench: what it is, its name, and the factor that it brings. */
export type LearnedLine = {
  what: string;
  name: string;
  least: number;
  middle: number;
  most: number;
  /** From so many times seen. */
  from: number;
};

/** A forecast beside what came, both against the forecast’s middle. */
export type HeldLine = { at: string; least: number; most: number; actual: number };

export type LearnedKindView = {
  kind: LessonKind;
  /** Single things seen. */
  seen: number;
  calibration: Calibration;
  /** The factor by which its ranges are made wider, or narrower, by how they held. */
  widening: number;
  recent: HeldLine[];
  lines: LearnedLine[];
};

const mostRecent = 60;
/** Of fine causes, such as steps, only those that stand out are told. */
const mostFine = 6;

/** Coarse causes by the first word of their key; all others are fine. */
const coarse = new Set(['person', 'device', 'case', 'place', 'way']);

/** What a bench has learned, kind by kind, in words that `nameOf` gives for a key; null for what has no name any more. */
export const learnedView = (
  learned: Learned,
  nameOf: (key: string) => { what: string; name: string } | null,
): LearnedKindView[] => lessonKinds.map((kind) => kindView(kind, learned[kind], nameOf));

function kindView(
  kind: LessonKind,
  { quantity, held }: LearnedKind,
  nameOf: (key: string) => { what: string; name: string } | null,
): LearnedKindView {
  const all = Object.entries(quantity.effects);
  const isCoarse = ([key]: [string, Effect]) =>
    coarse.has(key.split(' ')[0] ?? '') && key.split(' ').length === 2;
  const stands = ([, { mean, variance }]: [string, Effect]) => Math.abs(mean) / Math.sqrt(variance);
  const fine = all
    .filter((one) => !isCoarse(one) && stands(one) > 2)
    .sort((a, b) => stands(b) - stands(a))
    .slice(0, mostFine);
  const shown = [...all.filter(isCoarse).sort(([a], [b]) => a.localeCompare(b)), ...fine];
  return {
    kind,
    seen: quantity.seen,
    calibration: calibrationOf(held),
    widening: widening({ scores: kind === 'hands' ? quantity.sumScores : quantity.scores }),
    recent: held.slice(-mostRecent).map(({ at, least, middle, most, actual }) => ({
      at,
      least: least / middle,
      most: most / middle,
      actual: actual / middle,
    })),
    lines: shown.flatMap(([key, { mean, variance, count }]) => {
      const named = nameOf(key);
      const sd = Math.sqrt(variance) * rangeSd;
      return named
        ? [
            {
              ...named,
              least: Math.exp(mean - sd),
              middle: Math.exp(mean),
              most: Math.exp(mean + sd),
              from: count,
            },
          ]
        : [];
    }),
  };
}
