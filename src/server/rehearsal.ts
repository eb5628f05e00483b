import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { newDriveOf } from '@/core/job';
import { type Result, ok, refuse } from '@/core/result';
import { canRehearse, noEmulator, rehearse } from '@/dock';
import { makeFolder, writeDurably } from '@/files';
import { drivesOf, inHand } from './in-hand';
import type { Runtime } from './runtime';
import { type Checked, record } from './save-act';

/** One emulated machine at a time: it takes a core and a quarter of a gigabyte. */
const machine = 'the emulated machine';

const screenPath = (runtime: Runtime, jobId: string) => join(runtime.dock.copyFolder(jobId), 'rehearsal.png');

/** Starts the new drive's image in an emulated machine and records what it showed. Faults: `drive-gone`, `busy`, those of `rehearse`. */
export async function rehearseCopy(runtime: Runtime, checked: Checked): Promise<Result<null>> {
  const { job } = checked.stored.state;
  const drive = newDriveOf(job);
  if (!canRehearse()) return noEmulator();
  const image = drive && (await runtime.dock.imageOf(drive.benchLabel));
  if (!drive || !image)
    return refuse('drive-gone', 'The new drive is missing from the dock.', 'Put it back in its port.');
  if (runtime.copies.isRunning(job.id)) return inHand();
  const release = runtime.inHand.take([machine, drivesOf(job.id)]);
  if (!release) return inHand();
  const at = runtime.now();
  // A number that no earlier run bore: what it prints is of this run.
  const run = String(at.getTime() % 1e9).padStart(6, '0');
  try {
    const shown = await rehearse({ image, sectorBytes: drive.sectorBytes, run });
    if (!shown.ok) return shown;
    const { verdict, said, seconds, screen } = shown.value;
    if (screen) {
      await makeFolder(runtime.dock.copyFolder(job.id));
      await writeDurably(screenPath(runtime, job.id), screen);
    }
    await record(runtime, checked, {
      kind: 'rehearsed',
      rehearsal: { at: at.toISOString(), run, verdict, said, seconds, simulated: drive.file === null },
    });
    return ok(null);
  } finally {
    release();
  }
}

/** The screen of the last rehearsal, as PNG; null where there is none. */
export async function rehearsalScreen(runtime: Runtime, jobId: string): Promise<Uint8Array | null> {
  return readFile(screenPath(runtime, jobId)).catch(() => null);
}
