import { type Job, type JobAct, type Loaded, expectedLayout, expectedTarget, newDriveOf } from '@/core/job';
import type { SourceSummary } from '@/core/job';
import { type BuildIds, buildFrom } from '@/core/fit';
import { type Drive, kindOf } from '@/core/part';
import { profileOfJob } from './devices';
import { findParts, partsOfKind } from './parts';
import { finderOf } from './part-finder';
import type { Sql } from './database';
import type { StoredJob } from './jobs';
import type { Runtime } from './runtime';
import { evidenceOf } from './start-evidence';
import { layoutFrom, readSource, readStick } from './source-summary';
import { sticksForJob } from './sticks';
import { allTechnicians, whoWorks } from './workshop';

const given = (...ids: (string | null | undefined)[]) => ids.filter((id) => id != null);

/** What the new drive’s system comes from, as read: the old drive on the dock, or the stick that was taken. */
async function sourceOf(runtime: Runtime, { route, dock, stick }: Job): Promise<SourceSummary | null> {
  if (route === 'stick') return stick && readStick(runtime, stick.label, stick.sha256);
  return dock && readSource(runtime, dock.old.benchLabel);
}

/** A job with everything that judging it needs, loaded once for a request: what it names, and what the act names. */
export async function loadContext(
  runtime: Runtime,
  sql: Sql,
  { state }: StoredJob,
  act?: JobAct,
  asked: string | null = null,
): Promise<Loaded> {
  const { job } = state;
  const profile = await profileOfJob(sql, job.id);
  if (!profile) throw new Error('a job names a profile that is gone');
  const named = [job.choice, act?.kind === 'choose' ? act : null].flatMap((ids) => ids ?? []);
  const parts = await findParts(
    sql,
    named.flatMap(({ driveId, sinkId, padIds }) => given(driveId, sinkId, ...padIds)),
  );
  const findBuild = (ids: BuildIds) => buildFrom(ids, profile, finderOf(parts));
  const drive =
    parts.find((part): part is Drive => part.id === job.choice?.driveId && kindOf(part) === 'drive') ?? null;
  const source = await sourceOf(runtime, job);
  const planned =
    !drive || !job.wish
      ? null
      : source
        ? layoutFrom(source, newDriveOf(job) ?? expectedTarget(drive), job.wish)
        : expectedLayout(profile, job, drive, job.wish);
  const layout = planned?.ok ? planned.value : null;
  return {
    profile,
    drive,
    cases: await partsOfKind(sql, 'case'),
    sticks: job.route === 'stick' ? await sticksForJob(runtime, sql, job, profile) : [],
    technicians: await allTechnicians(sql),
    at: runtime.now().toISOString(),
    by: (await whoWorks(sql, asked)) ?? '',
    source,
    evidence: await evidenceOf(runtime, state, profile, source, layout),
    layout,
    layoutFault: planned?.ok === false ? planned.fault : null,
    layoutOrigin: layout ? (source ? 'read' : 'expected') : null,
    findBuild,
  };
}
