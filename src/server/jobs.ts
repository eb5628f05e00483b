import { z } from 'zod';
import type { DeviceProfile } from '@/core/device';
import { HistoryEntry, Job, type JobLine, type JobState, jobState } from '@/core/job';
import type { FactSetting } from '@/core/work';
import type { Sql } from './database';

type JobRow = { id: string; version: number; document: unknown; taken_in_at: string };
type HistoryRow = {
  at: string;
  by: string;
  kind: string;
  sentence: string;
  changes: unknown;
  step_id: string | null;
};

export type StoredJob = { state: JobState; version: number; takenInAt: string };

/** The next number of the workshop, such as Q-0412. */
export async function nextJobId(sql: Sql): Promise<string> {
  const [row] = await sql.query<{ number: number }>("select nextval('job_number') as number");
  return `Q-${String(row!.number).padStart(4, '0')}`;
}

/** A new job, with the device profile as it stands now. */
export async function insertJob(sql: Sql, job: Job, profile: DeviceProfile, at: string): Promise<void> {
  await sql.query(
    `insert into job (id, profile_id, owner, promised_at, taken_in_at, document, profile)
     values ($1, $2, $3, $4, $5, $6, $7)`,
    [job.id, job.takeIn.profileId, job.takeIn.owner, job.takeIn.promisedAt, at, job, profile],
  );
}

/** Writes a job whose version is still the one that was read; false where somebody was first. */
export async function updateJob(sql: Sql, job: Job, version: number): Promise<boolean> {
  const rows = await sql.query(
    `update job set document = $1, owner = $2, promised_at = $3, handed_over_at = $4, version = version + 1
     where id = $5 and version = $6 returning id`,
    [job, job.takeIn.owner, job.takeIn.promisedAt, job.handedOver?.at ?? null, job.id, version],
  );
  return rows.length === 1;
}

export async function appendHistory(
  sql: Sql,
  jobId: string,
  entry: {
    at: string;
    by: string;
    kind: string;
    sentence: string;
    changes: FactSetting[];
    stepId: string | null;
  },
  requestId: string | null = null,
): Promise<void> {
  const changes = entry.changes.map((change) => ({ ...change, at: entry.at, by: entry.by }));
  await sql.query(
    `insert into job_history (job_id, seq, at, by, kind, sentence, changes, step_id, request_id)
     select $1, coalesce(max(seq), 0) + 1, $2, $3, $4, $5, $6::jsonb, $7, $8 from job_history where job_id = $1`,
    [jobId, entry.at, entry.by, entry.kind, entry.sentence, JSON.stringify(changes), entry.stepId, requestId],
  );
}

/** Whether an act was done already under the id that its page gave it. */
export const wasDone = async (sql: Sql, jobId: string, requestId: string): Promise<boolean> =>
  (await sql.query('select seq from job_history where job_id = $1 and request_id = $2', [jobId, requestId]))
    .length > 0;

const historyOf = (rows: HistoryRow[]): HistoryEntry[] =>
  z.array(HistoryEntry).parse(rows.map(({ step_id, ...row }) => ({ ...row, stepId: step_id })));

export async function findJob(sql: Sql, id: string): Promise<StoredJob | null> {
  const [row] = await sql.query<JobRow>('select id, version, document, taken_in_at from job where id = $1', [
    id,
  ]);
  if (!row) return null;
  const history = await sql.query<HistoryRow>(
    'select at, by, kind, sentence, changes, step_id from job_history where job_id = $1 order by seq',
    [id],
  );
  return {
    state: jobState(Job.parse(row.document), historyOf(history)),
    version: row.version,
    takenInAt: row.taken_in_at,
  };
}

/** Ids of the jobs on the bench, promised first. */
export async function openJobIds(sql: Sql): Promise<string[]> {
  const rows = await sql.query<{ id: string }>(
    'select id from job where handed_over_at is null order by promised_at nulls last, id',
  );
  return rows.map((row) => row.id);
}

/** Jobs to find by typing: those on the bench first, then the last ones handed over. */
export const jobLines = (sql: Sql): Promise<JobLine[]> =>
  sql.query<JobLine>(
    `select job.id, profile.name as device, job.handed_over_at as "handedOverAt",
       concat_ws(' · ', nullif(job.document->'takeIn'->>'place', ''), job.owner) as who
     from job join device_profile profile on profile.id = job.profile_id
     order by job.handed_over_at desc nulls first, job.promised_at nulls last, job.id limit 200`,
  );
