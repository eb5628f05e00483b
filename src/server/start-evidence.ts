import type { DeviceProfile } from '@/core/device';
import type { Layout } from '@/core/disk';
import { type JobState, type SourceSummary, startEvidence } from '@/core/job';
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
  if (!job.dock || !job.copy || !isTrue(facts, 'copy.verified')) return null;
  const known = runtime.evidence.get(job.id);
  if (known) return known;
  const { copy: proof, dock } = job;
  const evidence = await runtime.dock
    .withDrive(dock.new.benchLabel, (drive, reading) =>
      startEvidence({
        drive,
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
