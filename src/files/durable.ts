import { closeSync, constants, fsyncSync, openSync, readdirSync } from 'node:fs';
import { type FileHandle, chmod, lstat, mkdir, open, readdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** For their owner alone: what lies in a workshop's folder says whose device is here. */
export const folderMode = 0o700;
export const fileMode = 0o600;

/** Whatever this process makes from now on is for its owner alone, also where a library opens the file. */
export const keepPrivate = (): void => void process.umask(0o077);

/**
 * Makes what was created, renamed or removed in a folder outlast a power cut: its entries are on the disk when this returns.
 * A file's own bytes are not: sync the file first.
 */
export async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, constants.O_RDONLY);
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** Makes a folder and those above it, each on the disk before this returns; those that stand are left as they are. */
export async function makeFolder(folder: string): Promise<void> {
  const first = await mkdir(folder, { recursive: true, mode: folderMode });
  if (first === undefined) return;
  for (let made = folder; ; made = dirname(made)) {
    await syncFolder(dirname(made));
    if (made === first || dirname(made) === made) return;
  }
}

/** Closes a file after its bytes are on the disk. */
async function syncAndClose(file: FileHandle): Promise<void> {
  try {
    await file.sync();
  } finally {
    await file.close();
  }
}

/**
 * Writes a file whole or not at all, and on the disk before this returns: its bytes go into a file beside it, which is synced
 * and takes its name, then the folder is synced. A power cut leaves the old file or the new one.
 */
export async function writeDurably(path: string, data: string | Uint8Array): Promise<void> {
  const part = `${path}.new`;
  const file = await open(part, 'w', fileMode);
  try {
    await file.writeFile(data);
  } catch (error) {
    await file.close();
    await rm(part, { force: true });
    throw error;
  }
  await syncAndClose(file);
  await renameDurably(part, path);
}

/** Gives a file whose bytes are on the disk its name, on the disk before this returns. */
export async function renameDurably(from: string, to: string): Promise<void> {
  await rename(/*turbopackIgnore: true*/ from, /*turbopackIgnore: true*/ to);
  await syncFolder(dirname(to));
  if (dirname(from) !== dirname(to)) await syncFolder(dirname(from));
}

/** Takes away a file or a folder with all in it; gone for good before this returns. */
export async function removeDurably(path: string): Promise<void> {
  await rm(path, { recursive: true, force: true });
  await syncFolder(dirname(path)).catch((error: NodeJS.ErrnoException) => {
    // The folder around it never was: nothing had to go.
    if (error.code !== 'ENOENT') throw error;
  });
}

/** Syncs every file and folder below a folder, and itself: for what another program wrote without syncing. */
export function syncTree(folder: string): void {
  const sync = (path: string) => {
    const handle = openSync(path, constants.O_RDONLY);
    try {
      fsyncSync(handle);
    } finally {
      closeSync(handle);
    }
  };
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) syncTree(path);
    else if (entry.isFile()) sync(path);
  }
  sync(folder);
}

/** Takes all that lies below a folder, and itself, from everybody but its owner. Links are left as they are. */
export async function makePrivate(folder: string): Promise<void> {
  const { mode } = await lstat(folder);
  if ((mode & 0o077) !== 0) await chmod(folder, folderMode);
  for (const entry of await readdir(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) await makePrivate(path);
    else if (entry.isFile() && ((await lstat(path)).mode & 0o077) !== 0) await chmod(path, fileMode);
  }
}
