import { type Margin, isKept, verdicts } from '../margin';
import type { Drive } from '../part';
import { showEstimate, showLimit } from '../units';
import { type Accessories, bestBuild, onShelf, priceMinor } from './builds';
import type { FitAnswer } from './fit';
import type { Build, Setting } from './question';

export type Candidate = {
  build: Build;
  answer: FitAnswer;
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

export function candidateOf(setting: Setting, build: Build, answer: FitAnswer, currency: string): Candidate {
  const minor = priceMinor(build, currency);
  return {
    build,
    answer,
    minor,
    minorPerUsableGB:
      minor !== null && answer.freeShownBytes > 0 ? minor / (answer.freeShownBytes / 1e9) : null,
    onShelf: onShelf(build),
  };
}

const liked = (prefers: string[], { build }: Candidate) => {
  const at = prefers.indexOf(build.drive.maker);
  return at < 0 ? prefers.length : at;
};

/**
 * Candidates with their best builds: best verdict first, then price per usable gigabyte of the whole build, then what
 * the technician prefers, then the model's name. Prices are compared in the workshop's currency alone: others come
 * behind, since no rate of exchange is known here.
 */
export function rankDrives(
  setting: Setting,
  drives: Drive[],
  accessories: Accessories,
  wish: RankWish,
): Candidate[] {
  const place = ({ answer }: Candidate) => -verdicts.indexOf(answer.worst.verdict);
  const shelf = (candidate: Candidate) => (wish.shelfFirst && !candidate.onShelf ? 1 : 0);
  return drives
    .map((drive) => {
      const { build, answer } = bestBuild(setting, drive, accessories);
      return candidateOf(setting, build, answer, wish.currency);
    })
    .sort(
      (a, b) =>
        place(a) - place(b) ||
        shelf(a) - shelf(b) ||
        (a.minorPerUsableGB ?? Infinity) - (b.minorPerUsableGB ?? Infinity) ||
        liked(wish.prefers, a) - liked(wish.prefers, b) ||
        a.build.drive.model.localeCompare(b.build.drive.model, 'en'),
    );
}

/** Why this one is refused, doubtful or unknown, in one line; null where it is clear. */
export function whyNot({ worst }: { worst: Margin }): string | null {
  if (worst.verdict === 'clear') return null;
  const gone = worst.missing[0];
  if (worst.verdict === 'unknown') return `${worst.what}: not known, ${gone?.what ?? 'a number is missing'}`;
  return `${worst.what}: ${showEstimate(worst.value, worst.unit)}, allowed ${showLimit(worst.limit, worst.unit)}`;
}

/** The next larger size of the same model that fits as well, and what each extra usable gigabyte costs, minor units. */
export function nextSize(
  candidate: Candidate,
  candidates: Candidate[],
): { candidate: Candidate; extraMinor: number; minorPerExtraGB: number } | null {
  const { drive } = candidate.build;
  const larger = candidates
    .filter(
      ({ build, answer, minor }) =>
        minor !== null &&
        build.drive.maker === drive.maker &&
        build.drive.model === drive.model &&
        build.drive.labelGB > drive.labelGB &&
        isKept(answer.worst),
    )
    .sort((a, b) => a.build.drive.labelGB - b.build.drive.labelGB)[0];
  if (!larger || candidate.minor === null) return null;
  const extraMinor = larger.minor! - candidate.minor;
  const extraGB = (larger.answer.freeShownBytes - candidate.answer.freeShownBytes) / 1e9;
  return extraGB > 0 ? { candidate: larger, extraMinor, minorPerExtraGB: extraMinor / extraGB } : null;
}

const rateOf = ({ answer }: Candidate): number | null =>
  answer.speed.rate.known ? answer.speed.rate.value : null;

/**
 * What the fastest candidate of the same size would gain in this place, and what it costs more: usually nothing and
 * something. Null where none is faster on paper.
 */
export function fasterGain(
  candidate: Candidate,
  candidates: Candidate[],
): { candidate: Candidate; extraMinor: number; gainBytesPerS: number } | null {
  const rate = rateOf(candidate);
  const { drive } = candidate.build;
  const faster = candidates
    .filter(
      (other) =>
        other.minor !== null &&
        isKept(other.answer.worst) &&
        other.build.drive.labelGB === drive.labelGB &&
        other.build.drive.readBytesPerS > drive.readBytesPerS,
    )
    .sort((a, b) => (rateOf(b) ?? 0) - (rateOf(a) ?? 0) || a.minor! - b.minor!)[0];
  const fasterRate = faster && rateOf(faster);
  if (!faster || rate === null || fasterRate == null || candidate.minor === null) return null;
  return {
    candidate: faster,
    extraMinor: faster.minor! - candidate.minor,
    gainBytesPerS: Math.max(0, fasterRate - rate),
  };
}
