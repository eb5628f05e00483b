import * as z from 'zod';
import type { Pace } from '@/core/workshop';
import { DriveError, type RateStep, type SourceDrive, type TargetDrive } from '@/copier';

/** Faults to practise with. Each is something that a copy must notice by itself. */
export const PracticeFault = z.enum([
  'slow-cable',
  'unplugged',
  'bad-sectors',
  'flipped-bits',
  'full-cache',
  'wrong-drive',
  'false-size',
  // Not a drive's fault: the stand-in image server gives no answer.
  'maker-offline',
]);
export type PracticeFault = z.infer<typeof PracticeFault>;

/** Writes into a run after which a plug comes loose, and after which a bit turns over: at the latest halfway through a short one. */
const writesUntil = { unplugged: 40, flippedBits: 24 } as const;
const writeBytes = 2 ** 20;
/** A cable of USB 2.0 in practice (handbook, link speed), and what a full cache leaves of a drive's rate. */
const slowCableBytesPerS = 38e6;
const fullCacheShare = 0.2;

/** The rates that a case and a drive allow while these faults are on. */
export function rateSteps(caseBytesPerS: number, faults: PracticeFault[], totalBytes: number): RateStep[] {
  const rate = faults.includes('slow-cable') ? Math.min(caseBytesPerS, slowCableBytesPerS) : caseBytesPerS;
  const steps = [{ fromBytes: 0, bytesPerS: rate }];
  // Written and read back count both: a quarter of the copy is half of its bytes.
  if (faults.includes('full-cache'))
    steps.push({ fromBytes: totalBytes / 2, bytesPerS: rate * fullCacheShare });
  return steps;
}

/** With nothing to wait for, a rate cannot be seen to be low: then the stand-in is held to sixty times the true one. */
export const practicePace = (pace: Pace, faults: PracticeFault[]): Pace =>
  pace === 'free' && faults.some((fault) => fault === 'slow-cable' || fault === 'full-cache') ? 'x60' : pace;

/** The source as a failing drive: two stretches of a few sectors in its largest area cannot be read. */
export function failingSource<T extends SourceDrive>(
  drive: T,
  faults: PracticeFault[],
  spans: { source: number; bytes: number }[],
): T {
  if (!faults.includes('bad-sectors') || spans.length === 0) return drive;
  const largest = spans.reduce((most, span) => (span.bytes > most.bytes ? span : most));
  const bad = [0.3, 0.7].map((share) => {
    const start = Math.floor((largest.source + largest.bytes * share) / 4096) * 4096;
    return { start, end: start + 4096 };
  });
  return overlaid<T>(drive, {
    async readInto(offset: number, into: Uint8Array) {
      if (bad.some(({ start, end }) => offset < end && start < offset + into.length))
        throw new DriveError('bad-sector', offset);
      await drive.readInto(offset, into);
    },
  } as Partial<T>);
}

/** The target behind a bad plug or a bad link: it goes away in the middle, or writes one bit wrongly. */
export function failingTarget<T extends TargetDrive>(
  drive: T,
  faults: PracticeFault[],
  /** What the run may write at most. */
  runBytes: number,
): T {
  let writes = 0;
  const halfway = Math.max(1, Math.floor(runBytes / writeBytes / 2));
  const unpluggedAt = Math.min(writesUntil.unplugged, halfway);
  const flippedAt = Math.min(writesUntil.flippedBits, halfway);
  return overlaid<T>(drive, {
    async write(offset: number, bytes: Uint8Array) {
      writes += 1;
      if (faults.includes('unplugged') && writes > unpluggedAt) throw new DriveError('unplugged', offset);
      if (faults.includes('flipped-bits') && writes === flippedAt) {
        const flipped = bytes.slice();
        flipped[flipped.length >> 1]! ^= 0x10;
        return drive.write(offset, flipped);
      }
      return drive.write(offset, bytes);
    },
  } as Partial<T>);
}

/** A false drive keeps a quarter of what it states; what is written beyond falls onto the rest. */
const keptShare = 4;

/** The new drive as a false one: it takes every write, and keeps fewer places than it has addresses. */
export function falseTarget<T extends TargetDrive>(drive: T, faults: PracticeFault[], bytes: number): T {
  if (!faults.includes('false-size')) return drive;
  const keeps = Math.max(1, Math.floor(bytes / keptShare / writeBytes)) * writeBytes;
  return overlaid<T>(drive, {
    write: (offset: number, what: Uint8Array) => drive.write(offset % keeps, what),
    readBackInto: (offset: number, into: Uint8Array) => drive.readBackInto(offset % keeps, into),
  } as Partial<T>);
}

/** A drive with some of what it does replaced; everything else goes to the drive itself. */
function overlaid<T extends object>(drive: T, replaced: Partial<T>): T {
  return new Proxy(drive, {
    get(target, key) {
      const own = replaced[key as keyof T] ?? Reflect.get(target, key);
      return typeof own === 'function' ? (own as (...args: unknown[]) => unknown).bind(target) : own;
    },
  });
}
