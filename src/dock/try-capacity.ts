import { setImmediate as othersFirst } from 'node:timers/promises';
import { type Found, blockBytes, contentOf, foundAt, placesOf } from '@/core/genuine';
import { DriveImage } from './drive-image';
import { type OpenDrive, openDrive } from './open-drive';
import { type PracticeFault, falseTarget } from './practice-faults';

/** After so many places whoever else asks comes between. */
const atOnce = 64;

/**
 * Tries whether a drive of the dock keeps what is written all over it: every place is written before any is read. It overwrites what
 * is at these places, and leaves the stand-in empty, all of it. Resolves to the size that the drive states and what was found at each place.
 */
export async function tryCapacity(
  folder: string,
  run: number,
  faults: PracticeFault[],
): Promise<{ bytes: number; found: Found[] }> {
  const opened = await openDrive(folder, 'write');
  try {
    const drive = falseTarget<OpenDrive>(opened, faults, opened.length);
    const places = placesOf(opened.length);
    if (opened instanceof DriveImage) opened.willWrite(places, blockBytes);
    await writeAll(drive, places, (at) => contentOf(at, run));
    const found: Found[] = [];
    const into = new Uint8Array(blockBytes);
    for (const [i, at] of places.entries()) {
      if (i % atOnce === 0) await othersFirst();
      found.push(await lookAt(drive, at, run, into));
    }
    if (opened instanceof DriveImage) await opened.empty();
    return { bytes: opened.length, found };
  } finally {
    await opened.close();
  }
}

async function writeAll(drive: OpenDrive, places: number[], content: (at: number) => Uint8Array) {
  for (const [i, at] of places.entries()) {
    if (i % atOnce === 0) await othersFirst();
    await drive.write(at, content(at));
  }
  await drive.sync();
}

async function lookAt(drive: OpenDrive, at: number, run: number, into: Uint8Array): Promise<Found> {
  try {
    await drive.readBackInto(at, into);
  } catch {
    return { at, is: 'unreadable' };
  }
  return foundAt(at, run, into);
}
