import type { DeviceProfile } from '@/core/device';
import type { Layout } from '@/core/disk';
import { type JobState, newDriveOf } from '@/core/job';
import { type SourceSummary } from '@/core/job-view';
import { startEvidence } from '@/core/copy';
import type { Margin } from '@/core/margin';
import { factValue } from '@/core/work';
import { isMissing } from '@/files';
import { logTrouble } from './log';
import type { Runtime } from './runtime';
import { unreadEvidence } from './source-summary';

/** Whether a job's finished copy would start, read from the new drive once; null before the copy is done. */
export async function evidenceOf(
  runtime: Runtime,
  { job, facts }: JobState,
  profile: DeviceProfile,
  source: SourceSummary | null,
  layout: Layout | null,
): Promise<Margin[] | null> {
  const drive = newDriveOf(job);
  if (!drive || !job.copy || factValue(facts, 'copy.verified') === null) return null;
  // Of another grade it says something else of the same bytes.
  const key = `${job.id} ${job.copy.grade}`;
  const known = runtime.evidence.get(key);
  if (known) return known;
  const { copy: proof } = job;
  const evidence = await runtime.dock
    .withDrive(drive.benchLabel, (opened, reading) =>
      startEvidence({
        drive: opened,
        reading,
        startFile: profile.startFile,
        oldTable: source?.table ?? null,
        layout,
        proof,
      }),
    )
    .catch((error: unknown) => {
      // A drive that is gone from the dock has nothing to show any more; one that does not read is not known to start.
      if (isMissing(error)) return null;
      logTrouble('unreadable', { what: 'drive', label: drive.benchLabel, error });
      return [unreadEvidence('readable', 'The new drive', 'Look at the dock, then copy again.')];
    });
  // Looked at again next time where it could not be read.
  if (evidence && !evidence.some(({ id }) => id === 'readable')) runtime.evidence.set(key, evidence);
  return evidence;
}

/** Forgets what a job's copy showed, so that it is read again. */
export function forgetEvidence({ evidence }: Runtime, jobId: string): void {
  for (const key of evidence.keys()) if (key.startsWith(`${jobId} `)) evidence.delete(key);
}
