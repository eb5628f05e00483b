import { randomUUID } from 'node:crypto';
import {
  closeSync,
  fsyncSync,
  linkSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  rmSync,
  truncateSync,
  writeSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import * as z from 'zod';
import { type Fault, type Result, ok, refuse } from '@/core/result';
import { fileMode, folderMode } from './durable';
import { isMissing } from './reading';

const Holder = z.object({
  pid: z.int().positive(),
  started: z.string(),
  /** Where a server answers that holds it. */
  port: z.int().positive().optional(),
});
type Holder = z.infer<typeof Holder>;
type Refusal = { ok: false; fault: Fault };

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
function isAlive({ pid, started }: Holder): boolean {
  try {
    process.kill(pid, 0);
  } catch (error) {
    // Somebody else's process may not be signalled, and lives.
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  const start = startOf(pid);
  return start === null || started === '' || start === started;
}

/** The holder that a lock's file names; null where it was let go or names none. */
function holderIn(path: string): Holder | null {
  let text: string;
  try {
    text = readFileSync(path, 'utf8');
  } catch (error) {
    if (isMissing(error)) return null;
    throw error;
  }
  try {
    return Holder.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    // Emptied when it was let go; linked whole, so that only a file of an older release can be torn.
    return null;
  }
}

/** A file of its own with these words, on the disk. */
function writeBeside(path: string, text: string): string {
  const own = `${path}.${process.pid}-${randomUUID()}.new`;
  const handle = openSync(own, 'wx', fileMode);
  try {
    writeSync(handle, text);
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
  return own;
}

/** The numbers under which a lock was taken so far, the newest first. */
function numbersOf(path: string): number[] {
  const prefix = `${basename(path)}.`;
  return readdirSync(dirname(path))
    .filter((name) => name.startsWith(prefix) && /^\d{1,15}$/u.test(name.slice(prefix.length)))
    .map((name) => Number(name.slice(prefix.length)))
    .sort((a, b) => b - a);
}

/** The newest number of a lock, 0 where it has none, and the living process that holds it under that number. */
function newestOf(path: string): { number: number; holder: Holder | null } {
  const [number = 0] = numbersOf(path);
  // Older releases kept one file without a number.
  const holder = holderIn(number === 0 ? path : `${path}.${number}`);
  return { number, holder: holder && isAlive(holder) ? holder : null };
}

/** The living process that holds a lock, and where it answers; null where nobody holds it. */
export const holderWithPort = (path: string): Holder | null => newestOf(path).holder;

/** The process that holds a lock now; null where nobody does. */
export const holderOf = (path: string): number | null => newestOf(path).holder?.pid ?? null;

/**
 * Takes a lock for this process, which two can never hold. Each taking has a number of its own, the next after the newest: its
 * file is made whole and linked under that name, which succeeds for one process only (link(2)), and is never reused. Only
 * older numbers are taken away, so the newest always stands; whoever finds a newer number behind its own has lost and looks
 * again. A holder that was killed is told by its process id and start time. `taken` says who holds it; the value lets go.
 */
export function lockFile(path: string, taken: (pid: number) => Refusal): Result<() => void> {
  for (;;) {
    // One look at both: whoever judged one number and took the next behind another would hold it beside its holder.
    const { number: newest, holder } = newestOf(path);
    if (holder) return taken(holder.pid);
    const mine = `${path}.${newest + 1}`;
    const port = Number(process.env.JICARA_PORT) || undefined;
    const own = writeBeside(
      path,
      JSON.stringify({ pid: process.pid, started: startOf(process.pid) ?? '', port }),
    );
    try {
      linkSync(own, mine);
    } catch (error) {
      // Somebody was first with this number: look who.
      if ((error as NodeJS.ErrnoException).code === 'EEXIST') continue;
      throw error;
    } finally {
      rmSync(own, { force: true });
    }
    const numbers = numbersOf(path);
    if (numbers[0] !== newest + 1) {
      // Others took it and let go since we looked; this number is an old one.
      rmSync(mine, { force: true });
      continue;
    }
    for (const older of numbers.slice(1)) rmSync(`${path}.${older}`, { force: true });
    rmSync(path, { force: true });
    return ok(() => letGo(mine));
  }
}

/** The file stays, so that its number is not used again; emptied it names nobody, which takes no room on a full disk either. */
const letGo = (mine: string): void => truncateSync(mine, 0);

/** One process per data folder: the embedded database does not defend itself. Fault: `folder-in-use`. The value lets go. */
export function lockFolder(folder: string): Result<() => void> {
  mkdirSync(folder, { recursive: true, mode: folderMode });
  return lockFile(join(folder, 'lock.json'), (pid) =>
    refuse(
      'folder-in-use',
      `Another Jicara (process ${pid}) works on ${folder}.`,
      'Use that one, or stop it first; or name another folder in JICARA_DATA.',
    ),
  );
}
