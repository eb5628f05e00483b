import * as z from 'zod';
import type { DeviceProfile } from '@/core/device';
import {
  DoneStep,
  HistoryEntry,
  type HistoryKind,
  Job,
  type JobState,
  advance,
  jobState,
  stateOf,
} from '@/core/job';
import type { DueDrive, JobLine } from '@/core/job-view';
import { type Result, ok, refuse } from '@/core/result';
import { FactName, FactState, type Facts, type FactSetting } from '@/core/work';
import type { Sql } from './database';
import { keepProfile } from './kept-profiles';
import { isFoundBy, wordsOf } from './job-words';

const JobRow = z.object({
  id: z.string(),
  version: z.int(),
  taken_in_at: z.iso.datetime(),
  profile_sha256: z.string(),
  document: Job,
  facts: z.partialRecord(FactName, FactState),
  steps: z.array(DoneStep),
});

const columns = 'id, version, document, taken_in_at, profile_sha256, facts, steps';

export type StoredJob = { state: JobState; version: number; takenInAt: string; profileSha256: string };

/** A job that today's rules cannot read: what is known of it, and why. It is shown and can be exported, never changed. */
export type UnreadJob = { id: string; why: string };

export const noJob = (id: string) =>
  refuse('no-job', `There is no job ${printable(id)} on this bench.`, 'Look for it on the bench.');

/** An id as it was asked for, without what no id has. */
const printable = (id: string) => id.replace(/[^\w-]/gu, '?').slice(0, 20);

const unreadable = ({ id, why }: UnreadJob) =>
  refuse(
    'unreadable',
    `Job ${id} cannot be read: ${why}.`,
    `Export it as it stands: /api/jobs/${id}/raw. Nothing of it is lost, and the other jobs go on.`,
  );

/** The first thing that is wrong with a row, in words. */
function whyUnread(error: z.ZodError): string {
  const [issue] = error.issues;
  return `${issue?.path.join('.') || 'it'}: ${issue?.message ?? 'not understood'}`.slice(0, 300);
}

type Read = { ok: true; stored: StoredJob } | { ok: false; unread: UnreadJob };

function readRow(row: unknown): Read {
  const parsed = JobRow.safeParse(row);
  if (!parsed.success)
    return { ok: false, unread: { id: (row as { id: string }).id, why: whyUnread(parsed.error) } };
  const { version, document, facts, steps, taken_in_at, profile_sha256 } = parsed.data;
  return {
    ok: true,
    stored: {
      state: stateOf(document, facts as Facts, steps),
      version,
      takenInAt: taken_in_at,
      profileSha256: profile_sha256,
    },
  };
}

/** The next number of the workshop, such as Q-0412. */
export async function nextJobId(sql: Sql): Promise<string> {
  const [row] = await sql.query<{ number: number }>("select nextval('job_number') as number");
  return `Q-${String(row!.number).padStart(4, '0')}`;
}

/** What is written of a line of history before the clock and the bench have put their stamp on it. */
export type NewLine = {
  at: string;
  by: string;
  kind: HistoryKind;
  sentence: string;
  changes: FactSetting[];
  stepId: string | null;
};

const stamped = ({ changes, ...line }: NewLine): HistoryEntry => ({
  ...line,
  changes: changes.map((change) => ({ ...change, at: line.at, by: line.by })),
});

async function insertLine(
  sql: Sql,
  jobId: string,
  seq: number,
  entry: HistoryEntry,
  requestId: string | null,
): Promise<void> {
  await sql.query(
    `insert into job_history (job_id, seq, at, by, kind, sentence, changes, step_id, request_id)
     values ($1, $2, $3, $4, $5, $6, $7::jsonb, $8, $9)`,
    [
      jobId,
      seq,
      entry.at,
      entry.by,
      entry.kind,
      entry.sentence,
      JSON.stringify(entry.changes),
      entry.stepId,
      requestId,
    ],
  );
}

/** When the last line of a job was written, ISO 8601; null where there is none. */
export async function lastLineAt(sql: Sql, jobId: string): Promise<string | null> {
  const [row] = await sql.query<{ at: string }>(
    'select at from job_history where job_id = $1 order by seq desc limit 1',
    [jobId],
  );
  return row?.at ?? null;
}

