import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import type { PhotoLine } from '@/core/job-view';
import { type Result, ok, refuse } from '@/core/result';
import { isMissing, makeFolder, removeDurably, writeDurably } from '@/files';
import type { Sql } from './database';
import { findJob, saveLine, wasDone } from './jobs';
import { scaleWithOthers } from './photo-scale';
import type { Runtime } from './runtime';
import { type SoundMedia, mostSoundBytes, soundEndings, soundMedia } from './sound';
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

type Media = 'image/jpeg' | SoundMedia;

const fileOf = ({ photoFolder }: Runtime, id: string, media: Media) =>
  join(
    /*turbopackIgnore: true*/ photoFolder,
    `${id}.${media === 'image/jpeg' ? 'jpg' : soundEndings[media]}`,
  );
const noPhoto = () => refuse('not-found', 'There is no such photo.', 'Look at the job again.');
const stale = () =>
  refuse('stale', 'The job was changed at this moment; the photo was not noted.', 'Do it again.');

/** Written whole or not at all, before anything names it: a kill leaves a file that nobody asks for, never half a photo. */
async function keep(runtime: Runtime, id: string, { media, bytes }: Kept): Promise<void> {
  await makeFolder(runtime.photoFolder);
  await writeDurably(fileOf(runtime, id, media), bytes);
}

type Kept = { media: Media; bytes: Buffer; widthPx: number; heightPx: number };

/** What is kept of what was sent: a picture scaled, without anything but its pixels; a spoken note as it came. */
async function taken(runtime: Runtime, bytes: Buffer): Promise<Result<Kept>> {
  const media = soundMedia(bytes);
  if (media === null) {
    const scaled = await scaleWithOthers(runtime, bytes);
    if (!scaled.ok) return scaled;
    const { jpeg, ...size } = scaled.value;
    return ok({ media: 'image/jpeg', bytes: jpeg, ...size });
  }
  return bytes.length > mostSoundBytes
    ? refuse(
        'sound-large',
        `A spoken note of more than ${mostSoundBytes / 1024 / 1024} MiB is not taken.`,
        'Say it again, shorter; or write it down.',
      )
    : ok({ media, bytes, widthPx: 0, heightPx: 0 });
}

/** Adds a photo or a spoken note to a job. Faults: `form`, `sound-large`, those of `scalePhoto`, `photo-many`, `no-job`, `nobody-working`. */
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
  const made = await taken(runtime, bytes);
  if (!made.ok) return made;
  const { media, widthPx, heightPx } = made.value;
  // A voice belongs to whoever spoke: it stays with its job.
  const isForAll = forAll && stepId !== null && media === 'image/jpeg';
  const what = media === 'image/jpeg' ? 'Photo' : 'Spoken note';
  const { database } = runtime;
  const before = await findJob(database, jobId);
  if (!before.ok) return before;
  if (requestId !== null && (await wasDone(database, jobId, requestId))) return ok(null);
  const [row] = await database.query<{ number: number }>("select nextval('photo_number') as number");
  const id = `P-${String(row!.number).padStart(4, '0')}`;
  await keep(runtime, id, made.value);
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
        `A job keeps at most ${mostPhotos} photos and spoken notes.`,
        'Take one of them away first.',
      );
    const at = runtime.now().toISOString();
    await sql.query(
      `insert into photo (id, job_id, step_id, note, for_all, at, by, width_px, height_px, bytes, media)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
      [id, jobId, stepId, note, isForAll, at, working, widthPx, heightPx, made.value.bytes.length, media],
    );
    const saved = await saveLine(
      sql,
      stored,
      stored.state.job,
      {
        at,
        by: working,
        kind: note ? 'photo-note' : 'photo',
        sentence: note ? `${what} ${id}: ${note}` : `${what} ${id}.`,
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
  else await removeDurably(fileOf(runtime, id, media));
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
  let media: Media = 'image/jpeg';
  const removed = await runtime.database.transaction(async (sql): Promise<Result<null>> => {
    const found = await findJob(sql, jobId);
    if (!found.ok) return found;
    const stored = found.value;
    const working = await whoWorks(sql, asked);
    if (!working) return nobodyWorking();
    const [gone] = await sql.query<{ media: Media }>(
      'delete from photo where id = $1 and job_id = $2 returning media',
      [photoId, jobId],
    );
    if (!gone) return noPhoto();
    media = gone.media;
    const saved = await saveLine(sql, stored, stored.state.job, {
      at: runtime.now().toISOString(),
      by: working,
      kind: 'photo',
      sentence: `${media === 'image/jpeg' ? 'Photo' : 'Spoken note'} ${photoId} taken away.`,
      changes: [],
      stepId: null,
    });
    if (!saved) throw new Error('the job changed inside its own transaction');
    version = stored.version + 1;
    return ok(null);
  });
  if (!removed.ok) return removed;
  await removeDurably(fileOf(runtime, photoId, media));
  runtime.changes.tell(jobId, version);
  return removed;
}

const columns = `photo.id, photo.job_id as "jobId", photo.step_id as "stepId", photo.note, photo.for_all as "forAll",
  photo.at, photo.by, photo.width_px as "widthPx", photo.height_px as "heightPx", photo.media`;

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

/** The file of a photo or spoken note, and what it is; null where it is not kept. */
export async function photoFile(
  runtime: Runtime,
  jobId: string,
  photoId: string,
): Promise<{ media: string; bytes: Buffer } | null> {
  if (!/^P-\d{4,9}$/u.test(photoId)) return null;
  const [row] = await runtime.database.query<{ media: Media }>(
    'select media from photo where id = $1 and job_id = $2',
    [photoId, jobId],
  );
  if (!row) return null;
  try {
    return {
      media: row.media,
      bytes: await readFile(/*turbopackIgnore: true*/ fileOf(runtime, photoId, row.media)),
    };
  } catch (error) {
    if (isMissing(error)) return null;
    throw error;
  }
}
