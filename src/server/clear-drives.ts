import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { DockStorage } from '@/core/job-view';
import { type Result, ok } from '@/core/result';
import { isMissing, removeDurably } from '@/files';
import type { DriveIdentity } from '@/dock';
import { drivesOf } from './in-hand';
import { logEvent } from './log';
import type { Runtime } from './runtime';
import { readSettings } from './workshop';

const dayMs = 86_400_000;

/** Room that a file really takes; holes take none (stat counts in units of 512 bytes). 0 where it is gone. */
async function roomOf(path: string): Promise<number> {
  try {
    return (await stat(path)).blocks * 512;
  } catch (error) {
    if (isMissing(error)) return 0;
    throw error;
  }
}

type DriveRoom = { drive: DriveIdentity; bytes: number; throughAt: string | null; isJobKnown: boolean };

/** The stand-in drives of the dock, the room they take, and since when the job that owns each is through. */
async function driveRooms(runtime: Runtime): Promise<DriveRoom[]> {
  const rows = await runtime.database.query<{ id: string; handed_over_at: string | null }>(
    'select id, handed_over_at from job',
  );
  const through = new Map(rows.map(({ id, handed_over_at }) => [id, handed_over_at]));
  const rooms: DriveRoom[] = [];
  for (const drive of await runtime.dock.identities())
    rooms.push({
      drive,
      bytes: await roomOf(join(runtime.dock.driveFolder(drive.benchLabel), 'image.img')),
      throughAt: through.get(drive.jobId) ?? null,
      isJobKnown: through.has(drive.jobId),
    });
  return rooms;
}

/** A drive may go when its job is through, or is none of this workshop’s; never while something is copied for it. */
const mayGo = (runtime: Runtime, { drive, throughAt, isJobKnown }: DriveRoom): boolean =>
  (throughAt !== null || !isJobKnown) &&
  !runtime.copies.isRunning(drive.jobId) &&
  !runtime.inHand.has(drivesOf(drive.jobId));

/** How much the stand-in drives take, and how much of it may go. */
export async function dockStorage(runtime: Runtime): Promise<DockStorage> {
  const rooms = await driveRooms(runtime);
  const gone = rooms.filter((room) => mayGo(runtime, room));
  const total = (list: DriveRoom[]) => list.reduce((sum, { bytes }) => sum + bytes, 0);
  return {
    drives: rooms.length,
    bytes: total(rooms),
    throughDrives: gone.length,
    throughBytes: total(gone),
    keepDrivesDays: (await readSettings(runtime.database)).keepDrivesDays,
  };
}

/** Takes away a job’s drives with what its copy was to do; the manifest, which proves it, stays. */
async function clear(runtime: Runtime, rooms: DriveRoom[]): Promise<number> {
  let bytes = 0;
  for (const { drive, bytes: room } of rooms) {
    await removeDurably(runtime.dock.driveFolder(drive.benchLabel));
    runtime.sources.delete(drive.benchLabel);
    for (const name of ['order.json', 'journal.log'])
      await rm(
        /*turbopackIgnore: true*/ join(/*turbopackIgnore: true*/ runtime.dock.copyFolder(drive.jobId), name),
        { force: true },
      );
    bytes += room;
  }
  return bytes;
}

/** Half-fetched images that nobody went on with for as long as drives are kept. */
async function clearParts(runtime: Runtime, before: number): Promise<number> {
  let bytes = 0;
  const names = await readdir(runtime.library.folder).catch((error: unknown) => {
    if (isMissing(error)) return [];
    throw error;
  });
  if (runtime.images.anyRuns()) return 0;
  for (const name of names.filter((one) => one.endsWith('.part'))) {
    const path = join(runtime.library.folder, name);
    if ((await stat(path)).mtimeMs >= before) continue;
    bytes += await roomOf(path);
    for (const one of [path, `${path}.tag`]) await removeDurably(one);
  }
  return bytes;
}

/** Takes away what may go, however long ago its job was through: somebody asked for it. Gives the bytes that are free now. */
export async function clearDrives(runtime: Runtime): Promise<Result<{ bytes: number }>> {
  const rooms = (await driveRooms(runtime)).filter((room) => mayGo(runtime, room));
  const bytes = (await clear(runtime, rooms)) + (await clearParts(runtime, runtime.now().getTime()));
  logEvent('cleared', { drives: rooms.length, bytes });
  return ok({ bytes });
}

/** Takes away by itself what has been through for as long as the workshop keeps drives. */
export async function clearOldDrives(runtime: Runtime): Promise<void> {
  const { keepDrivesDays } = await readSettings(runtime.database);
  const before = runtime.now().getTime() - keepDrivesDays * dayMs;
  const rooms = (await driveRooms(runtime)).filter(
    (room) => mayGo(runtime, room) && room.throughAt !== null && Date.parse(room.throughAt) < before,
  );
  const bytes = (await clear(runtime, rooms)) + (await clearParts(runtime, before));
  if (rooms.length > 0 || bytes > 0) logEvent('cleared', { drives: rooms.length, bytes });
}
