import * as z from 'zod';
import { type DeviceProfile, ProfileShape } from '@/core/device';
import { readProfile } from '@/core/exchange';
import { type Result, ok, refuse } from '@/core/result';
import {
  type TimedStep,
  FigureEntry,
  Sketch,
  enterFigure,
  idFromWords,
  isUnwritten,
  profileOfRecording,
  profileOfCopy,
  profileOfSketch,
  timesOf,
  withTimes,
  withWords,
} from '@/core/teach';
import type { Sql } from './database';
import { findProfile, saveProfile, versionOf, versionsOf } from './devices';
import { findPicture, keepPictures } from './pictures';
import { findJob } from './jobs';
import { readProfileFile } from './profile-file';
import type { Runtime } from './runtime';
import { formFault, nobodyWorking } from './take-in-device';
import { whoWorks } from './workshop';

/** What is kept with a change of a profile beside the change itself. */
export type Asks = { by: string | null; seenVersion?: number | null; why?: string };

const gone = () => refuse('not-found', 'This device is not known here.', 'See Devices.');

/** Two people at one profile: the second is told, and nothing of the first is lost. */
const stale = (profile: ProfileShape) =>
  refuse(
    'stale',
    `Somebody else has changed the ${profile.name} since this was opened.`,
    'Look at what is there now, and enter it once more.',
  );

async function save(
  runtime: Runtime,
  sql: Sql,
  profile: ProfileShape,
  asked: Asks,
  why: string,
): Promise<Result<{ id: string; version: number }>> {
  const read = readProfile(profile);
  if (!read.ok) return read;
  const known = await versionOf(sql, read.value.id);
  if (asked.seenVersion != null && known !== null && known !== asked.seenVersion) return stale(read.value);
  const by = (await whoWorks(sql, asked.by)) ?? 'nobody named';
  const version = await saveProfile(sql, read.value, {
    at: runtime.now().toISOString(),
    by,
    why: asked.why ?? why,
  });
  return ok({ id: read.value.id, version });
}

/** Writes a device profile, new or changed, and the photos of its map that the file brings; jobs under way keep the one they began with. */
export async function putProfile(
  runtime: Runtime,
  form: unknown,
  asked: Asks = { by: null },
): Promise<Result<DeviceProfile>> {
  const read = readProfileFile(form);
  if (!read.ok) return read;
  const { profile, pictures } = read.value;
  const kept = await keepPictures(runtime, pictures);
  if (!kept.ok) return kept;
  return runtime.database.transaction(async (sql) => {
    const saved = await save(runtime, sql, profile, asked, 'brought in from a file');
    return saved.ok ? ok(profile) : saved;
  });
}

/** A new device, by its eight answers or as a copy of one that is known. */
const NewDevice = z.union([
  z.object({ sketch: Sketch }).strict(),
  z
    .object({
      copyOf: z.string().max(60),
      maker: z.string().trim().min(1).max(80),
      name: z.string().trim().min(1).max(80),
    })
    .strict(),
]);

const taken = (profile: ProfileShape) =>
  refuse(
    'exists',
    `The ${profile.maker} ${profile.name} is known already.`,
    'Open it at Devices, or give this one another name.',
  );

/** Makes a device known by what can be said of it in two minutes. Faults: `form`, `exists`, `not-found`. */
export async function sketchProfile(
  runtime: Runtime,
  form: unknown,
  asked: Asks,
): Promise<Result<{ id: string; version: number }>> {
  const parsed = NewDevice.safeParse(form);
  if (!parsed.success) return formFault(errorOf(form, parsed.error));
  return runtime.database.transaction(async (sql) => {
    const { data } = parsed;
    const { maker, name } = 'sketch' in data ? data.sketch : data;
    const id = idFromWords(`${maker} ${name}`);
    const known = await findProfile(sql, id);
    if (known) return taken(known);
    if ('sketch' in data)
      return save(runtime, sql, profileOfSketch(data.sketch, id), asked, 'first answers, without a profile');
    const from = await findProfile(sql, data.copyOf);
    return from
      ? save(
          runtime,
          sql,
          profileOfCopy(from, { id, maker, name }),
          asked,
          `described by a copy of ${from.maker} ${from.name}`,
        )
      : gone();
  });
}

