import type { Place, ProfileShape } from '../device';
import { type Estimate, type MarginUnit, type Range, about, missing, rangeFault } from '../margin';
import { figureRanges } from '../part';
import { type Result, ok, refuse } from '../result';
import type { FigureEntry } from './figure-entry';
import { plainAnswersOf } from './plain-answers';
import { studentQuantile } from '../stack';

/** A figure of a place that somebody can measure or read from a paper: where it stands in the profile, and how it is got. */
export type Figure = {
  id: string;
  path: readonly [string, ...string[]];
  words: string;
  unit: MarginUnit;
  howToGet: string;
};

const figure = (path: string, words: string, unit: MarginUnit, howToGet: string): Figure => {
  const [first = path, ...rest] = path.split('.');
  return { id: path, path: [first, ...rest], words, unit, howToGet };
};

const paper = 'Read it in the maker’s manual or service note.';
const caliper = (what: string) => `Measure it with a caliper: ${what}.`;

const ofModules: readonly Figure[] = [
  figure(
    'form.coverMm',
    'Inside of the cover',
    'mm',
    'Lay putty on the drive, close the cover, open it, measure the putty at three points or more; add the height of the drive’s top.',
  ),
  figure(
    'form.moduleUndersideMm',
    'Underside of the module',
    'mm',
    caliper('from the main board up to the underside of a module that is in'),
  ),
  figure(
    'form.roomBelowMm',
    'Room below the module',
    'mm',
    'Feeler gauge between the module and the tallest part on the main board below it.',
  ),
  figure('form.aboveBoardAtMostMm', 'Above the board, by the maker', 'mm', paper),
  figure('form.belowBoardAtMostMm', 'Below the board, by the maker', 'mm', paper),
  figure('form.totalAtMostMm', 'In all, by the maker', 'mm', paper),
  figure(
    'form.reachAtMostMm',
    'Reach from the socket',
    'mm',
    caliper('from the socket to whatever stands behind the farthest stand-off'),
  ),
  figure(
    'form.roomBesideMm',
    'Beside a sink',
    'mm',
    caliper('from the module’s edge to what stands beside it, on the narrower side'),
  ),
  figure(
    'form.roomBehindMm',
    'Behind a sink',
    'mm',
    caliper('from the module’s end to what stands behind it'),
  ),
  figure('form.boardForceAtMostN', 'Force on the board', 'N', paper),
];

const ofFixedSinks: readonly Figure[] = [
  figure(
    'form.sink.undersideMm',
    'Underside of the sink',
    'mm',
    'Putty on the chips, closed and opened: the gap, and the height of the chips.',
  ),
  figure('form.sink.thicknessMm', 'Thickness of the sink', 'mm', caliper('its plate at three places')),
];

const ofBays: readonly Figure[] = [
  figure(
    'form.heightAtMostMm',
    'Height of the bay',
    'mm',
    caliper('from its floor to whatever closes it, at the lowest place'),
  ),
];

const ofAll: readonly Figure[] = [
  figure('limits.readAtLeastBytesPerS', 'Reads', 'bytes/s', paper),
  figure('limits.generationAtLeast', 'Link generation wanted', 'generation', paper),
  figure('limits.capacityFromGB', 'Capacity from', 'GB', paper),
  figure('limits.capacityToGB', 'Capacity to', 'GB', paper),
  figure('powerAtMostW', 'Draw on the slot', 'W', paper),
];

/** The figures that this place can have, the known and the unknown ones. */
export const figuresOf = ({ form, protocols }: Place): Figure[] => [
  ...(form.kind === 'module' ? [...ofModules, ...(form.sink.kind === 'fixed' ? ofFixedSinks : [])] : []),
  ...('heightAtMostMm' in form ? ofBays : []),
  ...ofAll.filter(
    ({ id }) => id !== 'limits.generationAtLeast' || protocols.includes('NVMe') || protocols.length === 0,
  ),
];

/** What a figure is now; null where nobody has asked for it yet. */
export function figureAt(place: Place, { path }: Figure): Estimate | null {
  let at: unknown = place;
  for (const step of path)
    at = typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[step] : null;
  return typeof at === 'object' && at !== null && 'known' in at ? (at as Estimate) : null;
}

