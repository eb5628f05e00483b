import type { CopyRates } from '../disk';
import { type DockCaseHere, type Protocol, casesFor } from '../part';
import {
  type CopyLink,
  type Pass,
  type Writing,
  addSpreads,
  caseLink,
  passThrough,
  writePass,
} from './copy-time';
import type { OldDrive } from './old-drive';
import type { Spread } from './rate-watch';

/** How both drives come to this computer, or the new one to the device. */
export const connectionKinds = ['two-cases', 'in-turn', 'in-device'] as const;
export type ConnectionKind = (typeof connectionKinds)[number];

export type Connection = {
  kind: ConnectionKind;
  /** Null where no case here takes the old drive: a port of the computer itself, or the device, reads it. */
  oldCase: DockCaseHere | null;
  newCase: DockCaseHere;
  cases: number;
  /** Reading the old drive into a file first, where both take turns in a case. */
  before: Pass | null;
  there: Pass;
  /** Reading the new drive back; null where the device copies by itself and nobody compares. */
  back: Pass | null;
  whole: Spread;
  /** What must be had or known of it before. */
  needs: string[];
};

/** What a copy is of. */
export type CopyAsked = {
  bytes: number;
  /** Size of the old drive: where drives take turns, all of it is read into a file. */
  driveBytes: number;
  old: OldDrive;
  /** The drive that was chosen; null while none is. */
  drive: { protocol: Protocol; writing: Writing } | null;
  cases: DockCaseHere[];
  /** Whether the device itself can copy onto a drive in a case. */
  inDevice: boolean;
};

const fastestFirst = (a: Connection, b: Connection) =>
  a.whole.middle - b.whole.middle || a.newCase.id.localeCompare(b.newCase.id);

const write = (bytes: number, links: CopyLink[], drive: CopyAsked['drive']): Pass =>
  drive ? writePass(bytes, links, drive.writing) : passThrough(bytes, links);
const readBack = (bytes: number, newCase: CopyLink, drive: CopyAsked['drive']): Pass =>
  passThrough(bytes, [
    newCase,
    ...(drive ? [{ name: `${drive.writing.name} reads`, rate: drive.writing.reads }] : []),
  ]);

/** One way with these cases, worked out. */
function connected(
  asked: CopyAsked,
  kind: ConnectionKind,
  oldCase: DockCaseHere | null,
  newCase: DockCaseHere,
): Connection {
  const { bytes, old, drive } = asked;
  const entry = caseLink(newCase);
  const reading = [old.reads, ...(oldCase ? [caseLink(oldCase)] : [])];
  const before = kind === 'in-turn' ? passThrough(asked.driveBytes, reading) : null;
  const there = write(bytes, kind === 'in-turn' ? [entry] : [...reading, entry], drive);
  const back = kind === 'in-device' ? null : readBack(bytes, entry, drive);
  const whole = [before, back].reduce(
    (sum, pass) => (pass ? addSpreads(sum, pass.seconds) : sum),
    there.seconds,
  );
  const takes = `a case that takes ${old.protocol ? `a ${old.protocol} drive` : 'the old drive'}, or a port of the computer itself`;
  return {
    kind,
    oldCase,
    newCase,
    cases: kind === 'two-cases' && oldCase ? 2 : 1,
    before,
    there,
    back,
    whole,
    needs: [
      ...(kind !== 'in-device' && !oldCase ? [takes] : []),
      ...(kind === 'in-turn' ? ['room on this computer for an image of the whole old drive'] : []),
      ...(kind === 'in-device'
        ? ['the device running its own tools, its charger in; nothing is compared here']
        : []),
    ],
  };
}

/**
 * The best of each way to connect the drives with the cases that take them and are there, the quickest first; empty where no case takes the new
 * drive. Two cases of one kind count as two where two are on the shelf. A way without a needed case is listed behind those that have theirs,
 * and one in which nothing is compared behind all.
 */
export function connections(asked: CopyAsked): Connection[] {
  const fresh = casesFor(asked.cases, asked.drive?.protocol ?? null);
  const forOld = casesFor(asked.cases, asked.old.protocol);
  const pairs = fresh.flatMap((newCase) =>
    forOld
      .filter((oldCase) => oldCase.id !== newCase.id || newCase.onShelf > 1)
      .map((oldCase) => ({ newCase, oldCase })),
  );
  const best = (found: Connection[]) => found.sort(fastestFirst).slice(0, 1);
  const two = pairs.map(({ newCase, oldCase }) => connected(asked, 'two-cases', oldCase, newCase));
  const atPort = fresh.map((newCase) => connected(asked, 'two-cases', null, newCase));
  const turns = fresh.flatMap((newCase) =>
    forOld.map((oldCase) => connected(asked, 'in-turn', oldCase, newCase)),
  );
  const device = asked.inDevice ? fresh.map((newCase) => connected(asked, 'in-device', null, newCase)) : [];
  return [...best(two.length > 0 ? two : atPort), ...best(turns), ...best(device)].sort(
    (a, b) => standing(a) - standing(b) || fastestFirst(a, b),
  );
}

/** What has all its cases comes first, then what lacks one, then what nobody compares. */
const standing = ({ kind, oldCase, back }: Connection) =>
  back === null ? 2 : kind === 'two-cases' && oldCase === null ? 1 : 0;

/** Seconds that each so many bytes less would save, at the pace of the bytes that would be copied last. */
export function savedBy(bytesLess: number, asked: CopyAsked, kind: ConnectionKind): number | null {
  const find = (bytes: number) => connections({ ...asked, bytes }).find((one) => one.kind === kind);
  const [now, then] = [find(asked.bytes), find(Math.max(0, asked.bytes - bytesLess))];
  return now && then ? now.whole.middle - then.whole.middle : null;
}

/** The rate of a copy's narrowest link one way, middle, bytes/s: what a copy is expected to keep up. */
export const linkRate = (oldReads: CopyLink, oldCase: DockCaseHere | null, newCase: DockCaseHere): number =>
  Math.min(oldReads.rate.middle, oldCase?.rateBytesPerS ?? Infinity, newCase.rateBytesPerS);

/** Mean rates of both passes over so many bytes, bytes/s: for lists of single operations that add up to the whole. */
export function passRates(bytes: number, { before, there, back }: Connection): CopyRates {
  const first = before ? addSpreads(before.seconds, there.seconds) : there.seconds;
  const mean = ({ least, middle, most }: Spread): Spread => ({
    least: bytes / most,
    middle: bytes / middle,
    most: bytes / least,
  });
  return { there: mean(first), back: mean(back?.seconds ?? first) };
}
