import * as z from 'zod';
import type { DockPair, DockView } from '@/core/job-view';
import type { DockCase } from '@/core/part';
import { type Result, ok, refuse } from '@/core/result';
import { copyMayGoIn, factValue, isTrue } from '@/core/work';
import { PracticeFault } from '@/dock';
import { profileNames } from './devices';
import { dockStorage } from './clear-drives';
import { driveFiles } from './drive-files';
import { libraryView } from './library-view';
import { type StoredJob, openJobs } from './jobs';
import { partsOfKind } from './parts';
import type { Runtime } from './runtime';
import { frameView, knowsHoles } from './views';

async function pairOf(
  runtime: Runtime,
  stored: StoredJob,
  cases: DockCase[],
  names: Map<string, string>,
): Promise<DockPair | null> {
  const { job, facts } = stored.state;
  const { dock } = job;
  if (!dock) return null;
  const dockCase = cases.find(({ id }) => id === dock.caseId);
  return {
    jobId: job.id,
    version: stored.version,
    device: names.get(job.takeIn.profileId) ?? job.takeIn.profileId,
    who: [job.takeIn.place, job.takeIn.owner].filter(Boolean).join(', '),
    caseModel: dockCase?.model ?? 'a case that is gone',
    caseLink: dockCase?.link ?? '',
    old: dock.old,
    new: dock.new,
    isNewInside: isTrue(facts, 'drive.new-inside'),
    grade: job.copy?.grade ?? null,
    mayGoIn: copyMayGoIn(facts),
    copy: await runtime.copies.state(job.id, factValue(facts, 'copy.verified') !== null),
  };
}

/** What stands in the ports, what runs, and what is switched on to practise with; running copies first. */
export async function dockView(runtime: Runtime): Promise<DockView> {
  const order = { running: 0, interrupted: 1, none: 2, finished: 3 } as const;
  const { database } = runtime;
  const { jobs, unread } = await openJobs(database, runtime.jobsRead);
  const [cases, names] = [await partsOfKind(database, 'case'), await profileNames(database)];
  const found = await Promise.all(jobs.map((stored) => pairOf(runtime, stored, cases, names)));
  const pairs = found.filter((pair) => pair !== null).sort((a, b) => order[a.copy.kind] - order[b.copy.kind]);
  return {
    frame: await frameView(runtime),
    pairs,
    unread,
    storage: await dockStorage(runtime),
    library: await libraryView(runtime),
    driveFiles: await driveFiles(runtime),
    faults: await runtime.dock.faults(),
    knowsHoles: await knowsHoles(runtime),
  };
}

const FaultsForm = z.object({ faults: z.array(PracticeFault).max(PracticeFault.options.length) });

/** Switches faults on or off. They take effect with the next start of a copy. Fault: `form`. */
export async function setPracticeFaults(runtime: Runtime, form: unknown): Promise<Result<null>> {
  const parsed = FaultsForm.safeParse(form);
  if (!parsed.success)
    return refuse('form', 'These are no faults to practise with.', 'Choose from the list.');
  await runtime.dock.setFaults([...new Set(parsed.data.faults)]);
  return ok(null);
}