/** The faults of the form that was meant: of two forms that it could be, the one that it names. */
function errorOf(form: unknown, error: z.ZodError): z.ZodError {
  const sketch = z.object({ sketch: z.unknown() }).loose().safeParse(form);
  const told = sketch.success ? Sketch.safeParse(sketch.data.sketch) : null;
  return told?.error ?? error;
}

type Changed = { profile: ProfileShape; why: string };

/** Changes a device that is known, as its next version, in the name of whoever works. Faults: `nobody-working`, `not-found`, those of a profile and of the change. */
const changeKnown = (
  runtime: Runtime,
  id: string,
  asked: Asks,
  change: (profile: DeviceProfile, by: string, sql: Sql) => Result<Changed> | Promise<Result<Changed>>,
): Promise<Result<{ id: string; version: number }>> =>
  runtime.database.transaction(async (sql) => {
    const by = await whoWorks(sql, asked.by);
    if (!by) return nobodyWorking();
    const profile = await findProfile(sql, id);
    if (!profile) return gone();
    const changed = await change(profile, by, sql);
    return changed.ok ? save(runtime, sql, changed.value.profile, asked, changed.value.why) : changed;
  });

const WordsForm = z
  .object({
    jobId: z.string().max(20),
    stepId: z.string().max(60),
    /** As the job showed them: where they are others by now, nothing is changed. */
    was: z.string().max(400),
    how: z.string().trim().min(1, 'Say how it is done.').max(400, 'At most 400 characters.'),
  })
  .strict();

/** Tells a step of a device in better words, as a job found them; the next job of the kind shows them. Faults: `form`, `not-found`, `no-job`, `no-step`, `words-changed`, `nobody-working`. */
export async function improveWords(
  runtime: Runtime,
  id: string,
  form: unknown,
  asked: Asks,
): Promise<Result<{ id: string; version: number }>> {
  const parsed = WordsForm.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { jobId, ...words } = parsed.data;
  return changeKnown(runtime, id, asked, async (profile, _by, sql) => {
    const found = await findJob(sql, jobId);
    if (!found.ok) return found;
    if (found.value.state.job.takeIn.profileId !== id) return gone();
    const better = withWords(profile.procedure, words);
    if (!better.ok) return better;
    const { procedure, title } = better.value;
    return ok({ profile: { ...profile, procedure }, why: `words of “${title}”, from job ${jobId}` });
  });
}

/** Enters one figure of a place. Faults: `form`, `no-photo`, `not-found`, `range`, `stale`, `nobody-working`, and those of a profile. */
export async function enterProfileFigure(
  runtime: Runtime,
  id: string,
  form: unknown,
  asked: Asks,
): Promise<Result<{ id: string; version: number }>> {
  const parsed = FigureEntry.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const photo = parsed.data.way === 'measured' ? parsed.data.photo : undefined;
  if (photo !== undefined && !(await findPicture(runtime, photo)))
    return refuse('no-photo', 'The photo that this was read from is not kept here.', 'Send it first.');
  return changeKnown(runtime, id, asked, (profile, by) => {
    const at = runtime.now().toISOString().slice(0, 10);
    const entered = enterFigure(profile, parsed.data, { at, by });
    return entered.ok
      ? ok({ profile: entered.value, why: `figure ${parsed.data.figureId}: ${parsed.data.way}` })
      : entered;
  });
}

const FromJob = z.object({ jobId: z.string().max(20) }).strict();

