import { existsSync } from 'node:fs';
import { createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { fileMode, holderWithPort, keepPrivate, renameDurably } from '@/files';
import { DatabaseTrouble, openDatabase } from '@/server/database';
import { openFolder } from '@/server/open-folder';
import { readBackup, writeBackup } from '@/server/backup';
import { fail, wordsOf } from './command.mjs';

/** Asks the server that has the workshop open: it makes the backup while work goes on. */
async function askServer(port: number, to: string): Promise<void> {
  const address = `http://127.0.0.1:${port}`;
  const reply = await fetch(`${address}/api/workshop/backup`, { headers: { origin: address } });
  if (!reply.ok || !reply.body) {
    const said = (await reply.json().catch(() => null)) as { fault?: { sentence: string; remedy: string } };
    fail(said?.fault ?? { sentence: `The server at ${address} refused.`, remedy: 'Look at its log.' });
  }
  await pipeline(
    Readable.fromWeb(reply.body as ReadableStream),
    createWriteStream(`${to}.new`, { mode: fileMode, flush: true }),
  );
  await renameDurably(`${to}.new`, to);
}

/** Nobody has it open: the command takes the lock itself. */
async function makeHere(dataFolder: string, to: string): Promise<void> {
  const held = await openFolder(dataFolder, async () => true);
  if (!held.ok) fail(held.fault);
  const database = await openDatabase(join(dataFolder, 'database'));
  try {
    await writeBackup({ database, dataFolder, now: () => new Date() }, 'full', to);
  } finally {
    await database.close();
    held.value();
  }
}

keepPrivate();
const { dataFolder, file } = wordsOf('npm run backup -- jicara.zip');
if (!existsSync(join(dataFolder, 'database')))
  fail({ sentence: `There is no workshop in ${dataFolder}.`, remedy: 'Name its folder in JICARA_DATA.' });
try {
  const holder = holderWithPort(join(dataFolder, 'lock.json'));
  if (holder?.port) await askServer(holder.port, file);
  else await makeHere(dataFolder, file);
  const checked = await readBackup(file, null);
  if (!checked.ok) fail(checked.fault);
  const { workshop, at, files } = checked.value;
  console.log(
    `${file}: ${workshop || 'workshop'} of ${at}, ${files.length} files, each read back and as listed.`,
  );
  process.exit(0);
} catch (error) {
  await rm(`${file}.new`, { force: true });
  if (error instanceof DatabaseTrouble) fail(error.fault);
  fail({
    sentence: `The backup could not be written: ${(error as NodeJS.ErrnoException).code ?? (error as Error).message}.`,
    remedy: 'Check the folder that it goes to, and its room.',
  });
}
