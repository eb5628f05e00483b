import { readFile, readdir } from 'node:fs/promises';

/**
 * How long a process has stood in the queue for a processor that others had, ms: the most that one of its threads did (the second
 * figure of `/proc/<pid>/task/<tid>/schedstat`; Linux, Documentation/scheduler/sched-stats). 0 where the system does not tell.
 */
export async function queuedMs(pid: number): Promise<number> {
  const folder = `/proc/${pid}/task`;
  const threads = await readdir(folder).catch(() => []);
  const waits = await Promise.all(
    threads.map((thread) => readFile(`${folder}/${thread}/schedstat`, 'utf8').catch(() => '')),
  );
  return Math.max(0, ...waits.map((line) => Number(line.split(' ')[1] ?? 0) / 1e6));
}
