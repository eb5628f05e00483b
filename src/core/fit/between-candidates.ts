import { type Margin, isKept } from '../margin';
import { showEstimate, showLimit } from '../units';
import type { CandidateLine } from './rank';

/** Why this one is refused, doubtful or unknown, in one line; null where it is clear. */
export function whyNot({ worst }: { worst: Margin }): string | null {
  if (worst.verdict === 'clear') return null;
  const gone = worst.missing[0];
  if (worst.verdict === 'unknown') return `${worst.what}: not known, ${gone?.what ?? 'a number is missing'}`;
  return `${worst.what}: ${showEstimate(worst.value, worst.unit)}, allowed ${showLimit(worst.limit, worst.unit)}`;
}

/** The next larger size over all models that fits as well, the cheapest of that size, and what each extra usable gigabyte costs, minor units. */
export function nextSize(
  line: CandidateLine,
  lines: CandidateLine[],
): { line: CandidateLine; extraMinor: number; minorPerExtraGB: number } | null {
  const { drive } = line.build;
  const larger = lines
    .filter(
      ({ build, worst, minor }) => minor !== null && build.drive.labelGB > drive.labelGB && isKept(worst),
    )
    .sort(
      (a, b) =>
        a.build.drive.labelGB - b.build.drive.labelGB || (a.minor ?? Infinity) - (b.minor ?? Infinity),
    )[0];
  if (!larger || larger.minor === null || line.minor === null) return null;
  const extraMinor = larger.minor - line.minor;
  const extraGB = (larger.freeShownBytes - line.freeShownBytes) / 1e9;
  return extraGB > 0 ? { line: larger, extraMinor, minorPerExtraGB: extraMinor / extraGB } : null;
}

/**
 * What the fastest candidate of the same size would gain in this place, and what it costs more: usually nothing and
 * something. Null where none is faster on paper.
 */
export function fasterGain(
  line: CandidateLine,
  lines: CandidateLine[],
): { line: CandidateLine; extraMinor: number; gainBytesPerS: number } | null {
  const { drive } = line.build;
  const faster = lines
    .filter(
      (other) =>
        other.minor !== null &&
        isKept(other.worst) &&
        other.build.drive.labelGB === drive.labelGB &&
        other.build.drive.readBytesPerS > drive.readBytesPerS,
    )
    .sort((a, b) => (b.rate ?? 0) - (a.rate ?? 0) || (a.minor ?? 0) - (b.minor ?? 0))[0];
  if (!faster || faster.minor === null || line.rate === null || faster.rate === null || line.minor === null)
    return null;
  return {
    line: faster,
    extraMinor: faster.minor - line.minor,
    gainBytesPerS: Math.max(0, faster.rate - line.rate),
  };
}
