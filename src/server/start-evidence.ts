import type { DeviceProfile } from '@/core/device';
import type { Layout } from '@/core/disk';
import { type JobState, type SourceSummary, newDriveOf, startEvidence } from '@/core/job';
import type { Margin } from '@/core/margin';
import { isTrue } from '@/core/work';
import type { Runtime } from './runtime';

/** Whether a job's finished copy would start, read from the new drive once; null before the copy is done. */
export async function evidenceOf(
  runtime: Runtime,
  { job, facts }: JobState,
  profile: DeviceProfile,
  source: SourceSummary | null,
  layout: Layout | null,
): Promise<Margin[] | null> {
  const drive = newDriveOf(job);
  if (!drive || !job.copy || !isTrue(facts, 'copy.verified')) return null;
  const known = runtime.evidence.get(job.id);
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
    // A drive that is gone from the dock has nothing to show any more.
    .catch(() => null);
  if (evidence) runtime.evidence.set(job.id, evidence);
  return evidence;
}
