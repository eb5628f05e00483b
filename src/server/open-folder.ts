import { existsSync } from 'node:fs';
import { readFile, readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { type Result, ok, refuse } from '@/core/result';
import { isMissing, lockFolder, makeFolder, makePrivate } from '@/files';
import { finishSwap, lastBackup } from './backup';
import { freeBytes } from './database';
import type { Probe } from './probe';

/** What a workshop's folder holds; a folder with other things and none of these is somebody else's. */
const ownNames = [
  'database',
  'database.new',
  'dock',
  'photos',
  'images',
  'maker',
  'log',
  'backups',
  'swap',
  'replaced',
] as const;

const isOwnName = (name: string) =>
  (ownNames as readonly string[]).includes(name) || name.startsWith('lock.json') || name === 'workshop.json';

/** A new workshop needs this much to begin; one that stands needs a little for what it notes while it starts. */
const newBytes = 120 * 1024 * 1024;
const standingBytes = 24 * 1024 * 1024;

const notWritable = (folder: string, code: string) =>
  refuse(
    'folder-not-writable',
    `${folder} cannot be written to (${code}).`,
    'Give its owner the right to write there, or name another folder in JICARA_DATA.',
  );

const writeFaults = [
  'EACCES',
  'EPERM',
  'EROFS',
  'ENOTDIR',
  'EEXIST',
  'ENAMETOOLONG',
  'ELOOP',
  'EIO',
  'ENOTSUP',
];

/** Whether a folder may be a workshop: missing, empty, or one that Jicara made. Fault: `folder-foreign`. */
async function isOurs(folder: string): Promise<Result<null>> {
  let names: string[];
  try {
    names = await readdir(folder);
  } catch (error) {
    if (isMissing(error)) return ok(null);
    throw error;
  }
  // A file system of its own may bring this one.
  const found = names.filter((name) => name !== 'lost+found');
  if (found.length === 0 || found.some(isOwnName)) return ok(null);
  return refuse(
    'folder-foreign',
    `${folder} holds other things (${found.slice(0, 3).join(', ')}) and no workshop.`,
    'Name an empty folder, or one of Jicara’s, in JICARA_DATA.',
  );
}

/** Takes the lock of a folder that is about to be restored, whatever became of its database. Faults: `folder-foreign`, `folder-in-use`, `folder-not-writable`. */
export async function holdFolder(folder: string): Promise<Result<() => void>> {
  try {
    const ours = await isOurs(folder);
    if (!ours.ok) return ours;
    await makeFolder(folder);
    return lockFolder(folder);
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code ?? '';
    if (writeFaults.includes(code)) return notWritable(folder, code);
    throw error;
  }
}

/** What can be told of a database without opening it: its version and the size of its control file. */
async function looksWhole(database: string): Promise<boolean> {
  try {
    const version = await readFile(join(database, 'PG_VERSION'), 'utf8');
    const control = await stat(join(database, 'global/pg_control'));
    return /^\d+\s*$/u.test(version) && control.size === 8192;
  } catch (error) {
    if (isMissing(error)) return false;
    throw error;
  }
}

async function damaged(folder: string) {
  const last = await lastBackup(folder);
  return refuse(
    'database-damaged',
    `The database in ${folder} is damaged and cannot be opened.`,
    last
      ? `The last backup is of ${last.at.slice(0, 16).replace('T', ' ')} UTC. Bring it back with: npm run restore -- ${last.path}`
      : 'There is no daily backup of it yet. Bring one of your own back with: npm run restore -- FILE',
  );
}

/**
 * Takes a workshop's folder for this process, once it is sure that it can be worked in. The value lets it go; after a
 * refusal it is let go already. Faults: `folder-foreign`, `folder-not-writable`, `disk-full`, `folder-in-use`,
 * `database-damaged`.
 */
export async function openFolder(folder: string, probe: Probe): Promise<Result<() => void>> {
  let letGo = () => {};
  try {
    const ours = await isOurs(folder);
    if (!ours.ok) return ours;
    await makeFolder(folder);
    const database = join(folder, 'database');
    const stands = existsSync(database);
    if ((await freeBytes(folder)) < (stands ? standingBytes : newBytes))
      return refuse(
        'disk-full',
        `The disk under ${folder} is full: Jicara cannot start.`,
        `Make ${Math.round((stands ? standingBytes : newBytes) / 1024 / 1024)} MiB of room, or name another folder in JICARA_DATA.`,
      );
    const lock = lockFolder(folder);
    if (!lock.ok) return lock;
    letGo = lock.value;
    await finishSwap(folder);
    await makePrivate(folder);
    if (existsSync(database) && !((await looksWhole(database)) && (await probe(database)))) {
      letGo();
      return damaged(folder);
    }
    return lock;
  } catch (error) {
    letGo();
    const code = (error as NodeJS.ErrnoException).code ?? '';
    if (code === 'ENOSPC')
      return refuse('disk-full', `The disk under ${folder} is full.`, 'Make room, then start again.');
    if (writeFaults.includes(code)) return notWritable(folder, code);
    throw error;
  }
}
