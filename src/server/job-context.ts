import { type JobAct, type Loaded, expectedLayout } from '@/core/job';
import { allCases, findDrives, findPads, findProfile } from './catalogue';
import type { Sql } from './database';
import type { StoredJob } from './jobs';
import type { Runtime } from './runtime';
import { layoutFrom, readSource } from './source-summary';
import { allTechnicians, readSettings } from './workshop';

const given = (...ids: (string | null | undefined)[]) => ids.filter((id) => id != null);

/** A job with everything that judging it needs, loaded once for a request: what it names, and what the act names. */
export async function loadContext(
  runtime: Runtime,
  sql: Sql,
  { state }: StoredJob,
  act?: JobAct,
): Promise<Loaded> {
  const { job } = state;
  const profile = await findProfile(sql, job.takeIn.profileId);
  if (!profile) throw new Error('a job names a profile that is gone');
  const { working } = await readSettings(sql);
  const wished = act?.kind === 'choose' ? act : null;
  const drives = await findDrives(sql, given(job.choice?.driveId, wished?.driveId));
  const pads = await findPads(sql, given(job.choice?.padId, wished?.padId));
  const findDrive = (id: string) => drives.find((drive) => drive.id === id) ?? null;
  const findPad = (id: string) => pads.find((pad) => pad.id === id) ?? null;
  const drive = job.choice && findDrive(job.choice.driveId);
  const source = job.dock && (await readSource(runtime, job.dock.old.benchLabel));
  const planned =
    !drive || !job.wish
      ? null
      : source && job.dock
        ? layoutFrom(source, job.dock.new, job.wish)
        : expectedLayout(profile, job, drive, job.wish.holdBackPercent);
  const layout = planned?.ok ? planned.value : null;
  return {
    profile,
    drive,
    pad: job.choice?.padId ? findPad(job.choice.padId) : null,
    cases: await allCases(sql),
    technicians: await allTechnicians(sql),
    at: runtime.now().toISOString(),
    by: working ?? '',
    source,
    layout,
    layoutFault: planned?.ok === false ? planned.fault : null,
    layoutOrigin: layout ? (source ? 'read' : 'expected') : null,
    findDrive,
    findPad,
  };
}