/** Minutes that recorded acts took, within what a hand can need. */
const minutesOf = (steps: TimedStep[]): Record<string, number> =>
  Object.fromEntries(
    Object.entries(timesOf(steps)).map(([id, minutes]) => [
      id,
      Math.round(Math.min(60, Math.max(0.2, minutes)) * 10) / 10,
    ]),
  );

/**
 * Keeps what a job recorded as the procedure of its device, times as they were measured. It is proved first, and refused with all
 * that is open. A procedure that is there already is not replaced. Faults: `form`, `not-found`, `no-recording`, `written`, `profile`.
 */
export async function keepRecording(
  runtime: Runtime,
  id: string,
  form: unknown,
  asked: Asks,
): Promise<Result<{ id: string; version: number }>> {
  const parsed = FromJob.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const found = await findJob(runtime.database, parsed.data.jobId);
  if (!found.ok) return found;
  const { job, steps } = found.value.state;
  if (job.takeIn.profileId !== id || !job.recording?.ended)
    return refuse(
      'no-recording',
      `Job ${parsed.data.jobId} has no ended recording of this device.`,
      'Record the way in at Open, and end it.',
    );
  const { recording } = job;
  return changeKnown(runtime, id, asked, (profile) => {
    if (!isUnwritten(profile))
      return refuse(
        'written',
        `How the ${profile.name} is opened is written down already.`,
        'Edit it at “How to open it” on the device’s page.',
      );
    const recorded = steps.filter(({ stepId }) => recording.acts.some((one) => one.id === stepId));
    return ok({
      profile: profileOfRecording(profile, recording, minutesOf(recorded)),
      why: `way in as recorded in job ${job.id}`,
    });
  });
}

/**
 * Moves the minutes of a device's procedure towards those that the hands of a job took, as its next version. Faults: `form`,
 * `not-found`, `other-device`, `no-times`, `kept` where this job’s are in it already, `nobody-working`.
 */
export async function keepTimes(
  runtime: Runtime,
  id: string,
  form: unknown,
  asked: Asks,
): Promise<Result<{ id: string; version: number }>> {
  const parsed = FromJob.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { jobId } = parsed.data;
  const found = await findJob(runtime.database, jobId);
  if (!found.ok) return found;
  const { job, steps } = found.value.state;
  if (job.takeIn.profileId !== id)
    return refuse('other-device', `Job ${jobId} is about another device.`, 'Open the device of that job.');
  const from = `${job.takeIn.practice ? 'practice ' : ''}job ${jobId}`;
  return changeKnown(runtime, id, asked, async (profile, _, sql) => {
    const versions = await versionsOf(sql, id);
    if (versions.some(({ why }) => why.startsWith('times of ') && why.endsWith(from)))
      return refuse(
        'kept',
        `The times of job ${jobId} are in it already.`,
        'The next job of the kind improves them.',
      );
    const { procedure, changed } = withTimes(profile.procedure, timesOf(steps));
    return changed > 0
      ? ok({ profile: { ...profile, procedure }, why: `times of ${changed} steps, from ${from}` })
      : refuse(
          'no-times',
          'No step took another time than the procedure says, or its time tells nothing.',
          'Times under a fifth and over five times the usual one are breaks and mistaken presses: nothing to keep.',
        );
  });
}

const SeenOn = z
  .object({ partitions: ProfileShape.shape.deliveredParts.min(1), seenOn: z.string().trim().min(1).max(120) })
  .strict();

/** Takes the partitions of a drive that was looked into over as those that the device is delivered with. Faults: `form`, `not-found`, `nobody-working`, those of a profile. */
export async function takePartitions(
  runtime: Runtime,
  id: string,
  form: unknown,
  asked: Asks,
): Promise<Result<{ id: string; version: number }>> {
  const parsed = SeenOn.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { partitions, seenOn } = parsed.data;
  return changeKnown(runtime, id, asked, (profile) =>
    ok({ profile: { ...profile, deliveredParts: partitions }, why: `partitions as seen on ${seenOn}` }),
  );
}
