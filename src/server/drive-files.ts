import { lstat, readdir, realpath, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { ImageFile, errorNotes } from '@/copier';
import { detectSectorBytes } from '@/core/disk';
import type { DriveFiles } from '@/core/job-view';
import { type Drive, forecastSectors } from '@/core/part';
import { type Result, ok, refuse } from '@/core/result';
import type { DriveIdentity } from '@/dock';
import type { Runtime } from './runtime';

/** Image files of real drives: they come and go by the system’s own tools, and lie in a folder of the workshop’s choosing. */

const mostFiles = 200;
const namesOfImages = /\.(img|raw|bin|dd)$/iu;

/** What lies in the folder of image files; null where none was named (JICARA_DRIVES_FOLDER). */
export async function driveFiles({ drivesFolder, dock }: Runtime): Promise<DriveFiles | null> {
  if (drivesFolder === null) return null;
  let names: string[];
  try {
    names = (await readdir(drivesFolder)).filter((name) => namesOfImages.test(name)).sort();
  } catch (error) {
    return {
      folder: drivesFolder,
      files: [],
      odd: [],
      fault: `It cannot be read (${(error as NodeJS.ErrnoException).code}).`,
    };
  }
  const found = await Promise.all(names.slice(0, mostFiles).map((name) => lookAt(join(drivesFolder, name))));
  const onDock = (await dock.identities()).filter(({ file }) => file !== null);
  const takenAs = (name: string) => {
    const one = onDock.find(({ file }) => basename(file!) === name);
    return one ? { benchLabel: one.benchLabel, jobId: one.jobId } : null;
  };
  return {
    folder: drivesFolder,
    files: found.flatMap((one) => ('bytes' in one ? [{ ...one, takenAs: takenAs(one.name) }] : [])),
    odd: found.flatMap((one) => ('why' in one ? [one] : [])),
    fault: names.length > mostFiles ? `Only the first ${mostFiles} files are shown.` : null,
  };
}

type Looked = { name: string; bytes: number; changedAt: string } | { name: string; why: string };

async function lookAt(path: string): Promise<Looked> {
  const name = basename(path);
  try {
    const found = await stat(path);
    if (!found.isFile())
      return { name, why: found.isDirectory() ? 'It is a folder.' : 'It is no plain file.' };
    if (found.size < 512) return { name, why: 'It is shorter than one sector.' };
    return { name, bytes: found.size, changedAt: found.mtime.toISOString() };
  } catch (error) {
    const link = await lstat(path).catch(() => null);
    return {
      name,
      why: link?.isSymbolicLink()
        ? 'It is a link to nothing.'
        : `It cannot be looked at (${(error as NodeJS.ErrnoException).code}).`,
    };
  }
}

const gone = (name: string) =>
  refuse(
    'not-found',
    `${name} is not in the folder of image files.`,
    'Lay it there, then choose it from the list.',
  );

const noFolder = () =>
  refuse(
    'no-folder',
    'No folder of image files was named.',
    'Start Jicara with JICARA_DRIVES_FOLDER set to the folder that your images lie in.',
  );

/** The path of a file that lies in the folder of image files and can be read. Faults: `no-folder`, `not-found`, `odd-notes`. */
export async function pathOfDriveFile({ drivesFolder }: Runtime, name: string): Promise<Result<string>> {
  if (drivesFolder === null) return noFolder();
  const root = await realpath(drivesFolder).catch(() => null);
  if (root === null) return gone(drivesFolder);
  const path = join(root, name);
  if ('why' in (await lookAt(path))) return gone(name);
  const notes = await errorNotes(path);
  return notes.ok ? ok(path) : refuse('odd-notes', `${name}: ${notes.fault.sentence}`, notes.fault.remedy);
}

/** Whether the two are one file, by whatever links. */
async function areOne(a: string, b: string): Promise<boolean> {
  const [one, other] = await Promise.all([a, b].map((path) => stat(path).catch(() => null)));
  return Boolean(one && other && one.dev === other.dev && one.ino === other.ino);
}

/** The label of the drive that another job has this very file as; null where none has. */
async function takenBy(runtime: Runtime, path: string, jobId: string): Promise<DriveIdentity | null> {
  for (const identity of await runtime.dock.identities())
    if (identity.file !== null && identity.jobId !== jobId && (await areOne(identity.file, path)))
      return identity;
  return null;
}

/**
 * Puts two image files in the drives’ place. The new one is made where it is not there, a hole of the drive’s true size. Faults:
 * `not-found`, `same-file`, `drive-busy`, `too-small`, `no-folder`, `odd-notes`.
 */
export async function placeFiles(
  runtime: Runtime,
  jobId: string,
  files: { old: string; new: string },
  drive: Drive,
): Promise<Result<{ old: DriveIdentity; new: DriveIdentity }>> {
  const found = await pathOfDriveFile(runtime, files.old);
  if (!found.ok) return found;
  const root = dirname(found.value);
  const [oldPath, newPath] = [join(root, files.old), join(root, files.new)];
  const old = await lookAt(oldPath);
  if ('why' in old) return gone(files.old);
  if (await areOne(oldPath, newPath))
    return refuse(
      'same-file',
      'Old and new drive are the same image file.',
      'Choose another one for the new drive.',
    );
  for (const path of [oldPath, newPath]) {
    const other = await takenBy(runtime, path, jobId);
    if (other)
      return refuse(
        'drive-busy',
        `${basename(path)} is ${other.benchLabel} of ${other.jobId}.`,
        'Take it out of the dock there first.',
      );
  }
  const wanted = forecastSectors(drive.labelGB, drive.sectorBytes) * drive.sectorBytes;
  const there = await lookAt(newPath);
  if ('why' in there) {
    if (await lstat(newPath).catch(() => null))
      return refuse('not-found', `${files.new}: ${there.why}`, 'Choose another file.');
    await (await ImageFile.create(newPath, wanted)).close();
  }
  const bytes = 'bytes' in there ? there.bytes : wanted;
  const image = await ImageFile.open(oldPath, 'read');
  const oldSectorBytes = await detectSectorBytes(image).finally(() => image.close());
  const place = (role: 'old' | 'new', path: string, size: number, sectorBytes: number) =>
    runtime.dock.placeFile({
      serial: basename(path),
      model: `image file ${basename(path)}`,
      bytes: size,
      sectorBytes,
      jobId,
      role,
      file: path,
    });
  return ok({
    old: await place('old', oldPath, old.bytes, oldSectorBytes),
    new: await place('new', newPath, bytes, drive.sectorBytes),
  });
}
