import * as z from 'zod';
import type { FrameView } from '@/core/job-view';
import { type DeviceProfile, StoredProfile } from '@/core/device';
import { type DryRun, Mistake, StepRecord, isRunThrough, practised } from '@/core/practice';
import { type Result, ok, refuse } from '@/core/result';
import type { Sql } from './database';
import { allProfiles, findProfile, profileAt } from './devices';
import { dryRuns, keepDryRun, versionsNow } from './dry-runs';
import { once } from './requests';
import type { Runtime } from './runtime';
import { formFault, nobodyWorking } from './take-in-device';
import { frameView } from './views';
import { whoWorks } from './workshop';

export type PracticeView = {
  frame: FrameView;
  profiles: DeviceProfile[];
  /** What the one who works has practised, by device. */
  records: Record<string, StepRecord[]>;
  /** What anybody picked at the wrong time, by device. */
  mistakes: Record<string, Mistake[]>;
  /** The version of each device that is practised, and its last run of each version. */
  versions: Record<string, number>;
  dryRuns: Record<string, DryRun[]>;
};

async function recordsOf(sql: Sql, initials: string): Promise<Record<string, StepRecord[]>> {
  const rows = await sql.query<{ profile_id: string; steps: unknown }>(
    'select profile_id, steps from practice_record where initials = $1',
    [initials],
  );
  return Object.fromEntries(
    rows.flatMap(({ profile_id, steps }) => {
      const read = z.array(StepRecord).safeParse(steps);
      return read.success ? [[profile_id, read.data]] : [];
    }),
  );
}

/** The mistakes that are looked back on, the most frequent. */
const mostMistakes = 2000;

async function mistakesOf(sql: Sql): Promise<Record<string, Mistake[]>> {
  const rows = await sql.query<Mistake & { profileId: string }>(
    `select profile_id as "profileId", instead_of as "insteadOf", picked, times from practice_mistake
     order by times desc, profile_id, instead_of, picked limit ${mostMistakes}`,
  );
  const all: Record<string, Mistake[]> = {};
  for (const { profileId, ...mistake } of rows) (all[profileId] ??= []).push(mistake);
  return all;
}

async function keepMistakes(sql: Sql, profileId: string, wrong: readonly Wrong[]): Promise<void> {
  for (const { insteadOf, picked } of wrong)
    await sql.query(
      `insert into practice_mistake (profile_id, instead_of, picked, times) values ($1, $2, $3, 1)
       on conflict (profile_id, instead_of, picked) do update set times = practice_mistake.times + 1`,
      [profileId, insteadOf, picked],
    );
}

export async function practiceView(runtime: Runtime, asked: string | null = null): Promise<PracticeView> {
  const { database } = runtime;
  const working = await whoWorks(database, asked);
  return {
    frame: await frameView(runtime),
    profiles: await allProfiles(database),
    records: working ? await recordsOf(database, working) : {},
    mistakes: await mistakesOf(database),
    versions: await versionsNow(database),
    dryRuns: await dryRuns(database),
  };
}

const ids = z.array(z.string().max(60)).max(120);
const Wrong = Mistake.omit({ times: true });
type Wrong = z.infer<typeof Wrong>;
const PracticeForm = z.object({
  profileId: z.string().max(60),
  remembered: ids,
  missed: ids,
  wrong: z.array(Wrong).max(400).default([]),
  /** Of which version all steps were run through; absent where a page of before sends none. */
  version: z.int().positive().max(1_000_000).optional(),
});

/** Keeps what a run came to, for the one who works. Faults: `form`, `nobody-working`, `not-found`. */
export async function keepPractice(
  runtime: Runtime,
  form: unknown,
  asked: string | null = null,
  requestId: string | null = null,
): Promise<Result<StepRecord[]>> {
  const parsed = PracticeForm.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { profileId, remembered, missed, wrong, version } = parsed.data;
  const at = runtime.now().toISOString();
  const keepOnce = async (sql: Sql): Promise<Result<StepRecord[]>> => {
    const working = await whoWorks(sql, asked);
    if (!working) return nobodyWorking();
    if (!(await findProfile(sql, profileId)))
      return refuse('not-found', 'This device is not known here.', 'Choose one from the list.');
    if (version !== undefined) {
      const of = StoredProfile.safeParse(await profileAt(sql, profileId, version)).data;
      if (!of) return refuse('not-found', 'This device has no such version.', 'Load the page again.');
      const done = [...remembered, ...missed];
      if (isRunThrough(of.procedure, done))
        await keepDryRun(sql, profileId, {
          version,
          by: working,
          at,
          steps: done.length,
          missed: missed.length,
        });
    }
    const before = (await recordsOf(sql, working))[profileId] ?? [];
    const records = new Map(before.map((record) => [record.stepId, record]));
    const keep = (stepId: string, isRemembered: boolean) =>
      records.set(stepId, practised(records.get(stepId) ?? null, stepId, isRemembered, runtime.now()));
    remembered.forEach((id) => keep(id, true));
    missed.forEach((id) => keep(id, false));
    const steps = [...records.values()];
    await sql.query(
      `insert into practice_record (initials, profile_id, steps) values ($1, $2, $3::jsonb)
       on conflict (initials, profile_id) do update set steps = excluded.steps`,
      [working, profileId, JSON.stringify(steps)],
    );
    await keepMistakes(sql, profileId, wrong);
    return ok(steps);
  };
  return runtime.database.transaction((sql) => once(sql, requestId, at, () => keepOnce(sql)));
}
