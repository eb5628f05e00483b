import { constants } from 'node:fs';
import { copyFile, open, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { isMissing, makeFolder, removeDurably, renameDurably } from '@/files';
import { logEvent, logTrouble } from '../log';
import type { BackupManifest } from './manifest';
import { manifestOf } from './read-archive';
import type { BackupSource } from './snapshot';
import { backupsFolder, photoNames, photosFolder, writeBackup } from './write-archive';

/** Daily backups that are kept. */
const kept = 7;
const hourMs = 3_600_000;

/** Where the daily backups of a workshop lie. */
export const dailyFolder = (dataFolder: string) => join(backupsFolder(dataFolder), 'daily');

const dailyName = /^(\d{4}-\d{2}-\d{2})\.zip$/u;

/** The daily backups that are there, the newest first. */
export async function dailyBackups(dataFolder: string): Promise<{ path: string; at: string }[]> {
  try {
    const names = await readdir(dailyFolder(dataFolder));
    return names
      .filter((name) => dailyName.test(name))
      .sort()
      .reverse()
      .map((name) => ({ path: join(dailyFolder(dataFolder), name), at: name.slice(0, 10) }));
  } catch (error) {
    if (isMissing(error)) return [];
    throw error;
  }
}

/** The newest daily backup; null where there is none. */
export const lastBackup = async (dataFolder: string) => (await dailyBackups(dataFolder))[0] ?? null;

/** Copies photos that are not beside the backups yet: each once, for all days. */
async function keepPhotos(dataFolder: string, names: string[]): Promise<void> {
  const beside = join(backupsFolder(dataFolder), 'photos');
  await makeFolder(beside);
  const there = new Set(await photoNames(beside));
  for (const name of names.filter((one) => !there.has(one))) {
    const part = join(beside, `${name}.new`);
    await copyFile(join(photosFolder(dataFolder), name), part, constants.COPYFILE_FICLONE);
    const file = await open(part, 'r');
    try {
      await file.sync();
    } finally {
      await file.close();
    }
    await renameDurably(part, join(beside, name));
  }
}

/** Photos beside the backups that none of the kept days names any more go. */
async function forgetPhotos(dataFolder: string, manifests: BackupManifest[]): Promise<void> {
  const named = new Set(manifests.flatMap(({ photos }) => photos));
  const beside = join(backupsFolder(dataFolder), 'photos');
  for (const name of await photoNames(beside)) if (!named.has(name)) await removeDurably(join(beside, name));
}

/** Makes today’s backup where there is none yet, and keeps the last seven days. True where one was made. */
export async function keepDaily(source: BackupSource): Promise<boolean> {
  const { dataFolder } = source;
  const today = source.now().toISOString().slice(0, 10);
  const path = join(dailyFolder(dataFolder), `${today}.zip`);
  const before = await dailyBackups(dataFolder);
  if (before.some((one) => one.path === path)) return false;
  await makeFolder(dailyFolder(dataFolder));
  const names = await photoNames(photosFolder(dataFolder));
  await keepPhotos(dataFolder, names);
  await writeBackup(source, 'daily', path);
  const all = await dailyBackups(dataFolder);
  for (const old of all.slice(kept)) await removeDurably(old.path);
  const manifests: BackupManifest[] = [];
  for (const one of all.slice(0, kept)) {
    const read = await manifestOf(one.path);
    // One that does not read any more keeps the photos where they are.
    if (!read.ok) return true;
    manifests.push(read.value);
  }
  await forgetPhotos(dataFolder, manifests);
  return true;
}

/** Keeps daily backups while a workshop is open, and tidies up with each look; gives what ends that, which waits for one that is being made. */
export function startDaily(source: BackupSource, tidyUp: () => Promise<void>): () => Promise<void> {
  let doing: Promise<unknown> = Promise.resolve();
  const look = () => {
    doing = keepDaily(source)
      .then((made) => made && logEvent('backup', { kind: 'daily' }))
      .then(tidyUp)
      .catch((error: unknown) => logTrouble('backup-failed', { error }));
  };
  // The start is not kept waiting for it.
  const first = setTimeout(look, 5000);
  const timer = setInterval(look, hourMs);
  first.unref();
  timer.unref();
  return async () => {
    clearTimeout(first);
    clearInterval(timer);
    await doing;
  };
}
