import * as z from 'zod';
import type { Job } from '@/core/job';
import { type Learned, Lesson, type LessonOfJob, learnedFrom, nobodyLearned } from '@/core/learn';
import type { Sql } from './database';
import type { Runtime } from './runtime';

const Row = Lesson.extend({ jobId: z.string() });

/** More than these are forgotten anyway: the newest count. */
const mostLessons = 8_000;

/** Keeps what a job taught in place of what it taught before; none where it is not handed over. */
export async function keepLessons(
  sql: Sql,
  { id, takeIn }: Pick<Job, 'id' | 'takeIn'>,
  lessons: readonly Lesson[],
): Promise<void> {
  await sql.query('delete from lesson where job_id = $1', [id]);
  if (lessons.length === 0) return;
  await sql.query(
    `insert into lesson (job_id, seq, practice, kind, usual, actual, keys, at)
     select $1, row_number() over (), $2, kind, usual, actual, keys, at
     from jsonb_to_recordset($3::jsonb) as one(kind text, usual float8, actual float8, keys jsonb, at timestamptz)`,
    [id, takeIn.practice, JSON.stringify(lessons)],
  );
}

async function allLessons(sql: Sql, practice: boolean): Promise<LessonOfJob[]> {
  const rows = await sql.query(
    `select * from (
       select job_id as "jobId", kind, usual, actual, keys, at, seq from lesson
       where practice = $1 order by at desc limit ${mostLessons}
     ) newest order by at, "jobId", seq`,
    [practice],
  );
  // What today's rules cannot read teaches nothing; the rest counts.
  return rows.flatMap((row) => {
    const parsed = Row.safeParse(row);
    return parsed.success ? [parsed.data] : [];
  });
}

/** What the bench has learned: of practice apart from real work, which it says nothing of. Read once, and anew when a job is handed over. */
export async function learnedHere(runtime: Runtime, practice: boolean): Promise<Learned> {
  const known = runtime.learned.get(practice);
  if (known) return known;
  const lessons = await allLessons(runtime.database, practice);
  const learned = lessons.length === 0 ? nobodyLearned : learnedFrom(ofOneJobTogether(lessons));
  runtime.learned.set(practice, learned);
  return learned;
}

/** Jobs overlap on a bench; each is taken whole, in the order in which they began. */
function ofOneJobTogether(lessons: readonly LessonOfJob[]): LessonOfJob[] {
  const jobs = new Map<string, LessonOfJob[]>();
  for (const lesson of lessons) {
    const own = jobs.get(lesson.jobId);
    if (own) own.push(lesson);
    else jobs.set(lesson.jobId, [lesson]);
  }
  return [...jobs.values()].flat();
}
