import { judgeCapacity } from '@/core/genuine';
import { type Result, ok, refuse } from '@/core/result';
import { tryCapacity } from '@/dock';
import { seedOf } from './new-drive';
import type { Runtime } from './runtime';
import { type Checked, record } from './save-act';

/** Tries the size of a job's new drive on the dock: written all over, then read; what comes of it is recorded. */
export async function tryNewDrive(runtime: Runtime, checked: Checked): Promise<Result<null>> {
  const { job } = checked.stored.state;
  const target = job.dock?.new;
  const identity = target && (await runtime.dock.identity(target.benchLabel));
  if (!identity)
    return refuse(
      'drive-gone',
      'The new drive is missing from the dock.',
      'Put both drives back in their ports.',
    );
  if (identity.serial !== target.serial)
    return refuse(
      'other-drive',
      `The drive in the port is not the ${target.benchLabel} that was docked for this job.`,
      'Put the right drive in, then try again.',
    );
  if (runtime.copies.isRunning(job.id))
    return refuse('busy', 'A copy is running on these drives.', 'Stop it safely first.');
  const { bytes, found } = await tryCapacity(
    runtime.dock.driveFolder(target.benchLabel),
    // Each try writes its own: what an earlier one left is not taken for this one's.
    (seedOf(job.id) ^ runtime.now().getTime()) >>> 0,
    job.takeIn.practice ? await runtime.dock.faults() : [],
  );
  const tried = judgeCapacity(found, {
    at: runtime.now().toISOString(),
    by: 'dock',
    simulated: target.file === null,
    bytes,
  });
  await record(runtime, checked, { kind: 'capacity-tried', tried });
  return ok(null);
}
