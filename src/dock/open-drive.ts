import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ImageFile } from '@/copier';
import { parseIdentity } from './drive-identity';
import { DriveImage } from './drive-image';

/** A drive on the dock as it is worked on: a simulated one, or an image file of a real one. */
export type OpenDrive = DriveImage | ImageFile;

/** Opens the drive of a folder on the dock. Throws what the operating system says, also where its image file is gone. */
export async function openDrive(folder: string, mode: 'read' | 'write'): Promise<OpenDrive> {
  const text = await readFile(join(folder, 'identity.json'), 'utf8').catch(() => '');
  const file = parseIdentity(text)?.file ?? null;
  return file === null ? DriveImage.open(folder, mode) : ImageFile.open(file, mode);
}
