import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { isMissing } from '@/files';

/** Where the daily backups of a workshop lie. */
export const dailyFolder = (dataFolder: string) => join(dataFolder, 'backups', 'daily');

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
