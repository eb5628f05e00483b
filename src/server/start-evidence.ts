import type { DeviceProfile } from '@/core/device';
import { ImageFile } from '@/copier';
import { type Layout, readDrive } from '@/core/disk';
import { type Job, type JobState, expectedTarget, newDriveOf } from '@/core/job';
import type { Loaded, SourceSummary } from '@/core/job-view';
import { startEvidence } from '@/core/copy';
import type { Margin } from '@/core/margin';
import { factValue } from '@/core/work';
import { type Result, ok, refuse } from '@/core/result';
import { isMissing } from '@/files';
import { pathOfDriveFile } from './drive-files';
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

/** How far sizes of one label stray, as a share: a named default. */
const sizeTolerance = 0.01;

/** What an image of the new drive shows, which was read from it elsewhere. Faults: `other-size`, and those of `pathOfDriveFile`. */
export async function evidenceIn(
  runtime: Runtime,
  name: string,
  job: Pick<Job, 'copy' | 'dock' | 'installed'>,
  { profile, source, layout, drive: chosen }: Pick<Loaded, 'profile' | 'source' | 'layout' | 'drive'>,
): Promise<Result<Margin[]>> {
  const path = await pathOfDriveFile(runtime, name);
  if (!path.ok) return path;
  const drive = await ImageFile.open(path.value, 'read');
  try {
    const target = newDriveOf(job) ?? (chosen && expectedTarget(chosen));
    const bytes = target && target.sectors * target.sectorBytes;
    // Drives of one label differ by little; the image of another one says nothing of this.
    if (bytes && Math.abs(drive.length - bytes) > bytes * sizeTolerance)
      return refuse(
        'other-size',
        `${name} is ${(drive.length / 1e9).toFixed(1)} GB long, and the new drive has ${(bytes / 1e9).toFixed(1)} GB: it is no image of it.`,
        'Read the new drive itself into an image as long as it is, as the lines say.',
      );
    const reading = await readDrive(drive);
    return ok(
      await startEvidence({
        drive,
        reading,
        startFile: profile.startFile,
        oldTable: source?.table ?? null,
        layout,
        proof: job.copy,
      }),
    );
  } finally {
    await drive.close();
  }
}
