import { type Known, highest, lowest } from '../margin';
import { type DockCaseHere, type Drive, burstWriteRate, readRate, sustainedWriteRate } from '../part';
import { cacheBytes } from './drive-chain';
import type { Spread } from './rate-watch';

/** Something that bytes pass on their way, and the bytes a second it carries. */
export type CopyLink = { name: string; rate: Spread };

/**
 * How far real copies stray from a case's stated rate, as shares of it: a named default for a case that nothing was copied through here.
 * Slow: a warm case, small files in crumbs; fast: a short cable and a good port.
 */
export const caseSpread = { least: 0.6, most: 1.1 } as const;

/** A case as a link of the chain: as it was measured here, else by its data sheet. */
export function caseLink({ model, rateBytesPerS, learned }: DockCaseHere): CopyLink {
  const { least, middle, most } = learned ?? { ...caseSpread, middle: 1 };
  return {
    name: `case ${model}`,
    rate: { least: rateBytesPerS * least, middle: rateBytesPerS * middle, most: rateBytesPerS * most },
  };
}

/** How a drive takes a long write: at its burst rate until the fast cache is full, at its kept-up rate after. */
export type Writing = {
  name: string;
  burst: Spread;
  keptUp: Spread;
  /** Bytes that the fast cache takes while the drive is empty; null where the data sheet does not say. */
  cacheBytes: Spread | null;
  reads: Spread;
};

const spreadOf = (rate: Known): Spread => ({
  least: lowest(rate) ?? rate.value,
  middle: rate.value,
  most: highest(rate) ?? rate.value,
});

/** The new drive by its data sheet, or as measured; it is empty when a copy begins. Null where nobody stated its rates. */
export function writingOf(drive: Drive): Writing | null {
  const cache = cacheBytes(drive, 1);
  const [burst, keptUp, reads] = [burstWriteRate(drive), sustainedWriteRate(drive), readRate(drive)];
  if (!burst.known || !keptUp.known || !reads.known) return null;
  return {
    name: drive.model,
    burst: spreadOf(burst),
    keptUp: spreadOf(keptUp),
    cacheBytes: cache.known ? spreadOf(cache) : null,
    reads: spreadOf(reads),
  };
}

type Side = keyof Spread;
const bySide = (of: (side: Side) => number): Spread => ({
  least: of('least'),
  middle: of('middle'),
  most: of('most'),
});
/** Seconds: the slowest side of every rate takes the longest. */
const turned = (of: (side: Side) => number): Spread => ({
  least: of('most'),
  middle: of('middle'),
  most: of('least'),
});
const narrowestOf = (links: CopyLink[], side: Side) => Math.min(...links.map(({ rate }) => rate[side]));
const slowest = (links: CopyLink[]): string | null =>
  links.reduce<CopyLink | null>(
    (least, link) => (least && least.rate.middle <= link.rate.middle ? least : link),
    null,
  )?.name ?? null;

export const addSpreads = (a: Spread, b: Spread): Spread => bySide((side) => a[side] + b[side]);

/** What one pass over the bytes takes, and what holds it up. */
export type Pass = { seconds: Spread; slowest: string | null };

/** Seconds for so many bytes through a chain of links, at the narrowest of each side. */
export const passThrough = (bytes: number, links: CopyLink[]): Pass => ({
  seconds: turned((side) => bytes / narrowestOf(links, side)),
  slowest: slowest(links),
});

/**
 * Seconds to write so many bytes to a drive through a chain of links: the fast cache takes the first of them at the burst rate,
 * the rest follows at the kept-up rate, each no faster than the narrowest link. A cache that nobody states may take all or nothing;
 * the middle lies between.
 */
export function writePass(bytes: number, links: CopyLink[], drive: Writing): Pass {
  const fast = { name: `${drive.name} writes`, rate: drive.burst };
  const kept = { name: `${drive.name} writes, its fast cache full`, rate: drive.keptUp };
  const unstated = { least: 0, middle: bytes / 2, most: bytes };
  const cache = bySide((side) => Math.min(bytes, (drive.cacheBytes ?? unstated)[side]));
  const at = (link: CopyLink, side: Side) => narrowestOf([...links, link], side);
  const time = (side: Side) => cache[side] / at(fast, side) + (bytes - cache[side]) / at(kept, side);
  const mostlyKept = bytes - cache.middle > cache.middle;
  return { seconds: turned(time), slowest: slowest([...links, mostlyKept ? kept : fast]) };
}
