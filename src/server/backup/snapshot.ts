import { closeSync, openSync, readFileSync, readdirSync, writeSync } from 'node:fs';
import { type FileHandle, open, readdir, stat } from 'node:fs/promises';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { fileMode, isMissing } from '@/files';
import type { Database } from '../database';

/** What a backup is made of. */
export type BackupSource = { database: Database; dataFolder: string; now: () => Date };

/** Files below a folder, as paths from it; none where there is no such folder. */
export async function filesBelow(folder: string, prefix = ''): Promise<string[]> {
  let entries;
  try {
    entries = await readdir(folder, { withFileTypes: true });
  } catch (error) {
    if (isMissing(error)) return [];
    throw error;
  }
  const found: string[] = [];
  for (const entry of entries.sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const path = prefix ? `${prefix}/${entry.name}` : entry.name;
    if (entry.isDirectory()) found.push(...(await filesBelow(join(folder, entry.name), path)));
    else if (entry.isFile()) found.push(path);
  }
  return found;
}

/** A file as a stretch of another one. */
export type Stretch = { path: string; from: string; offset: number; bytes: number };

/**
 * Copies the database’s files, one behind the other into one file, while nothing is read or written: what stands then is what a
 * power cut would leave, which opens. Others wait for that alone, and one file is made in a tenth of the time of a thousand.
 */
export async function snapshotDatabase(
  { database, dataFolder }: BackupSource,
  to: string,
): Promise<Stretch[]> {
  const from = join(dataFolder, 'database');
  return database.still(async () => {
    const stretches: Stretch[] = [];
    const pack = openSync(to, 'wx', fileMode);
    try {
      let offset = 0;
      for (const path of filesBelowNow(from)) {
        const content = readFileSync(join(from, path));
        for (let at = 0; at < content.length;) at += writeSync(pack, content, at);
        stretches.push({ path: `database/${path}`, from: to, offset, bytes: content.length });
        offset += content.length;
      }
    } finally {
      closeSync(pack);
    }
    return stretches;
  });
}

/** Files below a folder, in one go. */
function filesBelowNow(folder: string, prefix = ''): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = prefix ? `${prefix}/${entry.name}` : entry.name;
    return entry.isDirectory() ? filesBelowNow(join(folder, entry.name), path) : entry.isFile() ? [path] : [];
  });
}

/** A whole file as a stretch of itself. */
export async function wholeFile(path: string, from: string): Promise<Stretch> {
  return { path, from, offset: 0, bytes: (await stat(from)).size };
}

/** The SHA-256 of stretches, read a quarter of a mebibyte at a time, so that others have their turn. */
export async function sumsOf(
  stretches: Stretch[],
): Promise<{ path: string; bytes: number; sha256: string }[]> {
  const buffer = Buffer.allocUnsafe(2 ** 18);
  const sums: { path: string; bytes: number; sha256: string }[] = [];
  const opened: { from: string; file: FileHandle }[] = [];
  try {
    for (const { path, from, offset, bytes } of stretches) {
      if (opened[0]?.from !== from) {
        await opened.pop()?.file.close();
        opened.push({ from, file: await open(from, 'r') });
      }
      const { file } = opened[0]!;
      const hash = createHash('sha256');
      for (let at = 0; at < bytes;) {
        const { bytesRead } = await file.read(buffer, 0, Math.min(buffer.length, bytes - at), offset + at);
        if (bytesRead === 0) throw new Error(`${path} became shorter while it was read`);
        hash.update(buffer.subarray(0, bytesRead));
        at += bytesRead;
      }
      sums.push({ path, bytes, sha256: hash.digest('hex') });
    }
  } finally {
    await opened.pop()?.file.close();
  }
  return sums;
}
