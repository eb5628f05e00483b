import * as z from 'zod';
import { showBytes } from '../units';
import type { Found } from './content';
import { missScattered, surelyFoundBytes } from './places';

/** What trying a drive’s size came to, as it is kept with the job. */
export const CapacityTried = z.object({
  at: z.iso.datetime(),
  /** On the dock, or by lines of the system whose output was read in. */
  by: z.enum(['dock', 'lines']),
  simulated: z.boolean(),
  /** The size that the drive states, by whose places it was tried. */
  bytes: z.int().positive(),
  places: z.int().positive(),
  /** Places that did not come back as they were written. */
  wrong: z.int().nonnegative(),
  unreadable: z.int().nonnegative(),
  /** What it keeps at most, by what fell onto another place or was lost; null where nothing did. */
  keepsBytes: z.int().nonnegative().nullable(),
  isFalse: z.boolean(),
  words: z.string().max(600),
});
export type CapacityTried = z.infer<typeof CapacityTried>;

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

/**
 * What a drive keeps at most by what was found: places that fell onto one another stand at multiples of it, so their greatest common
 * divisor; else where it begins to lose.
 */
function keeps(found: readonly Found[]): number | null {
  const distances = found.flatMap(({ at, is }) => (typeof is === 'object' ? [Math.abs(is.of - at)] : []));
  if (distances.length > 0) return distances.reduce(divisor);
  const lost = found.find(({ is }) => is === 'nothing' || is === 'else');
  return lost ? lost.at : null;
}

/** Places fell onto one another, or from some place on to the end nothing was kept. */
function isLying(found: readonly Found[]): boolean {
  if (found.some(({ is }) => typeof is === 'object')) return true;
  const isLost = ({ is }: Found) => is === 'nothing' || is === 'else';
  const first = found.findIndex(isLost);
  const lost = first < 0 ? [] : found.slice(first);
  // A single place that holds something else may be a flipped bit at the end.
  return lost.length > 0 && lost.every(isLost) && (lost.length > 1 || lost[0]?.is === 'nothing');
}

/**
 * Holds what was found against what was written. A false size is places that fell onto one another, or all of them lost from some place on;
 * what is wrong here and there, or cannot be read, is a failing drive, case or cable.
 */
export function judgeCapacity(
  found: readonly Found[],
  { at, by, simulated, bytes }: Pick<CapacityTried, 'at' | 'by' | 'simulated' | 'bytes'>,
): CapacityTried {
  const unreadable = found.filter(({ is }) => is === 'unreadable').length;
  const wrong = found.filter(({ is }) => is !== 'own').length;
  const isFalse = isLying(found);
  const keepsBytes = isFalse ? keeps(found) : null;
  const tried = `${found.length} places over ${showBytes(bytes)}, all written before any was read`;
  const percent = Math.floor((surelyFoundBytes(bytes) / bytes) * 1000) / 10;
  const words = isFalse
    ? `False: of ${tried}, ${wrong} did not come back${keepsBytes === null ? '' : `; it keeps about ${showBytes(keepsBytes)}`}. Send it back, and trust nothing that was written to it.`
    : wrong > unreadable
      ? `Of ${tried}, ${wrong} did not come back as they were written, here and there: not its size, but the drive, its case or its cable fails. Try another case and cable; where it stays, send it back.`
      : unreadable > 0
        ? `Of ${tried}, ${unreadable} could not be read: it fails. Send it back.`
        : `As large as it states, by ${tried}. A drive that kept less than ${percent} % of it would have shown; one that is bad here and there over a hundredth of it is missed ${chanceWords(missScattered(0.01, found.length))}.`;
  return { at, by, simulated, bytes, places: found.length, wrong, unreadable, keepsBytes, isFalse, words };
}

const chanceWords = (chance: number): string =>
  chance < 1e-6 ? 'less than once in a million times' : `once in ${Math.round(1 / chance)} times`;
