import { isKept, worstMargin } from '../margin';
import type { Drive, Heatsink, Pad } from '../part';
import { padCombinations } from '../stack';
import { adapterBuilds, cooledBuilds, entersItself } from './builds';
import { type FitAnswer, cooledFit, fit, plainMargins } from './fit';
import { driveForm } from './forms';
import { partsOf } from './price';
import { type Build, type Setting, bare, placesSeen } from './question';

export type Change =
  | { kind: 'pads'; pads: Pad[] }
  | { kind: 'sink'; sink: Heatsink | null }
  | { kind: 'adapter'; name: string | null }
  | { kind: 'case-change'; id: string; title: string }
  | { kind: 'variant'; drive: Drive }
  | { kind: 'stand-off'; toMm: number };

export type Remedy = {
  build: Build;
  answer: FitAnswer;
  changes: Change[];
  /** What it costs beyond the build as it is, minor units; null across currencies. */
  extraMinor: number | null;
  minutes: number;
};

/** What each change usually takes at the bench, minutes: named defaults until the logbook knows better. */
export const changeMinutes = Object.freeze({ pads: 4, sink: 3, adapter: 3, variant: 0, 'stand-off': 2 });

const sameIds = (a: { id: string }[], b: { id: string }[]) =>
  a.length === b.length && a.every(({ id }, i) => id === b[i]?.id);

function changesBetween({ profile }: Setting, from: Build, to: Build): Change[] {
  const changes: Change[] = [];
  const [before, after] = [driveForm(from), driveForm(to)];
  if (from.drive.id !== to.drive.id) changes.push({ kind: 'variant', drive: to.drive });
  if (before.kind === 'module' && after.kind === 'module' && before.lengthMm !== after.lengthMm)
    changes.push({ kind: 'stand-off', toMm: after.lengthMm });
  if (from.adapter?.id !== to.adapter?.id) changes.push({ kind: 'adapter', name: to.adapter?.model ?? null });
  for (const change of profile.caseChanges)
    if (to.caseChangeIds.includes(change.id) && !from.caseChangeIds.includes(change.id))
      changes.push({ kind: 'case-change', id: change.id, title: change.title });
  if (from.sink?.id !== to.sink?.id) changes.push({ kind: 'sink', sink: to.sink });
  if (!sameIds(from.pads, to.pads)) changes.push({ kind: 'pads', pads: to.pads });
  return changes;
}

function minutesOf({ profile }: Setting, changes: Change[]): number {
  return changes.reduce(
    (sum, change) =>
      sum +
      (change.kind === 'case-change'
        ? (profile.caseChanges.find(({ id }) => id === change.id)?.minutes ?? 0)
        : changeMinutes[change.kind]),
    0,
  );
}

/** Price of what the new build has and the old one has not, less the old drive's where another takes its place. */
function extraMinor(from: Build, to: Build): number | null {
  const kept = partsOf(from).map(({ id }) => id);
  const { currency } = to.drive.price;
  let minor = from.drive.id === to.drive.id ? 0 : -from.drive.price.minor;
  if (from.drive.price.currency !== currency) return null;
  for (const part of partsOf(to)) {
    const at = kept.indexOf(part.id);
    if (at >= 0) kept.splice(at, 1);
    else if (part.price.currency !== currency) return null;
    else minor += part.price.minor;
  }
  return minor;
}

/** Every set of case changes that the profile knows, smallest first; profiles know few. */
const subsets = (ids: string[]): string[][] =>
  ids
    .reduce<string[][]>((sets, id) => [...sets, ...sets.map((set) => [...set, id])], [[]])
    .sort((a, b) => a.length - b.length);

const key = (change: Change): string => {
  switch (change.kind) {
    case 'pads':
      return `pads:${change.pads.map(({ id }) => id).join('+')}`;
    case 'sink':
      return `sink:${change.sink?.id ?? ''}`;
    case 'adapter':
      return `adapter:${change.name ?? ''}`;
    case 'case-change':
      return `case:${change.id}`;
    case 'variant':
      return `variant:${change.drive.id}`;
    case 'stand-off':
      return `stand-off:${change.toMm}`;
  }
};

/** A remedy is not smallest where a part of its changes does it too. */
const smallest = (remedies: Remedy[]): Remedy[] => {
  const keys = remedies.map(({ changes }) => new Set(changes.map(key)));
  return remedies.filter(
    (_, i) =>
      !keys.some(
        (other, j) => j !== i && other.size < keys[i]!.size && [...other].every((k) => keys[i]!.has(k)),
      ),
  );
};

export type RemedyShelf = { pads: Pad[]; sinks: Heatsink[]; drives: Drive[] };

/**
 * What would make it fit: the smallest sets of changes over pad (and two on each other), sink, adapter, change to the
 * case and variant of the same model that turn the worst margin clear, by money, then minutes. Every combination over
 * the shelf is held against every check, so the answer is exact; none means that nothing there helps.
 * `alsoTight` accepts what only becomes tight, for when nothing turns it clear.
 */
export function remedies(setting: Setting, build: Build, shelf: RemedyShelf, alsoTight = false): Remedy[] {
  const { drive } = build;
  const variants = [
    drive,
    ...shelf.drives.filter(
      ({ id, maker, model }) => id !== drive.id && maker === drive.maker && model === drive.model,
    ),
  ];
  const stacks = padCombinations(shelf.pads, 2);
  const found: Remedy[] = [];
  for (const caseChangeIds of subsets(setting.profile.caseChanges.map(({ id }) => id))) {
    const place = placesSeen(setting, caseChangeIds)[0]!.place;
    for (const variant of variants) {
      const seats = [
        ...(entersItself(place, variant) ? [{ ...bare(variant), caseChangeIds }] : []),
        ...adapterBuilds(place, variant)
          .filter((seat) => seat.caseChangeIds.every((id) => caseChangeIds.includes(id)))
          .map((seat) => ({ ...seat, caseChangeIds })),
      ];
      for (const seat of seats) {
        if (worstMargin(plainMargins(setting, seat, place))?.verdict === 'over') continue;
        for (const cooled of cooledBuilds(place, seat, shelf.sinks, stacks)) {
          const worst = worstMargin(cooledFit(setting, cooled, place).margins);
          if (worst && (alsoTight ? !isKept(worst) : worst.verdict !== 'clear')) continue;
          const answer = fit(setting, cooled);
          if (alsoTight ? !isKept(answer.worst) : answer.worst.verdict !== 'clear') continue;
          const changes = changesBetween(setting, build, cooled);
          if (changes.length > 0)
            found.push({
              build: cooled,
              answer,
              changes,
              extraMinor: extraMinor(build, cooled),
              minutes: minutesOf(setting, changes),
            });
        }
      }
    }
  }
  // A smaller drive is seldom what was wanted: it comes behind, however cheap.
  const smaller = (remedy: Remedy) => Number(remedy.build.drive.labelGB < drive.labelGB);
  return smallest(found).sort(
    (a, b) =>
      smaller(a) - smaller(b) ||
      (a.extraMinor ?? Infinity) - (b.extraMinor ?? Infinity) ||
      a.minutes - b.minutes ||
      a.changes.length - b.changes.length,
  );
}
