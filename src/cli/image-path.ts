import { type Stats, statSync } from 'node:fs';
import { ImageFile, errorNotes } from '@/copier';
import { exitCode, fail } from './exit';

function statOf(path: string): Stats | null {
  try {
    return statSync(path);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT') return null;
    return fail(exitCode.input, `${path} cannot be looked at (${code}).`, 'Check its permissions.');
  }
}

function refuseOddKinds(path: string, stat: Stats, code: number): void {
  if (stat.isBlockDevice() || stat.isCharacterDevice())
    fail(
      code,
      `${path} is a device.`,
      'This command works on image files and never touches a device; make an image of it first.',
    );
  if (stat.isDirectory()) fail(code, `${path} is a folder.`, 'Name an image file.');
  if (!stat.isFile()) fail(code, `${path} is not a file.`, 'Name an image file.');
}

/** Opens an image to read. Exit 3 where it is missing, a folder, a device or may not be read. */
export async function openSource(path: string): Promise<ImageFile> {
  const stat = statOf(path);
  if (!stat) return fail(exitCode.input, `${path} does not exist.`, 'Check the name.');
  refuseOddKinds(path, stat, exitCode.input);
  const notes = await errorNotes(path);
  if (!notes.ok) return fail(exitCode.input, `${path}: ${notes.fault.sentence}`, notes.fault.remedy);
  try {
    return await ImageFile.open(path, 'read');
  } catch (error) {
    return fail(
      exitCode.input,
      `${path} may not be read (${(error as NodeJS.ErrnoException).code}).`,
      'Check its permissions.',
    );
  }
}

/** The size of a target that stands already; null where there is none. Exit 4 where it is anything but a file. */
export function targetBytes(path: string): number | null {
  const stat = statOf(path);
  if (!stat) return null;
  refuseOddKinds(path, stat, exitCode.target);
  return stat.size;
}

/** True where both names lead to one file, by whatever links: copying it onto itself would destroy it. */
export function isSameFile(a: string, b: string): boolean {
  const [one, other] = [statOf(a), statOf(b)];
  return one !== null && other !== null && one.dev === other.dev && one.ino === other.ino;
}
