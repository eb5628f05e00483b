import { type Margin, type Verdict, compareVerdicts, verdicts } from '../margin';
import type { Place } from '../device';
import { type Drive, isStated } from '../part';
import { type Accessories, bestBuild, onShelf as allOnShelf, seatedBuild } from './builds';
import { cooledFit, fit, freeBytes, plainMargins } from './fit';
import { firstRefusal } from './plug';
import { priceMinor } from './price';
import { type Build, type Setting, placesSeen } from './question';

/** A candidate as a list shows it: small enough to send by the dozen. */
export type CandidateLine = {
  build: Build;
  worst: Margin;
  freeShownBytes: number;
  /** Read rate through the chain, bytes/s, and settled heat, °C; null where not known, left out, or it does not plug in. */
  rate: number | null;
  heatC: number | null;
  /** Of all parts of the build, minor units of the workshop's currency; null for a price in another one. */
  minor: number | null;
  /** Minor units per 10⁹ usable bytes, for the whole build; null where nothing is usable, or for a price in another currency. */
  minorPerUsableGB: number | null;
  onShelf: boolean;
};

export type RankWish = {
  currency: string;
  /** Makers that the technician prefers where all else is equal, the most liked first. */
  prefers: string[];
  /** Builds whose parts all lie on the shelf come first within their verdict. */
  shelfFirst: boolean;
};

/**
 * Why it does not even plug in, on whichever board revision; null where it does on one. Such a margin is the worst there
 * can be, so nothing else has to be worked out. It depends on few things, so many drives share one refusal.
 */
function notPlugged(setting: Setting, build: Build): Margin | null {
  const memory = refusals.get(setting) ?? new Map<string, Margin | null>();
  refusals.set(setting, memory);
  const { drive, adapter } = build;
  const key = `${drive.formFactor}|${drive.protocol}|${drive.source}|${drive.sourceDate ?? ''}|${adapter?.id ?? ''}`;
  const known = memory.get(key);
  if (known !== undefined) return known;
  const refused = firstRefused(setting, build);
  memory.set(key, refused);
  return refused;
}

const refusals = new WeakMap<Setting, Map<string, Margin | null>>();

function firstRefused(setting: Setting, build: Build): Margin | null {
  let refused: Margin | null = null;
  for (const { place } of placesSeen(setting, build.caseChangeIds)) {
    const over = firstRefusal(setting, build, place);
    if (!over) return null;
    refused ??= over;
  }
  return refused;
}

/** The way a drive gets in, before anything is laid on it. */
export const seatOf = (setting: Setting, drive: Drive): Build =>
  seatedBuild(
    placesSeen(setting, []).map(({ place }) => place),
    drive,
  );

/** Whether a pad or a sink can change anything about this drive here. */
const canBeCooled = ({ form }: Place, { drive }: Build): boolean =>
  form.kind === 'module' && form.sink.kind !== 'impossible' && !drive.ownSink;

/**
 * The best that a drive can come to whatever is laid on it: the verdict of what no sink and no pad changes, over all boards that it may
 * be. Where they disagree, the board is what is not known, as in the whole answer.
 */
export function plainVerdict(setting: Setting, seated: Build): Verdict {
  const seen = placesSeen(setting, seated.caseChangeIds).map(({ place }) => [
    ...plainMargins(setting, seated, place),
    // Where nothing can be laid on it, its heights are what they are.
    ...(canBeCooled(place, seated) ? [] : cooledFit(setting, seated, place).margins),
  ]);
  const [only, ...more] = seen;
  if (only && more.length === 0)
    return only.reduce<Verdict>(
      (worst, { verdict }) => (compareVerdicts(verdict, worst) < 0 ? verdict : worst),
      'clear',
    );
  let worst: Verdict = 'clear';
  for (const margin of seen.flat()) {
    const others = seen.map((margins) => margins.find(({ id }) => id === margin.id)?.verdict);
    const agreed: Verdict = others.every((verdict) => verdict === margin.verdict)
      ? margin.verdict
      : 'unknown';
    if (compareVerdicts(agreed, worst) < 0) worst = agreed;
  }
  return worst;
}

/** Whether a drive gets into the place at all, by itself or on an adapter that the place knows, on one board at least. */
export const canGoIn = (setting: Setting, drive: Drive): boolean =>
  notPlugged(setting, seatOf(setting, drive)) === null;

/** False where a drive surely is over, told by what costs nothing to look at: it does not go in, or is smaller than was wanted. */
export const mayFit = (setting: Setting, drive: Drive): boolean =>
  !(setting.wish?.wantedGB && isStated(drive, 'labelGB') && drive.labelGB < setting.wish.wantedGB) &&
  canGoIn(setting, drive);

/** One drive with its best build, held against the place. */
export function judgeDrive(
  setting: Setting,
  drive: Drive,
  accessories: Accessories,
  currency: string,
): CandidateLine {
  const seated = seatOf(setting, drive);
  const refused = notPlugged(setting, seated);
  // What no pad can mend needs none.
  const build =
    refused || plainVerdict(setting, seated) === 'over' ? seated : bestBuild(setting, drive, accessories);
  const answer = refused ? null : fit(setting, build);
  const freeShownBytes =
    answer?.freeShownBytes ?? freeBytes(setting, drive, placesSeen(setting, [])[0]!.place);
  const minor = priceMinor(build, currency);
  return {
    build,
    worst: refused ?? answer!.worst,
    freeShownBytes,
    rate: answer?.speed.rate.known ? answer.speed.rate.value : null,
    heatC: answer?.heat?.known ? answer.heat.settled.peakC.value : null,
    minor,
    minorPerUsableGB: minor !== null && freeShownBytes > 0 ? minor / (freeShownBytes / 1e9) : null,
    onShelf: allOnShelf(build),
  };
}

/** Where shelf and liking put a line, the lower the better. */
export function placeInOrder({ onShelf, build }: CandidateLine, { shelfFirst, prefers }: RankWish) {
  const at = prefers.indexOf(build.drive.maker);
  return { shelf: shelfFirst && !onShelf ? 1 : 0, liked: at < 0 ? prefers.length : at };
}

/**
 * Best verdict first, then price per usable gigabyte of the whole build, then what the technician prefers, then the
 * model's name. Prices are compared in the workshop's currency alone: others come behind, since no rate of exchange
 * is known here.
 */
export function sortCandidates(lines: CandidateLine[], wish: RankWish): CandidateLine[] {
  const place = ({ worst }: CandidateLine) => -verdicts.indexOf(worst.verdict);
  const shelf = (line: CandidateLine) => placeInOrder(line, wish).shelf;
  const liked = (line: CandidateLine) => placeInOrder(line, wish).liked;
  const byModel = (a: CandidateLine, b: CandidateLine) => {
    const [one, other] = [a.build.drive.model, b.build.drive.model];
    return one < other ? -1 : one > other ? 1 : 0;
  };
  return [...lines].sort(
    (a, b) =>
      place(a) - place(b) ||
      shelf(a) - shelf(b) ||
      (a.minorPerUsableGB ?? Infinity) - (b.minorPerUsableGB ?? Infinity) ||
      liked(a) - liked(b) ||
      byModel(a, b),
  );
}

/** Candidates with their best builds, ranked. */
export const rankDrives = (
  setting: Setting,
  drives: Drive[],
  accessories: Accessories,
  wish: RankWish,
): CandidateLine[] =>
  sortCandidates(
    drives.map((drive) => judgeDrive(setting, drive, accessories, wish.currency)),
    wish,
  );
