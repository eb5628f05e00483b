import { resolve } from 'node:path';
import type { Fault } from '@/core/result';

/** Ends the command with a sentence. */
export function fail({ sentence, remedy }: Pick<Fault, 'sentence' | 'remedy'>): never {
  console.error(`${sentence} ${remedy}`);
  process.exit(1);
}

/** The data folder and the file that were named, the file from where the command was typed. */
export function wordsOf(usage: string): { dataFolder: string; file: string; rest: string[] } {
  const [dataFolder, file, ...rest] = process.argv.slice(2);
  if (!dataFolder || !file || file.startsWith('-'))
    fail({ sentence: 'Name the file of the backup.', remedy: `Such as: ${usage}` });
  return { dataFolder, file: resolve(process.env.INVOKED_FROM ?? '.', file), rest };
}