/** A new job with the first line of its history, and the device profile as it stands now. */
export async function insertJob(sql: Sql, job: Job, profile: DeviceProfile, first: NewLine): Promise<void> {
  const entry = stamped(first);
  const { facts, steps } = jobState(job, [entry]);
  await sql.query(
    `insert into job (id, profile_id, owner, promised_at, taken_in_at, document, profile_sha256, facts, steps, lines, words)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9::jsonb, 1, $10)`,
    [
      job.id,
      job.takeIn.profileId,
      job.takeIn.owner,
      job.takeIn.promisedAt,
      entry.at,
      job,
      await keepProfile(sql, profile),
      facts,
      JSON.stringify(steps),
      wordsOf(job, profile.name),
    ],
  );
  await insertLine(sql, job.id, 1, entry, null);
}

/**
 * Writes a job after one more line of its history, and what its history comes to; false where somebody was first. In one
 * transaction: the document, the line and what they come to stand together or not at all.
 */
export async function saveLine(
  sql: Sql,
  stored: StoredJob,
  job: Job,
  line: NewLine,
  requestId: string | null = null,
): Promise<boolean> {
  const entry = stamped(line);
  const { facts, steps } = advance(stored.state, job, entry);
  const rows = await sql.query<{ lines: number }>(
    `update job set document = $1, owner = $2, promised_at = $3, handed_over_at = $4, facts = $5, steps = $6::jsonb,
       lines = lines + 1, version = version + 1,
       words = $9 || ' ' || coalesce((select lower(name) from device_profile where id = job.profile_id), ''),
       noted = left(noted || $10, 20000)
     where id = $7 and version = $8 returning lines`,
    [
      job,
      job.takeIn.owner,
      job.takeIn.promisedAt,
      job.handedOver?.at ?? null,
      facts,
      JSON.stringify(steps),
      job.id,
      stored.version,
      wordsOf(job, ''),
      isFoundBy(entry.kind) ? ` ${entry.sentence.toLowerCase()}` : '',
    ],
  );
  const [row] = rows;
  if (!row) return false;
  await insertLine(sql, job.id, row.lines, entry, requestId);
  return true;
}

/** Whether an act was done already under the id that its page gave it. */
export const wasDone = async (sql: Sql, jobId: string, requestId: string): Promise<boolean> =>
  (await sql.query('select seq from job_history where job_id = $1 and request_id = $2', [jobId, requestId]))
    .length > 0;

const isJobId = (id: string) => /^Q-\d{4,8}$/u.test(id);

/** A job as it stands. Faults: `no-job`, `unreadable`. */
export async function findJob(sql: Sql, id: string): Promise<Result<StoredJob>> {
  if (!isJobId(id)) return noJob(id);
  const [row] = await sql.query(`select ${columns} from job where id = $1`, [id]);
  if (!row) return noJob(id);
  const read = readRow(row);
  return read.ok ? ok(read.stored) : unreadable(read.unread);
}

/** A job that is known to stand, because work on it was begun; that it is gone or does not read is a bug. */
export async function jobOf(sql: Sql, id: string): Promise<StoredJob> {
  const found = await findJob(sql, id);
  if (!found.ok) throw new Error(found.fault.sentence);
  return found.value;
}

/** Jobs as they were last read, by id: a version is written once and never changed. */
export type JobsRead = Map<string, Read & { version: number }>;

/**
 * The jobs on the bench, promised first, and those that cannot be read. Two queries, however many there are: what was read before
 * in the same version is not read again.
 */
export async function openJobs(
  sql: Sql,
  before: JobsRead,
): Promise<{ jobs: StoredJob[]; unread: UnreadJob[] }> {
  const open = await sql.query<{ id: string; version: number }>(
    'select id, version from job where handed_over_at is null order by promised_at nulls last, id',
  );
  const changed = open.filter(({ id, version }) => before.get(id)?.version !== version);
  const rows = await sql.query<{ id: string; version: number }>(
    `select ${columns} from job where id = any($1)`,
    [changed.map(({ id }) => id)],
  );
  for (const row of rows) before.set(row.id, { ...readRow(row), version: row.version });
  const ids = new Set(open.map(({ id }) => id));
  for (const id of before.keys()) if (!ids.has(id)) before.delete(id);
  const read = open.flatMap(({ id }) => before.get(id) ?? []);
  return {
    jobs: read.flatMap((one) => (one.ok ? [one.stored] : [])),
    unread: read.flatMap((one) => (one.ok ? [] : [one.unread])),
  };
}

