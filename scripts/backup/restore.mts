import { existsSync } from 'node:fs';
import { basename, join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { keepPrivate } from '@/files';
import { finishSwap, stageRestore } from '@/server/backup';
import { DatabaseTrouble } from '@/server/database';
import { openDatabase } from '@/server/database';
import { holdFolder } from '@/server/open-folder';
import { isTyped, notedName } from '@/server/workshop-name';
import { fail, wordsOf } from './command.mjs';

const usage = 'npm run restore -- jicara.zip --name "NAME OF THE WORKSHOP"';

/** Opened here and closed again: it works, or the command says that it does not. */
const probe = async (folder: string): Promise<boolean> => {
  try {
    const database = await openDatabase(folder);
    await database.query('select count(*) from job');
    await database.close();
    return true;
  } catch {
    return false;
  }
};

/** Replacing a workshop wants its name, typed: on the command line, or when it asks. */
async function typedName(rest: string[]): Promise<string> {
  const at = rest.indexOf('--name');
  if (at >= 0) return rest[at + 1] ?? '';
  if (!process.stdin.isTTY) return '';
  const ask = createInterface({ input: process.stdin, output: process.stdout });
  const typed = await ask.question('Everything in it is replaced. Type the name of the workshop: ');
  ask.close();
  return typed;
}

keepPrivate();
const { dataFolder, file, rest } = wordsOf(usage);
const held = await holdFolder(dataFolder);
if (!held.ok) fail(held.fault);
try {
  if (existsSync(join(dataFolder, 'database'))) {
    const name = (await notedName(dataFolder)) ?? basename(dataFolder);
    console.log(`In ${dataFolder} is the workshop “${name}”.`);
    if (!isTyped(await typedName(rest), name)) {
      held.value();
      fail({ sentence: 'Its name was not typed: nothing was changed.', remedy: `Such as: ${usage}` });
    }
  }
  const staged = await stageRestore(dataFolder, file, probe);
  if (!staged.ok) {
    held.value();
    fail(staged.fault);
  }
  await finishSwap(dataFolder);
  held.value();
  const { workshop, at } = staged.value;
  console.log(
    `${workshop || 'The workshop'} of ${at} is in ${dataFolder}. What was there is kept once in its folder “replaced”.`,
  );
  process.exit(0);
} catch (error) {
  held.value();
  if (error instanceof DatabaseTrouble) fail(error.fault);
  fail({
    sentence: `It could not be brought back: ${(error as NodeJS.ErrnoException).code ?? (error as Error).message}.`,
    remedy: 'Nothing was replaced that is not whole; try it again.',
  });
}
