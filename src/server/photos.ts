import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import type { PhotoLine } from '@/core/job-view';
import { type Result, ok, refuse } from '@/core/result';
import { isMissing, makeFolder, removeDurably, writeDurably } from '@/files';
import type { Sql } from './database';
import { findJob, saveLine, wasDone } from './jobs';
import { type ScaledPhoto, scalePhoto } from './photo-scale';
import type { Runtime } from './runtime';
import { formFault, nobodyWorking } from './take-in-device';
import { whoWorks } from './workshop';

/** What is said with a photo; the name of its file is never asked for. */
export const PhotoForm = z.object({
  stepId: z.string().max(60).nullable().default(null),
  note: z.string().trim().max(500).default(''),
  /** To be shown at this step on every device of its kind. */
  forAll: z.boolean().default(false),
});

/** At most this many photos of one job. */
const mostPhotos = 60;
/** Photos of earlier jobs that a step shows. */
const mostPictures = 3;

const fileOf = ({ photoFolder }: Runtime, id: string) => join(photoFolder, `${id}.jpg`);
const noPhoto = () => refuse('not-found', 'There is no such photo.', 'Look at the job again.');
const stale = () =>
  refuse('stale', 'The job was changed at this moment; the photo was not noted.', 'Do it again.');

/** Written whole or not at all, before anything names it: a kill leaves a file that nobody asks for, never half a photo. */
async function keep(runtime: Runtime, id: string, jpeg: Buffer): Promise<void> {
  await makeFolder(runtime.photoFolder);
  await writeDurably(fileOf(runtime, id), jpeg);
}

/** Pictures that are unpacked at the same time; each takes up to half a gigabyte while it lasts. */
const mostAtOnce = 3;

/** Scales a picture unless too many are being scaled. Faults: `too-many-photos` and those of `scalePhoto`. */
async function scaleWithOthers(runtime: Runtime, bytes: Buffer): Promise<Result<ScaledPhoto>> {
  if (runtime.scaling >= mostAtOnce)
    return refuse(
      'too-many-photos',
      `${mostAtOnce} photos are being scaled at this moment.`,
      'Send this one again in a moment.',
    );
  runtime.scaling += 1;
  try {
    return await scalePhoto(bytes);
  } finally {
    runtime.scaling -= 1;
  }
}

/** Adds a photo to a job: scaled, without anything but its pixels. Faults: `form`, those of `scalePhoto`, `photo-many`, `no-job`, `nobody-working`. */
export async function addPhoto(
  runtime: Runtime,
  jobId: string,
  form: unknown,
  bytes: Buffer,
  asked: string | null = null,
  requestId: string | null = null,
): Promise<Result<null>> {
  const parsed = PhotoForm.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { stepId, note, forAll } = parsed.data;
  const scaled = await scaleWithOthers(runtime, bytes);
  if (!scaled.ok) return scaled;
  const { jpeg, widthPx, heightPx } = scaled.value;
  const { database } = runtime;
  const before = await findJob(database, jobId);
  if (!before.ok) return before;
  if (requestId !== null && (await wasDone(database, jobId, requestId))) return ok(null);
  const [row] = await database.query<{ number: number }>("select nextval('photo_number') as number");
  const id = `P-${String(row!.number).padStart(4, '0')}`;
  await keep(runtime, id, jpeg);
  let version = 0;
  const kept = await database.transaction(async (sql): Promise<Result<null>> => {
    const found = await findJob(sql, jobId);
    if (!found.ok) return found;
    const stored = found.value;
    const working = await whoWorks(sql, asked);
    if (!working) return nobodyWorking();
    const photos = await photosOfJob(sql, jobId);
    if (photos.length >= mostPhotos)
      return refuse(
        'photo-many',
        `A job keeps at most ${mostPhotos} photos.`,
        'Take one of them away first.',
      );
    const at = runtime.now().toISOString();
    await sql.query(
      `insert into photo (id, job_id, step_id, note, for_all, at, by, width_px, height_px, bytes)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
      [id, jobId, stepId, note, forAll && stepId !== null, at, working, widthPx, heightPx, jpeg.length],
    );
    const saved = await saveLine(
      sql,
      stored,
      stored.state.job,
      {
        at,
        by: working,
        kind: note ? 'photo-note' : 'photo',
        sentence: note ? `Photo ${id}: ${note}` : `Photo ${id}.`,
        changes: [],
        stepId: null,
      },
      requestId,
    );
    if (!saved) return stale();
    version = stored.version + 1;
    return ok(null);
  });
  if (kept.ok) runtime.changes.tell(jobId, version);
  else await removeDurably(fileOf(runtime, id));
  return kept;
}

/** Takes a photo away, with its file; that it was there stays in the history. */
export async function removePhoto(
  runtime: Runtime,
  jobId: string,
  photoId: string,
  asked: string | null = null,
): Promise<Result<null>> {
  let version = 0;
  const removed = await runtime.database.transaction(async (sql): Promise<Result<null>> => {
    const found = await findJob(sql, jobId);
    if (!found.ok) return found;
    const stored = found.value;
    const working = await whoWorks(sql, asked);
    if (!working) return nobodyWorking();
    const gone = await sql.query('delete from photo where id = $1 and job_id = $2 returning id', [
      photoId,
      jobId,
    ]);
    if (gone.length === 0) return noPhoto();
    const saved = await saveLine(sql, stored, stored.state.job, {
      at: runtime.now().toISOString(),
      by: working,
      kind: 'photo',
      sentence: `Photo ${photoId} taken away.`,
      changes: [],
      stepId: null,
    });
    if (!saved) throw new Error('the job changed inside its own transaction');
    version = stored.version + 1;
    return ok(null);
  });
  if (!removed.ok) return removed;
  await removeDurably(fileOf(runtime, photoId));
  runtime.changes.tell(jobId, version);
  return removed;
}

const columns = `photo.id, photo.job_id as "jobId", photo.step_id as "stepId", photo.note, photo.for_all as "forAll",
  photo.at, photo.by, photo.width_px as "widthPx", photo.height_px as "heightPx"`;

/** The photos of a job, the first one first. */
export const photosOfJob = (sql: Sql, jobId: string): Promise<PhotoLine[]> =>
  sql.query<PhotoLine>(`select ${columns} from photo where job_id = $1 order by id`, [jobId]);

/** Photos of other jobs that are meant for every device of this kind: of each step the newest ones. */
export const picturesFor = (sql: Sql, jobId: string, profileId: string): Promise<PhotoLine[]> =>
  sql.query<PhotoLine>(
    `select * from (
       select ${columns}, row_number() over (partition by photo.step_id order by photo.id desc) as place
       from photo join job on job.id = photo.job_id
       where job.profile_id = $2 and photo.for_all and photo.job_id <> $1
     ) newest where place <= ${mostPictures} order by id`,
    [jobId, profileId],
  );

/** A photo’s file; null where it is not kept. */
export async function photoFile(runtime: Runtime, jobId: string, photoId: string): Promise<Buffer | null> {
  if (!/^P-\d{4,9}$/u.test(photoId)) return null;
  const rows = await runtime.database.query('select id from photo where id = $1 and job_id = $2', [
    photoId,
    jobId,
  ]);
  if (rows.length === 0) return null;
  return readFile(fileOf(runtime, photoId)).catch((error: unknown) => {
    if (isMissing(error)) return null;
    throw error;
  });
}
