import { existsSync } from 'node:fs';
import { copyFile, readdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { type Result, refuse } from '@/core/result';
import { makeFolder, removeDurably, renameDurably, syncTree, writeDurably } from '@/files';
import type { Probe } from '../probe';
import type { BackupManifest } from './manifest';
import { readBackup } from './read-archive';

/** Folders that a backup takes the place of, whole. Drives on the dock belong to the jobs that were: they go with them. */
const swapped = ['database', 'photos', 'dock'] as const;

const at = (dataFolder: string, ...names: string[]) => join(dataFolder, 'swap', ...names);

/**
 * Unpacks a backup beside the workshop, checks every file, and tries whether its database opens. Nothing of the workshop is
 * touched until all of that stands on the disk. Faults: those of `readBackup`, `backup-damaged`.
 */
export async function stageRestore(
  dataFolder: string,
  archive: string,
  probe: Probe,
): Promise<Result<BackupManifest>> {
  await removeDurably(at(dataFolder));
  const fresh = at(dataFolder, 'new');
  await makeFolder(fresh);
  const failed = async <T>(result: T): Promise<T> => {
    await removeDurably(at(dataFolder));
    return result;
  };
  try {
    const read = await readBackup(archive, fresh);
    if (!read.ok) return await failed(read);
    const manifest = read.value;
    for (const name of [...swapped, 'own', 'export']) await makeFolder(join(fresh, name));
    // A database wants its empty folders, which an archive of files does not hold.
    for (const name of emptyFolders) await makeFolder(join(fresh, 'database', name));
    const missing = await takePhotosBeside(archive, manifest, join(fresh, 'photos'));
    if (missing !== null)
      return await failed(
        refuse('backup-damaged', `${missing} is missing beside this daily backup.`, 'Take another one.'),
      );
    if (!(await probe(join(fresh, 'database'))))
      return await failed(
        refuse('backup-damaged', 'The database in this backup does not open.', 'Take another one.'),
      );
    syncTree(fresh);
    await writeDurably(at(dataFolder, 'ready.json'), JSON.stringify({ at: manifest.at }));
    return read;
  } catch (error) {
    await removeDurably(at(dataFolder));
    throw error;
  }
}

/** Forgets a restore that was made ready, before any start could end it. */
export const dropStaged = (dataFolder: string): Promise<void> => removeDurably(at(dataFolder));

/** Folders of a database that hold nothing most of the time. */
const emptyFolders = [
  'pg_commit_ts',
  'pg_dynshmem',
  'pg_logical/mappings',
  'pg_logical/snapshots',
  'pg_notify',
  'pg_replslot',
  'pg_serial',
  'pg_snapshots',
  'pg_stat',
  'pg_stat_tmp',
  'pg_tblspc',
  'pg_twophase',
  'pg_wal/archive_status',
  'pg_wal/summaries',
];

/** A daily backup’s photos lie beside it once for all days. The name of one that is missing; null where all are there. */
async function takePhotosBeside(
  archive: string,
  manifest: BackupManifest,
  to: string,
): Promise<string | null> {
  if (manifest.kind !== 'daily') return null;
  const beside = join(dirname(dirname(archive)), 'photos');
  for (const name of manifest.photos) {
    if (!existsSync(join(beside, name))) return name;
    await copyFile(join(beside, name), join(to, name));
  }
  return null;
}

/**
 * Ends a restore that was made ready: each folder is taken the place of whole, by renaming, and what was there is kept once in
 * `replaced`. Goes on from wherever a kill or a power cut left it; one that was not ready is forgotten. True where it did anything.
 */
export async function finishSwap(dataFolder: string): Promise<boolean> {
  if (!existsSync(at(dataFolder))) return false;
  if (!existsSync(at(dataFolder, 'ready.json'))) {
    await removeDurably(at(dataFolder));
    return false;
  }
  await makeFolder(at(dataFolder, 'old'));
  for (const name of swapped) {
    const [fresh, here, old] = [
      at(dataFolder, 'new', name),
      join(/*turbopackIgnore: true*/ dataFolder, name),
      at(dataFolder, 'old', name),
    ];
    if (!existsSync(fresh)) continue;
    if (existsSync(/*turbopackIgnore: true*/ here)) await renameDurably(here, old);
    await renameDurably(fresh, here);
  }
  const own = join(dataFolder, 'images', 'own');
  await makeFolder(own);
  if (existsSync(at(dataFolder, 'new', 'own')))
    for (const name of await readdir(at(dataFolder, 'new', 'own')))
      await renameDurably(at(dataFolder, 'new', 'own', name), join(own, name));
  if (existsSync(at(dataFolder, 'old'))) {
    await removeDurably(join(dataFolder, 'replaced'));
    await renameDurably(at(dataFolder, 'old'), join(dataFolder, 'replaced'));
  }
  await removeDurably(at(dataFolder));
  return true;
}
