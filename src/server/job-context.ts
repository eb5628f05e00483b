import type { JobAct } from '@/core/acts';
import { type Job, expectedLayout, expectedTarget, newDriveOf, profileOfJob } from '@/core/job';
import { type Loaded, type SourceSummary } from '@/core/job-view';
import { BuildIds, buildFrom } from '@/core/fit';
import { type Learned, caseKeys, factorOf } from '@/core/learn';
import { type DockCase, type DockCaseHere, type Drive, type Part, asBrought, singleId } from '@/core/part';
import { type Result, ok } from '@/core/result';
import type { Technician } from '@/core/workshop';
import { findParts, partsOfKind } from './parts';
import { finderOf } from './part-finder';
import type { StoredJob } from './jobs';
import { learnedHere } from './lessons';
import type { Runtime } from './runtime';
import { evidenceOf } from './start-evidence';
import { layoutFrom, readSource, readStick } from './source-summary';
import { type SticksOfBench, sticksForJob, sticksOfBench } from './sticks';
import { allTechnicians, readSettings, whoWorks } from './workshop';

/** The ids that are given, of a pair that of its single one. */
const given = (...ids: (string | null | undefined)[]) =>
  ids.filter((id) => id != null).map((id) => singleId(id) ?? id);

/** Ids of the parts that jobs and an act name. */
const partIds = (jobs: StoredJob[], act?: JobAct): string[] =>
  [
    ...jobs.map(({ state }) => state.job.choice),
    act?.kind === 'choose' ? act : act?.kind === 'brought' ? BuildIds.parse(act) : null,
  ]
    .flatMap((ids) => ids ?? [])
    .flatMap(({ driveId, sinkId, padIds, padBelowId }) => given(driveId, sinkId, padBelowId, ...padIds));

/** What is loaded once for any number of jobs. */
type Shared = {
  parts: Part[];
  cases: Loaded['cases'];
  technicians: Technician[];
  by: string;
  sticks: SticksOfBench | null;
};

async function loadShared(
  runtime: Runtime,
  jobs: StoredJob[],
  act: JobAct | undefined,
  asked: string | null,
): Promise<Shared> {
  const { database } = runtime;
  await runtime.profiles.load(
    database,
    jobs.map(({ profileSha256 }) => profileSha256),
  );
  return {
    parts: await findParts(database, partIds(jobs, act)),
    cases: await partsOfKind(database, 'case'),
    technicians: await allTechnicians(database),
    by: (await whoWorks(database, asked)) ?? '',
    sticks: jobs.some(({ state }) => state.job.route === 'stick') ? await sticksOfBench(runtime) : null,
  };
}

/** What the new drive’s system comes from, as read: the old drive on the dock, or the stick that was taken. */
async function sourceOf(runtime: Runtime, { route, dock, stick }: Job): Promise<SourceSummary | null> {
  if (route === 'stick') return stick && readStick(runtime, stick.label, stick.sha256);
  return dock && readSource(runtime, dock.old);
}

/** A case with what was copied through it here, where anything was. */
function caseHere(dockCase: DockCase, learned: Learned, drive: Drive | null, at: string): DockCaseHere {
  const { quantity } = learned.copy;
  const seen = quantity.effects[caseKeys(dockCase.id, drive?.protocol ?? null)[0] ?? ''];
  if (!seen) return dockCase;
  const { least, middle, most } = factorOf(quantity, caseKeys(dockCase.id, drive?.protocol ?? null), at);
  return { ...dockCase, learned: { least, middle, most, from: seen.count } };
}

async function contextOf(
  runtime: Runtime,
  { state, profileSha256 }: StoredJob,
  shared: Shared,
): Promise<Result<Loaded>> {
  const { job } = state;
  const kept = await runtime.profiles.of(runtime.database, profileSha256);
  if (!kept.ok) return kept;
  const profile = profileOfJob(kept.value, job);
  const { cases, technicians, by, sticks } = shared;
  // What the owner brings to this very job costs nothing here.
  const parts = shared.parts.map((part) =>
    part.schema === 'jicara.drive/2' && job.broughtIds.includes(part.id) ? asBrought(part) : part,
  );
  const findBuild = (ids: BuildIds) => buildFrom(ids, profile, finderOf(parts));
  const drive: Drive | null = job.choice && finderOf(parts).drive(job.choice.driveId);
  const learned = await learnedHere(runtime, job.takeIn.practice);
  const source = await sourceOf(runtime, job);
  const planned =
    !drive || !job.wish
      ? null
      : source
        ? layoutFrom(source, newDriveOf(job) ?? expectedTarget(drive), job.wish)
        : expectedLayout(profile, job, drive, job.wish);
  const layout = planned?.ok ? planned.value : null;
  return ok({
    profile,
    drive,
    cases: cases.map((one) => caseHere(one, learned, drive, runtime.now().toISOString())),
    learned,
    sticks: job.route === 'stick' && sticks ? await sticksForJob(runtime, sticks, job, profile) : [],
    technicians,
    at: runtime.now().toISOString(),
    by,
    history: null,
    source,
    evidence: await evidenceOf(runtime, state, profile, source, layout),
    layout,
    layoutFault: planned?.ok === false ? planned.fault : null,
    layoutOrigin: layout ? (source ? 'read' : 'expected') : null,
    findBuild,
  });
}

/**
 * A job with everything that judging it needs, loaded once for a request: what it names, and what the act names.
 * Fault: `profile-unreadable`.
 */
export async function loadContext(
  runtime: Runtime,
  stored: StoredJob,
  act?: JobAct,
  asked: string | null = null,
): Promise<Result<Loaded>> {
  const loaded = await contextOf(runtime, stored, await loadShared(runtime, [stored], act, asked));
  if (!loaded.ok || act?.kind !== 'quote') return loaded;
  const { money, currency } = await readSettings(runtime.database);
  return ok({ ...loaded.value, money: { settings: money ?? null, currency } });
}

/** Many jobs with what judging them needs, in as many queries as one. */
export async function loadContexts(
  runtime: Runtime,
  jobs: StoredJob[],
): Promise<{ stored: StoredJob; context: Result<Loaded> }[]> {
  const shared = await loadShared(runtime, jobs, undefined, null);
  const loaded = [];
  for (const stored of jobs) loaded.push({ stored, context: await contextOf(runtime, stored, shared) });
  return loaded;
}
