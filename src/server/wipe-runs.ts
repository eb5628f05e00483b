import { oldDriveLabel } from '@/core/old-drive';
import { type Result, ok, refuse } from '@/core/result';
import { type WipeProgress, wipeDrive, wipeSoFar } from '@/dock';
import { drivesOf, inHand } from './in-hand';
import { logTrouble } from './log';
import type { Runtime } from './runtime';
import { type Checked, afterwards, record } from './save-act';

/** Overwrites the old drive of a job on the dock, behind the answer; what comes of it is recorded. */
export async function startWipe(runtime: Runtime, checked: Checked): Promise<Result<null>> {
  const { job } = checked.stored.state;
  const label = oldDriveLabel(job);
  if (!(await runtime.dock.identity(label)))
    return refuse(
      'drive-cleared',
      'This drive was cleared from the dock: nothing of it is there any more.',
      'Note it as wiped elsewhere where the real drive was.',
    );
  const giveBack = runtime.inHand.take([drivesOf(job.id)]);
  if (!giveBack || runtime.wipes.has(job.id)) {
    giveBack?.();
    return inHand();
  }
  const folder = runtime.dock.driveFolder(label);
  let hasStopped = false;
  try {
    await record(runtime, checked, { kind: 'wipe-begun', goesOn: (await wipeSoFar(folder)) !== null });
  } catch (error) {
    giveBack();
    throw error;
  }
  const run = {
    progress: { phase: 'writing', share: 0 } as WipeProgress,
    stop: () => {
      hasStopped = true;
    },
    ended: Promise.resolve(),
  };
  runtime.wipes.set(job.id, run);
  run.ended = wipeDrive(
    folder,
    (progress) => (run.progress = progress),
    () => hasStopped,
  )
    .then(async (done) => {
      runtime.sources.delete(label);
      if (done.ok && done.value === 'stopped') return;
      await record(
        runtime,
        afterwards(checked),
        done.ok && done.value !== 'stopped'
          ? { kind: 'wiped', bytes: done.value.bytes, by: checked.context.by }
          : { kind: 'not-wiped', why: done.ok ? 'it was stopped.' : done.fault.sentence },
      );
    })
    .catch(async (error: unknown) => {
      logTrouble('wipe-failed', { jobId: job.id, error });
      await record(runtime, afterwards(checked), {
        kind: 'not-wiped',
        why: 'the drive or the disk under it gave an error. Wipe it again: it goes on where it was.',
      }).catch(() => {});
    })
    .finally(() => {
      runtime.wipes.delete(job.id);
      giveBack();
    });
  return ok(null);
}

/** How far the wipe of a job's old drive is; null where none runs and none was cut off. */
export async function wipeState(
  runtime: Runtime,
  job: { id: string; dock: { old: { benchLabel: string } } | null },
): Promise<{ runs: boolean; phase: WipeProgress['phase']; share: number } | null> {
  const run = runtime.wipes.get(job.id);
  if (run) return { runs: true, ...run.progress };
  if (!job.dock) return null;
  const soFar = await wipeSoFar(runtime.dock.driveFolder(job.dock.old.benchLabel));
  const bytes = (await runtime.dock.identity(job.dock.old.benchLabel))?.bytes;
  return soFar && bytes ? { runs: false, phase: 'writing', share: soFar.to / bytes } : null;
}

/** Asks every wipe to stop, and waits for all: each goes on where it was when it is asked again. */
export async function stopWipes(runtime: Runtime): Promise<void> {
  for (const { stop } of runtime.wipes.values()) stop();
  await Promise.all([...runtime.wipes.values()].map(({ ended }) => ended));
}
