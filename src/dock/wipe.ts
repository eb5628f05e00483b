import { join } from 'node:path';
import { setImmediate as othersFirst } from 'node:timers/promises';
import * as z from 'zod';
import { type Result, ok, refuse } from '@/core/result';
import { readIfThere, removeDurably, writeDurably } from '@/files';
import { DriveImage } from './drive-image';
import { type OpenDrive, openDrive } from './open-drive';

const stepBytes = 2 ** 22;
/** Bytes between two lines of its journal. */
const batchBytes = 2 ** 24;

/** How far overwriting came, as it stands in the drive's own folder. */
const WipeJournal = z.object({
  schema: z.literal('jicara.wipe/1'),
  to: z.int().nonnegative(),
  bytes: z.int().nonnegative(),
});

const journalOf = (folder: string) => join(folder, 'wipe.json');

export type WipeProgress = { phase: 'writing' | 'reading'; share: number };

/** How far a wipe of this drive came before it was cut off; null where none was begun. */
export async function wipeSoFar(folder: string): Promise<{ to: number; bytes: number } | null> {
  const text = await readIfThere(journalOf(folder));
  if (text === null) return null;
  try {
    return WipeJournal.parse(JSON.parse(text));
  } catch {
    // What does not read claims nothing: it begins anew, and zeros over zeros do no harm.
    return { to: 0, bytes: 0 };
  }
}

/**
 * Overwrites a drive of the dock with zeros and reads all of it back. What reads zero already is left. Goes on
 * where a kill or a power cut stopped it: its journal names only what is on the disk. Resolves to the bytes that held something and were
 * overwritten. Faults: `not-zero` where reading back shows something.
 */
export async function wipeDrive(
  folder: string,
  tell: (progress: WipeProgress) => void,
  hasStopped: () => boolean,
): Promise<Result<{ bytes: number } | 'stopped'>> {
  const begun = await wipeSoFar(folder);
  const drive = await openDrive(folder, 'write');
  try {
    let { to, bytes } = begun ?? { to: 0, bytes: 0 };
    const note = () =>
      writeDurably(journalOf(folder), JSON.stringify({ schema: 'jicara.wipe/1', to, bytes }));
    await note();
    const into = new Uint8Array(stepBytes);
    for (let since = 0; to < drive.length;) {
      if (hasStopped()) return ok('stopped');
      const length = Math.min(stepBytes, drive.length - to);
      // Holes are many and cost nothing: whoever else asks comes between.
      if (to % (stepBytes * 1024) === 0) await othersFirst();
      if (await holdsSomething(drive, to, into.subarray(0, length))) {
        await drive.write(to, zeros.subarray(0, length));
        bytes += length;
        since += length;
      }
      to += length;
      if (since >= batchBytes) {
        await drive.sync();
        await note();
        since = 0;
        tell({ phase: 'writing', share: to / drive.length });
      }
    }
    await drive.sync();
    await note();
    const found = await firstNotZero(drive, tell, hasStopped);
    if (found === 'stopped') return ok('stopped');
    // Either way the journal has done its work: what still holds something is written over from the beginning.
    await removeDurably(journalOf(folder));
    if (found !== null)
      return refuse(
        'not-zero',
        `Read back, byte ${found} still holds something.`,
        'Wipe it again; where it stays, destroy the drive instead.',
      );
    return ok({ bytes });
  } finally {
    await drive.close();
  }
}

const zeros = Buffer.alloc(stepBytes);
const isZero = (bytes: Uint8Array): boolean => zeros.subarray(0, bytes.length).equals(bytes);

/** What was never written to a stand-in reads zero. */
const isHole = (drive: OpenDrive, at: number, length: number): boolean =>
  drive instanceof DriveImage && drive.isHole(at, length);

/** Whether anything stands there; a place that cannot be read may hold something, and is written over. */
async function holdsSomething(drive: OpenDrive, at: number, into: Uint8Array): Promise<boolean> {
  if (isHole(drive, at, into.length)) return false;
  try {
    await drive.readInto(at, into);
  } catch {
    return true;
  }
  return !isZero(into);
}

async function firstNotZero(
  drive: OpenDrive,
  tell: (progress: WipeProgress) => void,
  hasStopped: () => boolean,
): Promise<number | 'stopped' | null> {
  const into = new Uint8Array(stepBytes);
  for (let at = 0, told = 0; at < drive.length; at += stepBytes) {
    if (hasStopped()) return 'stopped';
    const length = Math.min(stepBytes, drive.length - at);
    if (at % (stepBytes * 1024) === 0) await othersFirst();
    if (isHole(drive, at, length)) continue;
    const read = into.subarray(0, length);
    await drive.readBackInto(at, read);
    if (!isZero(read)) return at + read.findIndex((byte) => byte !== 0);
    if (at - told >= batchBytes) tell({ phase: 'reading', share: at / drive.length });
    told = at;
  }
  return null;
}
