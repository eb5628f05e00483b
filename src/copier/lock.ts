import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { type Fault, type Result, ok, refuse } from '@/core/result';

const Holder = z.object({ pid: z.int().positive(), started: z.string() });

/** When a process started, in the system's own words; null where there is none. Process ids are used again. */
function startOf(pid: number): string | null {
  try {
    // Field 22 of /proc/<pid>/stat, counted behind the command's closing bracket (proc(5)).
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19] ?? null;
  } catch {
    return null;
  }
}

/** Off Linux there is no /proc: then a living process id alone must do. */
function isAlive({ pid, started }: z.infer<typeof Holder>): boolean {
  try {
    process.kill(pid, 0);
  } catch {
    return false;
  }
  const start = startOf(pid);
  return start === null || started === '' || start === started;
}

/**
 * One process per data folder: the embedded database does not defend itself. Fault: `folder-in-use`. The value
 * releases the lock.
 */
export function lockFolder(folder: string): Result<() => void> {
  mkdirSync(folder, { recursive: true });
  return lockFile(join(folder, 'lock.json'), (pid) =>
    refuse(
      'folder-in-use',
      `Another Jicara (process ${pid}) works on ${folder}.`,
      'Use that one, or stop it first; or name another folder in JICARA_DATA.',
    ),
  );
}

type Refusal = { ok: false; fault: Fault };

/**
 * Takes a lock file for this process. One left by a kill is found stale by its process id and start time.
 * `taken` says who holds it. The value releases the lock.
 */
export function lockFile(path: string, taken: (pid: number) => Refusal): Result<() => void> {
  for (let attempt = 0; attempt < 2; attempt += 1) {
    try {
      const handle = openSync(path, 'wx');
      writeSync(handle, JSON.stringify({ pid: process.pid, started: startOf(process.pid) ?? '' }));
      closeSync(handle);
      return ok(() => rmSync(path, { force: true }));
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
    }
    const holder = readHolder(path);
    if (holder && isAlive(holder)) {
      return taken(holder.pid);
    }
    rmSync(path, { force: true });
  }
  return refuse('not-locked', `The lock ${path} could not be taken.`, 'Try again.');
}

function readHolder(path: string) {
  try {
    const parsed = Holder.safeParse(JSON.parse(readFileSync(path, 'utf8')));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}