export type Readings = {
  mean: number;
  spread: number;
  least: number;
  most: number;
  estimate: Extract<Estimate, { known: true }>;
};

/**
 * Several readings of one figure. One: the tool’s own share on both sides. More: the interval in which one more place would lie,
 * 95 %, t × s × √(1 + 1/n) with n − 1 degrees of freedom (NIST/SEMATECH e-Handbook of Statistical Methods, 7.2.6), and the tool’s
 * share on top. `readings` must not be empty.
 */
export function ofReadings(
  readings: readonly number[],
  toolPlusMinus: number,
  origin: { tool: string; at: string; by: string; photo?: string },
): Readings {
  const n = readings.length;
  const mean = readings.reduce((sum, one) => sum + one, 0) / n;
  const spread = n > 1 ? Math.sqrt(readings.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (n - 1)) : 0;
  const half = (n > 1 ? studentQuantile(0.975, n - 1) * spread * Math.sqrt(1 + 1 / n) : 0) + toolPlusMinus;
  return {
    mean,
    spread,
    least: Math.min(...readings),
    most: Math.max(...readings),
    estimate: about(mean, half, half, {
      kind: 'measured',
      note: `${origin.tool}, ${n === 1 ? 'one reading' : `${n} readings, 95 % for one more`}, ${origin.by}`,
      at: origin.at,
      ...(origin.photo === undefined ? {} : { photo: origin.photo }),
    }),
  };
}

function estimateOf(
  entry: Exclude<FigureEntry, { way: 'answer' }>,
  { words, howToGet }: Figure,
  said: { at: string; by: string },
): Estimate {
  switch (entry.way) {
    case 'unknown':
      return missing(words.toLowerCase(), howToGet);
    case 'paper':
      return about(entry.value, entry.minus, entry.plus, {
        kind: 'data-sheet-typical',
        note: `${entry.source}; typed in by ${said.by}`,
        at: entry.at,
      });
    case 'measured':
      return ofReadings(entry.readings, entry.toolPlusMinus, {
        tool: entry.tool,
        photo: entry.photo,
        ...said,
      }).estimate;
  }
}

const put = (at: object, [step, ...rest]: readonly string[], value: unknown): object => ({
  ...at,
  [step!]: rest.length === 0 ? value : put((at as Record<string, object>)[step!] ?? {}, rest, value),
});

function enterAnswer(
  profile: ProfileShape,
  place: Place,
  { figureId, value }: Extract<FigureEntry, { way: 'answer' }>,
): Result<ProfileShape> {
  const asked = plainAnswersOf(place).find(({ id }) => id === figureId);
  if (!asked || (value !== null && !asked.options.some((option) => option.value === value)))
    return refuse('not-found', 'This device has no such answer.', 'Choose one from its list.');
  const changed = asked.change(value);
  return ok({ ...profile, places: profile.places.map((one) => (one === place ? changed : one)) });
}

/**
 * The profile with one figure entered. `said` is the day and the initials of who enters it.
 * Faults: `not-found`, `range`.
 */
export function enterFigure(
  profile: ProfileShape,
  entry: FigureEntry,
  said: { at: string; by: string },
): Result<ProfileShape> {
  const place = profile.places.find(({ id }) => id === entry.placeId);
  if (place && entry.way === 'answer') return enterAnswer(profile, place, entry);
  const which = place && figuresOf(place).find(({ id }) => id === entry.figureId);
  if (!place || !which || entry.way === 'answer')
    return refuse('not-found', 'This device has no such figure.', 'Choose one from its list of limits.');
  const estimate = estimateOf(entry, which, said);
  const range: Range | undefined = figureRanges[which.path.at(-1)!];
  const ends = entry.way === 'measured' ? entry.readings : estimate.known ? [estimate.value] : [];
  for (const value of ends) {
    const fault = range && rangeFault(value, range);
    if (fault) return refuse('range', `${which.words}: ${fault}`, 'Check the unit and the point.');
  }
  return ok({
    ...profile,
    places: profile.places.map((one) => (one === place ? (put(place, which.path, estimate) as Place) : one)),
  });
}
