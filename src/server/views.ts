import { supportsHoles } from '@/copier';
import {
  type BenchView,
  type FrameView,
  type JobView,
  type PartsView,
  benchCard,
  deviceSeconds,
  makeView,
} from '@/core/job';
import { hasProfiles } from './devices';
import { loadContext } from './job-context';
import { type StoredJob, findJob, jobLines, openJobIds } from './jobs';
import type { DockCase } from '@/core/part';
import { partsOfKind } from './parts';
import { photosOfJob, picturesFor } from './photos';
import type { Runtime } from './runtime';
import { shelves } from './shelves';
import { deviceNow } from './simulated-device';
import { allTechnicians, readSettings } from './workshop';

/** What stands around every screen: who works, how it counts, and the jobs that can be found. */
export async function frameView(runtime: Runtime): Promise<FrameView> {
  const { database } = runtime;
  return {
    settings: await readSettings(database),
    technicians: await allTechnicians(database),
    now: runtime.now().toISOString(),
    hasProfiles: await hasProfiles(database),
    jobs: await jobLines(database),
  };
}

const copyOf = (runtime: Runtime, { state }: StoredJob) =>
  runtime.copies.state(state.job.id, state.facts['copy.verified']?.value === true);

export async function jobView(runtime: Runtime, jobId: string): Promise<JobView | null> {
  const stored = await findJob(runtime.database, jobId);
  if (!stored) return null;
  const context = await loadContext(runtime, runtime.database, stored);
  const { power } = stored.state.job;
  return makeView(stored.state, context, {
    version: stored.version,
    frame: await frameView(runtime),
    copy: await copyOf(runtime, stored),
    knowsHoles: await knowsHoles(runtime),
    device: await deviceNow(runtime, { stored, context }),
    deviceS: power && deviceSeconds(power, runtime.now()),
    photos: await photosOfJob(runtime.database, jobId),
    pictures: await picturesFor(runtime.database, jobId, stored.state.job.takeIn.profileId),
  });
}

/** Whether the dock’s folder knows holes; tried once. */
export const knowsHoles = async (runtime: Runtime): Promise<boolean> =>
  (runtime.knowsHoles ??= await supportsHoles(runtime.dock.folder));

export async function benchView(runtime: Runtime): Promise<BenchView> {
  const frame = await frameView(runtime);
  const cards: BenchView['cards'] = [];
  for (const id of await openJobIds(runtime.database)) {
    const stored = await findJob(runtime.database, id);
    if (!stored) continue;
    const context = await loadContext(runtime, runtime.database, stored);
    cards.push(benchCard(stored.state, context, await copyOf(runtime, stored)));
  }
  const handedOver = frame.jobs.filter((job) => job.handedOverAt !== null).slice(0, 8);
  return { frame, cards, handedOver };
}

/** The cases of the bench that can take a drive. */
export const dockCases = (runtime: Runtime): Promise<DockCase[]> => partsOfKind(runtime.database, 'case');

export const partsView = async (runtime: Runtime): Promise<PartsView> => {
  const { pads, sinks } = await shelves(runtime);
  return { pads, sinks };
};