type HistoryRow = { step_id: unknown; at: string; by: string } & Record<string, unknown>;

/** The lines of a job's history behind the first `after`, in order. One that cannot be read says so in its place. */
export async function historyOf(sql: Sql, jobId: string, after = 0): Promise<HistoryEntry[]> {
  const rows = await sql.query<HistoryRow>(
    'select at, by, kind, sentence, changes, step_id from job_history where job_id = $1 and seq > $2 order by seq',
    [jobId, after],
  );
  return rows.map(({ step_id, ...row }) => {
    const parsed = HistoryEntry.safeParse({ ...row, stepId: step_id });
    if (parsed.success) return parsed.data;
    const sentence = `This line cannot be read: ${whyUnread(parsed.error)}.`;
    return { at: row.at, by: row.by, kind: 'unreadable', sentence, changes: [], stepId: null };
  });
}

/** The last lines of a job's history, the oldest first. */
export async function newLinesOf(sql: Sql, jobId: string, count: number): Promise<HistoryEntry[]> {
  const [row] = await sql.query<{ lines: number }>('select lines from job where id = $1', [jobId]);
  return count === 0 || !row ? [] : historyOf(sql, jobId, row.lines - count);
}

/** Everything of a job as the database holds it, read or not, to be exported. Fault: `no-job`. */
export async function rawJob(sql: Sql, id: string): Promise<Result<unknown>> {
  if (!isJobId(id)) return noJob(id);
  const [job] = await sql.query(
    `select job.*, kept.document as profile from job left join kept_profile kept on kept.sha256 = job.profile_sha256
     where job.id = $1`,
    [id],
  );
  if (!job) return noJob(id);
  const history = await sql.query('select * from job_history where job_id = $1 order by seq', [id]);
  return ok({ schema: 'jicara.raw-job/1', job, history });
}

/** How many jobs every screen knows by itself: on the bench, and of the last that went out. All others are found by asking. */
const openAtMost = 200;
const throughAtMost = 8;

/** The jobs on the bench, promised first, then the last ones handed over. */
export const jobLines = async (sql: Sql): Promise<JobLine[]> => {
  const lines = (where: string, order: string, limit: number) =>
    sql.query<JobLine>(
      `select job.id, profile.name as device, job.handed_over_at as "handedOverAt",
         concat_ws(' · ', nullif(job.place, ''), job.owner) as who
       from job left join device_profile profile on profile.id = job.profile_id
       where ${where} order by ${order} limit ${limit}`,
    );
  return [
    ...(await lines('handed_over_at is null', 'promised_at nulls last, job.id', openAtMost)),
    ...(await lines('handed_over_at is not null', 'handed_over_at desc, job.id', throughAtMost)),
  ];
};

/** Old drives that lie here though the term that their owner signed is over, the oldest term first. `at` is now, ISO 8601. */
export const dueOldDrives = (sql: Sql, at: string): Promise<DueDrive[]> =>
  sql.query<DueDrive>(
    `select job.id, profile.name as device, job.document->'oldDriveAfter'->>'until' as until,
       concat_ws(' · ', nullif(job.document->'takeIn'->>'place', ''), job.owner) as who
     from job left join device_profile profile on profile.id = job.profile_id
     where handed_over_at is not null and job.document->'oldDriveAfter'->>'until' < $1
       and job.document->'oldDriveAfter'->'end' = 'null'::jsonb
     order by until, job.id limit 20`,
    [at.slice(0, 10)],
  );

/** Counts what the history of jobs comes to where that was not kept with them: those of an older release. */
export async function countHistories(sql: Sql): Promise<void> {
  const rows = await sql.query<{ id: string; document: unknown }>(
    'select id, document from job where facts is null or steps is null or lines is null',
  );
  for (const { id, document } of rows) {
    const history = await historyOf(sql, id);
    // Facts and steps follow from the history alone: the document need not be readable.
    const { facts, steps } = jobState(document as Job, history);
    await sql.query('update job set facts = $1, steps = $2::jsonb, lines = $3 where id = $4', [
      facts,
      JSON.stringify(steps),
      history.length,
      id,
    ]);
  }
}
