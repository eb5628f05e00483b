import { type DecideContext, type SourceSummary, expectedLayout } from '@/core/job';
import type { Layout } from '@/core/disk';
import type { DockCase, Drive, Pad } from '@/core/part';
import type { Fault } from '@/core/result';
import { allCases, allDrives, allPads, findProfile } from './catalogue';
import type { Sql } from './database';
import type { StoredJob } from './jobs';
import type { Runtime } from './runtime';
import { layoutFrom, readSource } from './source-summary';

/** A job with everything that judging it needs, loaded once for a request. */
export type LoadedContext = DecideContext & {
  drives: Drive[];
  pads: Pad[];
  cases: DockCase[];
  pad: Pad | null;
  source: SourceSummary | null;
  layoutOrigin: 'expected' | 'read' | null;
  layoutFault: Fault | null;
};

export async function loadContext(runtime: Runtime, sql: Sql, { state }: StoredJob): Promise<LoadedContext> {
  const { job } = state;
  const profile = await findProfile(sql, job.takeIn.profileId);
  if (!profile) throw new Error('a job names a profile that is gone');
  const [drives, pads, cases] = [await allDrives(sql), await allPads(sql), await allCases(sql)];
  const drive = drives.find(({ id }) => id === job.choice?.driveId) ?? null;
  const source = job.dock ? await readSource(runtime, job.dock.old.benchLabel) : null;
  let layout: Layout | null = null;
  let layoutFault: Fault | null = null;
  if (drive && job.wish) {
    const planned =
      source && job.dock
        ? layoutFrom(source, job.dock.new, job.wish)
        : expectedLayout(profile, job, drive, job.wish.holdBackPercent);
    if (planned.ok) layout = planned.value;
    else layoutFault = planned.fault;
  }
  return {
    profile,
    drive,
    drives,
    pads,
    cases,
    pad: pads.find(({ id }) => id === job.choice?.padId) ?? null,
    source,
    layout,
    layoutFault,
    layoutOrigin: layout ? (source ? 'read' : 'expected') : null,
    findDrive: (id) => drives.find((d) => d.id === id) ?? null,
    findPad: (id) => pads.find((p) => p.id === id) ?? null,
  };
}
