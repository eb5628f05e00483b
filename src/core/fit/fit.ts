import type { DeviceProfile, Place, Revision } from '../device';
import { systemPartitionsBytes } from '../disk';
import { type Margin, type Missing, compareMargins, worstMargin } from '../margin';
import { type Drive, chipTop, freeShownBytes } from '../part';
import { acceptanceMargins } from './acceptance';
import { capacityMargins } from './capacity';
import { coolingMargins } from './cooling';
import { type HeatAnswer, heatMargins, heatOf } from './heat';
import { type Layers, layersOf } from './layers';
import { plugMargins } from './plug';
import { driveForm } from './forms';
import { type Build, type Setting, driveBytes, placesSeen } from './question';
import { type Speed, speedMargins, speedOf } from './speed';
import { isWish } from './wish';

export type FitAnswer = {
  margins: Margin[];
  worst: Margin;
  place: Place;
  /** Null for what is no module. */
  layers: Layers | null;
  speed: Speed;
  heat: HeatAnswer | null;
  freeShownBytes: number;
};

/** Bytes that the device will show as free; beside the system's own drive nothing of the system stands. */
export const freeBytes = ({ profile }: Setting, drive: Drive, place: Place): number =>
  freeShownBytes(driveBytes(drive), place.role === 'system' ? systemBytes(profile.deliveredParts) : 0);

const systems = new WeakMap<object, number>();
/** What the system's own partitions take, worked out once for a profile. */
function systemBytes(parts: DeviceProfile['deliveredParts']): number {
  const known = systems.get(parts) ?? systemPartitionsBytes(parts);
  systems.set(parts, known);
  return known;
}

type Cooled = { layers: Layers | null; margins: Margin[] };

const cooledBefore = new WeakMap<Place, Map<string, Cooled>>();
const mostRemembered = 4000;

const numbers = new WeakMap<object, number>();
let lastNumber = 0;

/** A number for a part by what it is, not by its id: a part of the same id with another figure is another part. */
function numberOf(part: object | null | undefined): number {
  if (!part) return 0;
  const known = numbers.get(part) ?? (lastNumber += 1);
  numbers.set(part, known);
  return known;
}

/** What of a build decides heights and squeeze: builds that are alike in it share their layers and margins. */
function layersKey({ measures }: Setting, { drive, adapter, sink, pads, padBelow }: Build): string {
  const chips = chipTop(drive);
  const heights = chips ? `${chips.value} ${chips.minus} ${chips.plus} ${chips.origin.note}` : '';
  const own = `${numberOf(drive.ownSink)} ${measures.gap?.driveId === drive.id ? drive.id : ''}`;
  const laid = pads.map(numberOf).join(' ');
  return `${drive.formFactor}|${drive.model}|${heights}|${own}|${numberOf(adapter)}|${numberOf(sink)}|${laid}|${numberOf(padBelow)}`;
}

/** Layers, and the margins that depend on sink and pads: heights, squeeze, force. Remembered by place and build. */
export function cooledFit(setting: Setting, build: Build, place: Place): Cooled {
  const size = driveForm(build);
  if (place.form.kind !== 'module' || size.kind !== 'module') return { layers: null, margins: [] };
  const memory = cooledBefore.get(place) ?? new Map<string, Cooled>();
  cooledBefore.set(place, memory);
  const key = layersKey(setting, build);
  const known = memory.get(key);
  if (known) return known;
  const layers = layersOf(place.form, setting, build, size);
  const cooled = { layers, margins: coolingMargins(place.form, build, size, layers) };
  if (memory.size >= mostRemembered) memory.clear();
  memory.set(key, cooled);
  return cooled;
}

/** The margins of heat alone, of a build in one place. */
export const heatFit = (setting: Setting, build: Build, place: Place): Margin[] =>
  heatMargins(setting, build, place, heatOf(setting, build, place, cooledFit(setting, build, place).layers));

/** What no sink and no pad changes: does it plug in, is it accepted, is it large and fast enough. */
export function plainMargins(setting: Setting, build: Build, place: Place): Margin[] {
  return [
    ...plugMargins(setting, build, place),
    ...speedMargins(place, build, speedOf(place, build, null)),
    ...acceptanceMargins(setting, build, place),
    ...capacityMargins(setting, build, place, freeBytes(setting, build.drive, place)),
  ];
}

/** The worst of all; but that a drive does not fit comes before that it is not what was wanted. */
function worstOf(margins: Margin[]): Margin {
  const worst = worstMargin(margins)!;
  if (worst.verdict !== 'over' || !isWish(worst)) return worst;
  const fitting = worstMargin(margins.filter((margin) => !isWish(margin)));
  return fitting?.verdict === 'over' ? fitting : worst;
}

function fitAt(setting: Setting, build: Build, place: Place): FitAnswer {
  const { layers, margins: cooled } = cooledFit(setting, build, place);
  const heat = heatOf(setting, build, place, layers);
  const speed = speedOf(place, build, heat?.known ? heat.settled.keptShare : null);
  const free = freeBytes(setting, build.drive, place);
  const margins = [
    ...plugMargins(setting, build, place),
    ...cooled,
    ...speedMargins(place, build, speed),
    ...acceptanceMargins(setting, build, place),
    ...capacityMargins(setting, build, place, free),
    ...heatMargins(setting, build, place, heat),
  ];
  return { margins, worst: worstOf(margins), place, layers, speed, heat, freeShownBytes: free };
}

const toldApart = (revisions: Revision[]): Missing => ({
  known: false,
  what: `which board revision it is: ${revisions.map(({ name }) => name).join(' or ')}`,
  howToGet: revisions.map(({ name, marks }) => `${name}: ${marks.join(', ')}`).join('. '),
});

/** Answers for several revisions as one: where they disagree, the revision is the number that is missing. */
function merged(answers: FitAnswer[], revisions: Revision[]): FitAnswer {
  const first = [...answers].sort((a, b) => compareMargins(a.worst, b.worst))[0]!;
  const ids = [...new Set(answers.flatMap(({ margins }) => margins.map(({ id }) => id)))];
  const margins = ids.map((id) => {
    const these = answers.flatMap((answer) => answer.margins.filter((margin) => margin.id === id));
    const worst = worstMargin(these)!;
    const agree = these.length === answers.length && these.every(({ verdict }) => verdict === worst.verdict);
    if (agree || worst.verdict === 'unknown') return worst;
    return { ...worst, verdict: 'unknown' as const, missing: [toldApart(revisions)], left: null };
  });
  return { ...first, margins, worst: worstOf(margins) };
}

/**
 * Holds one build against one place. Every check is a margin; the worst is the answer. Where board revisions differ
 * and nobody has looked, each is judged, and what they disagree about is unknown.
 */
export function fit(setting: Setting, build: Build): FitAnswer {
  const seen = placesSeen(setting, build.caseChangeIds);
  const answers = seen.map(({ place }) => fitAt(setting, build, place));
  return answers.length === 1
    ? answers[0]!
    : merged(
        answers,
        seen.flatMap(({ revision }) => revision ?? []),
      );
}
