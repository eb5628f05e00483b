import { createHash } from 'node:crypto';
import { type FileHandle, open } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { type Entry, type ZipFile, fromFd } from 'yauzl';
import { type Result, ok, refuse } from '@/core/result';
import { fileMode, isMissing, makeFolder } from '@/files';
import { freeBytes } from '../database';
import { BackupManifest, manifestName } from './manifest';

const damaged = (why: string) =>
  refuse('backup-damaged', `This backup is damaged: ${why}.`, 'Take another one; nothing was changed.');

const mostManifestBytes = 2 ** 26;

/** Every entry of an archive by its name. Throws what the zip says. */
async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    zip.on('error', reject);
    zip.on('entry', (entry: Entry) => {
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.readEntry();
  });
}

const openZip = (file: FileHandle): Promise<ZipFile> =>
  new Promise((resolve, reject) =>
    fromFd(file.fd, { lazyEntries: true, autoClose: false }, (error, zip) =>
      error || !zip ? reject(error ?? new Error('no zip')) : resolve(zip),
    ),
  );

const streamOf = (zip: ZipFile, entry: Entry): Promise<AsyncIterable<Buffer>> =>
  new Promise((resolve, reject) =>
    zip.openReadStream(entry, (error, stream) => (error || !stream ? reject(error) : resolve(stream))),
  );

async function readManifest(zip: ZipFile, entry: Entry | undefined): Promise<Result<BackupManifest>> {
  if (!entry || entry.uncompressedSize > mostManifestBytes)
    return refuse('no-backup', 'This is no backup of Jicara’s.', 'Name a file that Jicara’s backup wrote.');
  const chunks: Buffer[] = [];
  for await (const chunk of await streamOf(zip, entry)) chunks.push(chunk);
  const parsed = BackupManifest.safeParse(JSON.parse(Buffer.concat(chunks).toString('utf8')));
  return parsed.success ? ok(parsed.data) : damaged('its list of files does not read');
}

/** Takes one file out of the archive, or only reads it where `to` is null; null where it is just as listed, else what is wrong. */
async function takeOut(
  zip: ZipFile,
  entry: Entry | undefined,
  listed: BackupManifest['files'][number],
  to: string | null,
): Promise<string | null> {
  if (!entry) return `${listed.path} is missing`;
  const hash = createHash('sha256');
  let bytes = 0;
  if (to !== null) await makeFolder(dirname(to));
  const file = to === null ? null : await open(to, 'wx', fileMode);
  try {
    for await (const chunk of await streamOf(zip, entry)) {
      bytes += chunk.length;
      if (bytes > listed.bytes) return `${listed.path} is longer than listed`;
      hash.update(chunk);
      if (file) await file.writeFile(chunk);
    }
    if (bytes !== listed.bytes || hash.digest('hex') !== listed.sha256)
      return `${listed.path} is not as it was when the backup was made`;
    await file?.sync();
    return null;
  } finally {
    await file?.close();
  }
}

/** What a backup says that it holds, without reading the rest of it. Faults: `no-backup`, `backup-damaged`. */
export async function manifestOf(path: string): Promise<Result<BackupManifest>> {
  const file = await open(path, 'r');
  try {
    const zip = await openZip(file);
    return await readManifest(zip, (await entriesOf(zip)).get(manifestName));
  } catch {
    return damaged('it does not unpack to its end');
  } finally {
    await file.close();
  }
}

/**
 * Reads a backup to its end and holds every file against its SHA-256; with a folder, takes them out into it. Faults:
 * `no-backup`, `backup-damaged`, `backup-missing`, `disk-full`. What was taken out before a fault is the caller’s to remove.
 */
export async function readBackup(path: string, into: string | null): Promise<Result<BackupManifest>> {
  let file: FileHandle;
  try {
    file = await open(path, 'r');
  } catch (error) {
    if (!isMissing(error)) throw error;
    return refuse('backup-missing', `There is no file ${path}.`, 'Name the file of a backup.');
  }
  try {
    const zip = await openZip(file);
    const entries = await entriesOf(zip);
    const manifest = await readManifest(zip, entries.get(manifestName));
    if (!manifest.ok) return manifest;
    const needed = manifest.value.files.reduce((total, { bytes }) => total + bytes, 0);
    if (into !== null && (await freeBytes(into)) < needed * 1.05)
      return refuse('disk-full', 'The disk has no room for this backup.', 'Make room, then try again.');
    for (const listed of manifest.value.files) {
      const to = into === null ? null : join(into, listed.path);
      const wrong = await takeOut(zip, entries.get(listed.path), listed, to);
      if (wrong) return damaged(wrong);
    }
    return manifest;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC') throw error;
    return damaged('it does not unpack to its end');
  } finally {
    await file.close();
  }
}
