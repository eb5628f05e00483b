import { createHash } from 'node:crypto';
import { type DeviceProfile, StoredProfile } from '@/core/device';
import { type Result, ok, refuse } from '@/core/result';
import type { Sql } from './database';

/** Profiles that jobs began with, read once each: they are never changed under their sum. */
export class KeptProfiles {
  private readonly read = new Map<string, Result<DeviceProfile>>();

  /** The profiles of these sums. One query for those that were not read yet. */
  async load(sql: Sql, sums: string[]): Promise<void> {
    const missing = [...new Set(sums)].filter((sum) => !this.read.has(sum));
    if (missing.length === 0) return;
    const rows = await sql.query<{ sha256: string; document: unknown }>(
      'select sha256, document from kept_profile where sha256 = any($1)',
      [missing],
    );
    for (const { sha256, document } of rows) this.read.set(sha256, parse(document));
  }

  /** The profile of a sum. Fault: `profile-unreadable`. */
  async of(sql: Sql, sum: string): Promise<Result<DeviceProfile>> {
    await this.load(sql, [sum]);
    return this.read.get(sum) ?? unread('it is gone');
  }
}

function parse(document: unknown): Result<DeviceProfile> {
  const parsed = StoredProfile.safeParse(document);
  if (parsed.success) return ok(parsed.data);
  const [issue] = parsed.error.issues;
  return unread(`${issue?.path.join('.')}: ${issue?.message}`.slice(0, 200));
}

const unread = (why: string) =>
  refuse(
    'profile-unreadable',
    `The device profile that this job began with cannot be read: ${why}.`,
    'Export the job as it stands; take the device in again with the profile of today.',
  );

/** Keeps a profile as it stands now, and gives its sum. */
export async function keepProfile(sql: Sql, profile: DeviceProfile): Promise<string> {
  const sha256 = createHash('sha256').update(JSON.stringify(profile)).digest('hex');
  await sql.query(
    'insert into kept_profile (sha256, document) values ($1, $2) on conflict (sha256) do nothing',
    [sha256, profile],
  );
  return sha256;
}

/**
 * Jobs of an older release that kept no profile get today's, and a line in their history that says so: from then on it is
 * theirs, whatever becomes of the one on Devices.
 */
export async function keepProfilesOfOldJobs(sql: Sql, at: string): Promise<void> {
  const rows = await sql.query<{ id: string; document: DeviceProfile }>(
    `select job.id, device.document from job join device_profile device on device.id = job.profile_id
     where job.profile_sha256 is null`,
  );
  for (const { id, document } of rows) {
    const parsed = StoredProfile.safeParse(document);
    if (!parsed.success) continue;
    await sql.query('update job set profile_sha256 = $1, version = version + 1 where id = $2', [
      await keepProfile(sql, parsed.data),
      id,
    ]);
    await sql.query(
      `insert into job_history (job_id, seq, at, by, kind, sentence, changes)
       select $1, coalesce(max(seq), 0) + 1, $2, 'Jicara', 'profile', $3, '[]'::jsonb from job_history where job_id = $1`,
      [id, at, 'The device profile of today is kept with this job; the release before had kept none.'],
    );
  }
}
