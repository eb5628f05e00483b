import { createWriteStream } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { type Result, ok, refuse } from '@/core/result';
import { fileMode, makeFolder } from '@/files';
import { backupsFolder, dropStaged, stageRestore, writeBackup } from './backup';
import { logEvent } from './log';
import { type Probe, workerProbe } from './probe';
import type { Runtime } from './runtime';
import { readSettings } from './workshop';
import { isTyped } from './workshop-name';

/** Makes a backup into a file of its own, to be sent and taken away with `done`. */
export async function backupToSend(
  runtime: Runtime,
): Promise<{ path: string; name: string; done: () => Promise<void> }> {
  const folder = backupsFolder(runtime.dataFolder);
  await makeFolder(folder);
  const path = join(folder, `sending-${randomUUID()}.zip`);
  const { at } = await writeBackup(runtime, 'full', path);
  logEvent('backup', { kind: 'full' });
  return { path, name: `jicara-${at.slice(0, 10)}.zip`, done: () => rm(path, { force: true }) };
}

/**
 * Takes the place of this workshop with a backup that is sent: only by typing the workshop’s name, only while nothing is being
 * copied or written, and only after the whole of it was checked and its database opened. Then the folders are swapped whole
 * and opened again. Faults: `wrong-name`, `busy`, those of `stageRestore`.
 */
export async function restoreWorkshop(
  runtime: Runtime,
  typedName: string,
  body: ReadableStream | null,
  probe: Probe = workerProbe,
): Promise<Result<null>> {
  const { workshop } = await readSettings(runtime.database);
  if (!isTyped(typedName, workshop))
    return refuse(
      'wrong-name',
      `“${typedName.slice(0, 40)}” is not the name of this workshop.`,
      'Type the name that stands at Workshop: everything in it is replaced.',
    );
  const isBusy = () =>
    runtime.copies.anyRuns() || runtime.images.anyRuns() || runtime.inHand.anything()
      ? refuse('busy', 'Something is being copied or written.', 'Wait for it, or stop it on the Dock.')
      : null;
  const busy = isBusy();
  if (busy) return busy;
  if (!body) return refuse('form', 'No file was sent.', 'Choose the file of a backup.');
  const folder = backupsFolder(runtime.dataFolder);
  await makeFolder(folder);
  const incoming = join(folder, `incoming-${randomUUID()}.zip`);
  try {
    await pipeline(Readable.fromWeb(body), createWriteStream(incoming, { mode: fileMode }));
    const staged = await stageRestore(runtime.dataFolder, incoming, probe);
    if (!staged.ok) return staged;
    // Sending and checking took a while: what was begun meanwhile is not pulled away from under anybody.
    const begun = isBusy();
    if (begun) {
      await dropStaged(runtime.dataFolder);
      return begun;
    }
    const opened = await runtime.reopen();
    if (opened.ok) logEvent('restored', { madeAt: staged.value.at });
    return opened.ok ? ok(null) : opened;
  } finally {
    await rm(incoming, { force: true });
  }
}
