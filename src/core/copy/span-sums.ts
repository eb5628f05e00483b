import { type Result, ok, refuse } from '../result';
import type { Manifest } from './manifest';
import type { SpanSum, SpanSums } from './span-sums-schema';

/** A stretch of the new drive that the copy filled, with its place. */
export type UsedPiece = { offset: number; bytes: number };

const lineBytes = 4096;
const mostPieceBytes = 2 ** 30;
const mostPieces = 4000;

/**
 * The stretches of a target that its copy filled (what was carried, what must read zero, what was rewritten), in lines of 4096 bytes,
 * near ones joined until there are few enough to read one by one, and none longer than 1 GiB.
 */
export function usedPieces(manifest: Pick<Manifest, 'spans' | 'rewrites' | 'target'>): UsedPiece[] {
  const driveBytes = manifest.target.bytes;
  const down = (at: number) => Math.floor(at / lineBytes) * lineBytes;
  const up = (at: number) => Math.min(driveBytes, Math.ceil(at / lineBytes) * lineBytes);
  const filled = [
    ...manifest.spans.map(({ target, bytes }) => ({ start: down(target), end: up(target + bytes) })),
    ...manifest.rewrites.map(({ offset, bytes }) => ({ start: down(offset), end: up(offset + bytes) })),
  ].sort((a, b) => a.start - b.start);
  const joinedAcross = (gapBytes: number) => {
    const joined: { start: number; end: number }[] = [];
    for (const { start, end } of filled) {
      const last = joined.at(-1);
      if (last && start <= last.end + gapBytes) last.end = Math.max(last.end, end);
      else joined.push({ start, end });
    }
    return joined;
  };
  let gap = 2 ** 20;
  let joined = joinedAcross(gap);
  while (joined.length > mostPieces) {
    gap *= 2;
    joined = joinedAcross(gap);
  }
  return joined.flatMap(({ start, end }) =>
    Array.from({ length: Math.ceil((end - start) / mostPieceBytes) }, (_, i) => ({
      offset: start + i * mostPieceBytes,
      bytes: Math.min(mostPieceBytes, end - start - i * mostPieceBytes),
    })),
  );
}

/** The list as a file: checksum, place and length, one stretch to a line. */
export const sumsText = (sums: SpanSum[]): string =>
  sums.map(({ sha256, offset, bytes }) => `${sha256} ${offset} ${bytes}\n`).join('');

/** What the lines that read a drive printed, held against the list. */
export type SumsMatch = {
  matched: number;
  /** Read, and other than in the image. */
  differing: UsedPiece[];
  /** In the list, and not among what was printed. */
  missing: UsedPiece[];
  /** Lines that are none of the list: another drive’s, or not understood. */
  strange: number;
};

/**
 * Holds what was printed against the list, by place and length. Lines of a terminal around it are not counted as strange where they are
 * none of checksum, place and length. Fault: `no-sums` where it has no such line at all.
 */
export function matchSums({ sums }: Pick<SpanSums, 'sums'>, printed: string): Result<SumsMatch> {
  const read = new Map<string, string>();
  let strange = 0;
  const wanted = new Set(sums.map(({ offset, bytes }) => `${offset} ${bytes}`));
  for (const line of printed.split(/\r?\n/u)) {
    const [, sum, at, length] = /^\s*([0-9a-f]{64})\s+(\d{1,16})\s+(\d{1,16})\s*$/iu.exec(line) ?? [];
    if (sum === undefined) continue;
    const key = `${Number(at)} ${Number(length)}`;
    if (wanted.has(key)) read.set(key, sum.toLowerCase());
    else strange += 1;
  }
  if (read.size === 0 && strange === 0)
    return refuse(
      'no-sums',
      'No line of a checksum, a place and a length was found in it.',
      'Paste all that the reading printed, or drop in the file that it wrote.',
    );
  const match: SumsMatch = { matched: 0, differing: [], missing: [], strange };
  for (const { offset, bytes, sha256 } of sums) {
    const own = read.get(`${offset} ${bytes}`);
    if (own === undefined) match.missing.push({ offset, bytes });
    else if (own === sha256) match.matched += 1;
    else match.differing.push({ offset, bytes });
  }
  return ok(match);
}

/** True where every stretch was read and is as in the image. */
export const isAllMatched = ({ differing, missing, strange }: SumsMatch): boolean =>
  differing.length === 0 && missing.length === 0 && strange === 0;
