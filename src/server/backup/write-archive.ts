import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { ZipFile } from 'yazl';
import { fileMode, isMissing, makeFolder, renameDurably } from '@/files';
import { DatabaseTrouble, diskFull, freeBytes } from '../database';
import { readSettings } from '../workshop';
import { exportOpen } from './export';
import { type BackupManifest, manifestName, photoName } from './manifest';
import { type BackupSource, type Stretch, filesBelow, snapshotDatabase, sumsOf, wholeFile } from './snapshot';

export const backupsFolder = (dataFolder: string) => join(dataFolder, 'backups');
export const photosFolder = (dataFolder: string) => join(dataFolder, 'photos');

/** The names of the photos and spoken notes that are kept; half-written ones have other names. */
export async function photoNames(folder: string): Promise<string[]> {
  try {
    return (await readdir(folder)).filter((name) => photoName.test(name)).sort();
  } catch (error) {
    if (isMissing(error)) return [];
    throw error;
  }
}

/** Descriptions of images of one’s own; the images themselves are large, and are where they came from. */
async function ownDescriptions(dataFolder: string): Promise<Stretch[]> {
  const folder = join(dataFolder, 'images', 'own');
  const names = (await filesBelow(folder)).filter(
    (name) => !name.includes('/') && (name === 'SHA256SUMS' || name.endsWith('.json')),
  );
  return Promise.all(names.map((name) => wholeFile(`own/${name}`, join(folder, name))));
}

async function makeManifest(
  source: BackupSource,
  kind: BackupManifest['kind'],
  stretches: Stretch[],
  photos: string[],
): Promise<BackupManifest> {
  const [row] = await source.database.query<{ count: number }>(
    'select count(*)::int as count from migration',
  );
  return {
    schema: 'jicara.backup/1',
    kind,
    at: source.now().toISOString(),
    workshop: (await readSettings(source.database)).workshop,
    migrations: row!.count,
    photos,
    files: await sumsOf(stretches),
  };
}

/** Packs the stretches into one archive, which takes its name when it is whole and on the disk. */
async function pack(stretches: Stretch[], manifest: BackupManifest, path: string): Promise<void> {
  const zip = new ZipFile();
  const options = { mtime: new Date(manifest.at), mode: fileMode };
  zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 2)), manifestName, options);
  for (const { path: name, from, offset, bytes } of stretches) {
    const compressionLevel = name.endsWith('.jpg') ? 0 : 3;
    if (bytes === 0) zip.addBuffer(Buffer.alloc(0), name, options);
    else
      zip.addReadStreamLazy(name, { ...options, compressionLevel, size: bytes }, (give) =>
        give(null, createReadStream(from, { start: offset, end: offset + bytes - 1 })),
      );
  }
  zip.end();
  const part = `${path}.new`;
  try {
    await pipeline(zip.outputStream, createWriteStream(part, { mode: fileMode, flush: true }));
    await renameDurably(part, path);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

/** Bytes that a backup may take while it is made: the database twice, and what is packed with it. */
async function checkRoom(source: BackupSource, photos: string[]): Promise<void> {
  let needed = 2 ** 26;
  for (const file of await filesBelow(join(source.dataFolder, 'database')))
    needed += 2 * (await stat(join(source.dataFolder, 'database', file))).size;
  for (const name of photos) needed += (await stat(join(photosFolder(source.dataFolder), name))).size;
  if ((await freeBytes(source.dataFolder)) < needed) throw new DatabaseTrouble(diskFull());
}

/**
 * Makes a backup of a workshop while work goes on: the database as it stands at one instant, photos, descriptions of images of
 * one’s own, and an export in open formats; a `daily` one holds the database alone. Throws a `DatabaseTrouble` where there is
 * no room.
 */
export async function writeBackup(
  source: BackupSource,
  kind: BackupManifest['kind'],
  path: string,
): Promise<BackupManifest> {
  const { dataFolder, database } = source;
  const photos = await photoNames(photosFolder(dataFolder));
  await checkRoom(source, kind === 'full' ? photos : []);
  const work = join(backupsFolder(dataFolder), `making-${randomUUID()}`);
  await makeFolder(work);
  try {
    const stretches = await snapshotDatabase(source, join(work, 'database.pack'));
    if (kind === 'full') {
      await exportOpen(database, join(work, 'export'));
      for (const file of await filesBelow(join(work, 'export')))
        stretches.push(await wholeFile(`export/${file}`, join(work, 'export', file)));
      for (const name of photos)
        stretches.push(await wholeFile(`photos/${name}`, join(photosFolder(dataFolder), name)));
      stretches.push(...(await ownDescriptions(dataFolder)));
    }
    const manifest = await makeManifest(source, kind, stretches, photos);
    await pack(stretches, manifest, path);
    return manifest;
  } finally {
    await rm(work, { recursive: true, force: true });
  }
}
