import { join } from 'node:path';
import * as z from 'zod';
import { readIfThere, writeDurably } from '@/files';

const path = (dataFolder: string) => join(dataFolder, 'workshop.json');
const Noted = z.object({ name: z.string() });

/** Notes beside the database what the workshop is called: whoever restores it types that, also when the database is damaged. */
export async function noteName(dataFolder: string, name: string): Promise<void> {
  if ((await notedName(dataFolder)) !== name) await writeDurably(path(dataFolder), JSON.stringify({ name }));
}

/** What a workshop is called; null where nobody noted it. */
export async function notedName(dataFolder: string): Promise<string | null> {
  const text = await readIfThere(path(dataFolder));
  try {
    return text === null ? null : (Noted.safeParse(JSON.parse(text)).data?.name ?? null);
  } catch {
    return null;
  }
}

/** Whether a name that was typed is the workshop’s, spaces at its ends and capitals aside. */
export const isTyped = (typed: string, name: string): boolean =>
  typed.trim().toLowerCase() === name.trim().toLowerCase();
