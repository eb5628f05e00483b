import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DriveImage, type Threads, fillDrive, runCopy } from '@/dock';
import { type ImageThreads, doImageWork } from '@/images';
import type { JobView } from '@/core/job-view';
import { unsafeValue } from '@/core/result';
import { type Runtime, doAct, findJob, openRuntime, jobView as serverJobView } from '@/server';
import { memoryDatabase } from './memory-database';

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

export type Workshop = {
  runtime: Runtime;
  folder: string;
  /** Lets the clock, which stands still, go on. */
  pass: (seconds: number) => void;
  close: () => Promise<void>;
};

/** The demo workshop on a database in memory, with a clock that stands still; its past only where a test is about it. */
export async function openWorkshop(
  kind: 'demo' | 'own' = 'demo',
  { hasPast = false }: { hasPast?: boolean } = {},
): Promise<Workshop> {
  const folder = await mkdtemp(join(tmpdir(), 'jicara-server-'));
  let nowMs = Date.parse('2026-11-24T08:00:00.000Z');
  const opened = await openRuntime({
    dataFolder: folder,
    projectFolder: process.cwd(),
    kind,
    hasPast,
    now: () => new Date(nowMs),
    threads: inProcess,
    imageThreads: imagesInProcess,
    database: await memoryDatabase(),
  });
  if (!opened.ok) throw new Error(opened.fault.sentence);
  const runtime = opened.value;
  return {
    runtime,
    folder,
    pass: (seconds) => void (nowMs += seconds * 1000),
    close: async () => {
      await runtime.close();
      await rm(folder, { recursive: true, force: true });
    },
  };
}

/** A job as its screens draw it; that it cannot be had fails the test. */
export const jobView = async (runtime: Runtime, jobId: string): Promise<JobView> =>
  unsafeValue(await serverJobView(runtime, jobId));

/** Does an act on the job as it stands; 'ok' or the code of the refusal. */
export async function act(runtime: Runtime, jobId: string, what: object): Promise<string> {
  const stored = await findJob(runtime.database, jobId);
  const version = stored.ok ? stored.value.version : 0;
  const done = await doAct(runtime, jobId, { version, act: what });
  return done.ok ? 'ok' : done.fault.code;
}

/** Switches the simulated device on, answers its prompts as they want, and looks at it when it has come to something. */
export async function switchOn({ runtime, pass }: Workshop, jobId: string): Promise<string> {
  const on = await act(runtime, jobId, { kind: 'switch-on' });
  if (on !== 'ok') return on;
  pass(600);
  for (;;) {
    const prompt = (await jobView(runtime, jobId)).device?.prompt;
    if (!prompt) return act(runtime, jobId, { kind: 'look' });
    const pressed = await act(runtime, jobId, { kind: 'press', key: prompt.answer });
    if (pressed !== 'ok') return pressed;
  }
}
