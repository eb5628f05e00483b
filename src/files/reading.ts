import { readFile } from 'node:fs/promises';

/** Whether an error says that there is no such file; anything else is trouble of the disk and not to be passed over. */
export const isMissing = (error: unknown): boolean =>
  ['ENOENT', 'ENOTDIR'].includes((error as NodeJS.ErrnoException)?.code ?? '');

/** The text of a file; null only where there is no such file. Throws what else the disk says. */
export async function readIfThere(path: string): Promise<string | null> {
  try {
    return await readFile(path, 'utf8');
  } catch (error) {
    if (isMissing(error)) return null;
    throw error;
  }
}
