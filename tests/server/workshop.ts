import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DriveImage, type Threads, fillDrive, runCopy } from '@/dock';
import { type ImageThreads, doImageWork } from '@/images';
import { type Runtime, doAct, findJob, openDatabase, openRuntime } from '@/server';

/** The stand-ins' work in this process instead of threads; the same functions. */
export const inProcess: Threads = {
  copy(job, progress) {
    let stopped = false;
    const hooks = { progress, stopped: () => stopped, nowMs: () => performance.now(), sleep: async () => {} };
    return { finished: runCopy(job, hooks), stop: () => void (stopped = true) };
  },
  async fill({ folder, bytes, wish }) {
    const drive = await DriveImage.create(folder, bytes);
    await fillDrive(drive, wish);
    await drive.close();
  },
};

export const imagesInProcess: ImageThreads = (work, progress) => {
  let stopped = false;
  const clock = { nowMs: () => performance.now(), sleep: async () => {} };
  const finished = doImageWork(work, { progress, stopped: () => stopped, ...clock });
  return { finished, stop: () => void (stopped = true) };
};

export type Workshop = { runtime: Runtime; folder: string; close: () => Promise<void> };

/** The demo workshop on a database in memory, with a clock that stands still. */
export async function openWorkshop(kind: 'demo' | 'own' = 'demo'): Promise<Workshop> {
  const folder = await mkdtemp(join(tmpdir(), 'jicara-server-'));
  const opened = await openRuntime({
    dataFolder: folder,
    projectFolder: process.cwd(),
    kind,
    now: () => new Date('2026-11-24T08:00:00.000Z'),
    threads: inProcess,
    imageThreads: imagesInProcess,
    database: await openDatabase(),
  });
  if (!opened.ok) throw new Error(opened.fault.sentence);
  const runtime = opened.value;
  return {
    runtime,
    folder,
    close: async () => {
      await runtime.close();
      await rm(folder, { recursive: true, force: true });
    },
  };
}

/** Does an act on the job as it stands; 'ok' or the code of the refusal. */
export async function act(runtime: Runtime, jobId: string, what: object): Promise<string> {
  const stored = await findJob(runtime.database, jobId);
  const done = await doAct(runtime, jobId, { version: stored?.version ?? 0, act: what });
  return done.ok ? 'ok' : done.fault.code;
}
