import { supportsHoles } from '@/copier';
import {
  type FrameView,
  type JobChange,
  type JobView,
  type Loaded,
  type PartsView,
  isNearEnd,
  makeChange,
  makeSheet,
  makeView,
} from '@/core/job-view';
import { deviceSeconds } from '@/core/job';
import { type Result, ok } from '@/core/result';
import { hasProfiles } from './devices';
import { driveFiles } from './drive-files';
import { loadContext } from './job-context';
import { type StoredJob, findJob, historyOf, jobLines, newLinesOf } from './jobs';
import type { DockCase } from '@/core/part';
import { partsOfKind } from './parts';
import { photosOfJob, picturesFor } from './photos';
import type { Runtime } from './runtime';
import { shelves } from './shelves';
import { deviceNow } from './simulated-device';
import { wipeState } from './wipe-runs';
import { allTechnicians, readSettings } from './workshop';

/** What stands around every screen: who works, how it counts, and the jobs that can be found. */
export async function frameView(runtime: Runtime): Promise<FrameView> {
  const { database } = runtime;
  return {
    settings: await readSettings(database),
    technicians: await allTechnicians(database),
    now: runtime.now().toISOString(),
    hasProfiles: await hasProfiles(database),
    isDemo: runtime.isDemo,
    jobs: await jobLines(database),
  };
}

const copyOf = (runtime: Runtime, { state }: StoredJob) =>
  runtime.copies.state(state.job.id, state.facts['copy.verified'] !== undefined);

/** What is drawn of a job beside its own state: what runs now and what it shows. */
async function nowOf(runtime: Runtime, stored: StoredJob, context: Loaded) {
  const { job } = stored.state;
  return {
    version: stored.version,
    copy: await copyOf(runtime, stored),
    knowsHoles: await knowsHoles(runtime),
    driveFiles: job.dock === null && job.route === 'copy-on-dock' ? await driveFiles(runtime) : null,
    device: await deviceNow(runtime, { stored, context, requestId: null }),
    deviceS: job.power && deviceSeconds(job.power, runtime.now()),
    wiping: job.oldDriveAfter ? await wipeState(runtime, job) : null,
    photos: await photosOfJob(runtime.database, job.id),
    pictures: await picturesFor(runtime.database, job.id, job.takeIn.profileId),
  };
}

/** A job as its screens draw it. Faults: `no-job`, `unreadable`, `profile-unreadable`. */
export async function jobView(runtime: Runtime, jobId: string): Promise<Result<JobView>> {
  const found = await findJob(runtime.database, jobId);
  if (!found.ok) return found;
  const stored = found.value;
  const loaded = await loadContext(runtime, stored);
  if (!loaded.ok) return loaded;
  const history = await historyOf(runtime.database, jobId);
  const now = await nowOf(runtime, stored, loaded.value);
  const record = { ...stored.state, history };
  return ok(makeView(record, loaded.value, { ...now, frame: await frameView(runtime) }));
}

/**
 * What changed of a job since the version that somebody saw: without its profile and what stands around every screen, which did
 * not, and with the lines of history that are new. Each version is one line more.
 */
export async function jobChange(runtime: Runtime, jobId: string, seen: number): Promise<Result<JobChange>> {
  const found = await findJob(runtime.database, jobId);
  if (!found.ok) return found;
  const stored = found.value;
  const loaded = await loadContext(runtime, stored);
  if (!loaded.ok) return loaded;
  const history = await newLinesOf(runtime.database, jobId, Math.max(0, stored.version - seen));
  const now = await nowOf(runtime, stored, loaded.value);
  const change = makeChange(stored.state, loaded.value, now);
  const sheet = isNearEnd(change)
    ? (stored.state.job.handedOver?.sheet ??
      makeSheet({ ...stored.state, history: await historyOf(runtime.database, jobId) }, loaded.value))
    : null;
  return ok({ ...change, sheet, since: seen, newLines: history });
}

/** Whether the dock’s folder knows holes; tried once. */
export const knowsHoles = async (runtime: Runtime): Promise<boolean> =>
  (runtime.knowsHoles ??= await supportsHoles(runtime.dock.folder));

/** The cases of the bench that can take a drive. */
export const dockCases = (runtime: Runtime): Promise<DockCase[]> => partsOfKind(runtime.database, 'case');

export const partsView = async (runtime: Runtime): Promise<PartsView> => {
  const { pads, sinks } = await shelves(runtime);
  return { pads, sinks, cases: await partsOfKind(runtime.database, 'case') };
};
