import { join } from 'node:path';
import { type Fault, type Result, ok } from '@/core/result';
import { keepPrivate, lockFolder } from '@/files';
import { Dock, type Threads, workerThreads } from '@/dock';
import { ImageLibrary, type ImageThreads, imageThreads, startMakerServer } from '@/images';
import { startDaily } from './backup';
import { clearOldDrives } from './clear-drives';
import { CopyRuns } from './copy-runs';
import { type Database, DatabaseTrouble, openDatabase } from './database';
import { seedDemo } from './demo';
import { InHand } from './in-hand';
import { ImageRuns } from './image-runs';
import { makeMakerImages } from './images';
import { finishImports } from './import-rows';
import { JobChanges } from './job-changes';
import { countHistories } from './jobs';
import { logEvent, openLog } from './log';
import { KeptProfiles, keepProfilesOfOldJobs } from './kept-profiles';
import { migrate, readMigrations } from './migrate';
import { openFolder } from './open-folder';
import { type Probe, workerProbe } from './probe';
import { type Runtime, noteReopening, setRuntime } from './runtime';
import { forgetOldRequests } from './requests';
import { renewShipped } from './shipped';
import { noteName } from './workshop-name';
import { readSettings } from './workshop';
import { stopWipes } from './wipe-runs';

export type RuntimeOptions = {
  dataFolder: string;
  projectFolder: string;
  kind: 'demo' | 'own';
  /** Whether the demo has a year behind it; left out, it has. */
  hasPast?: boolean;
  /** Where image files of real drives lie. */
  drivesFolder?: string | null;
  now?: () => Date;
  threads?: Threads;
  imageThreads?: ImageThreads;
  /** Tests: a database in memory instead of one in the folder. */
  database?: Database;
  probe?: Probe;
  /** Whether daily backups are kept by themselves. */
  daily?: boolean;
};

const daysBefore = (at: string, days: number) => new Date(Date.parse(at) - days * 86_400_000).toISOString();

/** What was opened so far, to be closed in reverse where opening does not come to its end. */
class Opened {
  private readonly undo: (() => unknown)[] = [];
  add(close: () => unknown) {
    this.undo.push(close);
  }
  async close(): Promise<void> {
    for (const close of this.undo.splice(0).reverse()) await close();
  }
}

/**
 * Opens a workshop: lock, database, migrations, demo data where asked. Where it cannot, all is closed and let go again.
 * Faults: those of `openFolder`, of a migration, and `disk-full`.
 */
export async function openRuntime(options: RuntimeOptions): Promise<Result<Runtime>> {
  keepPrivate();
  const opened = new Opened();
  const failed = async (fault: Fault): Promise<Result<Runtime>> => {
    await opened.close();
    return { ok: false, fault };
  };
  try {
    // A database in memory leaves the folder to the tests.
    const lock = options.database
      ? lockFolder(options.dataFolder)
      : await openFolder(options.dataFolder, options.probe ?? workerProbe);
    if (!lock.ok) return lock;
    opened.add(lock.value);
    if (!options.database) opened.add(await openLog(options.dataFolder));
    const database = options.database ?? (await openDatabase(join(options.dataFolder, 'database')));
    opened.add(() => database.close());
    const migrations = await readMigrations(join(options.projectFolder, 'src/server/migrations'));
    const migrated = await migrate(database, migrations);
    if (!migrated.ok) return await failed(migrated.fault);
    const at = (options.now ?? (() => new Date()))().toISOString();
    await database.transaction((sql) => renewShipped(sql, join(options.projectFolder, 'demo'), at));
    await database.transaction(async (sql) => {
      await keepProfilesOfOldJobs(sql, at);
      await countHistories(sql);
    });
    await finishImports(database);
    const runtime = await assemble(options, database, opened);
    if (options.kind === 'demo') await seedDemo(runtime, options.hasPast ?? true);
    await database.transaction((sql) => forgetOldRequests(sql, daysBefore(at, 7)));
    await noteName(options.dataFolder, (await readSettings(database)).workshop);
    if (options.daily) opened.add(startDaily(runtime, () => clearOldDrives(runtime)));
    logEvent('opened', { kind: options.kind });
    return ok(runtime);
  } catch (error) {
    if (error instanceof DatabaseTrouble) return failed(error.fault);
    await opened.close();
    throw error;
  }
}

/** Closes a workshop and opens its folder anew; where that fails it stays closed, and everybody is told why and what helps. */
async function openAgain(options: RuntimeOptions, opened: Opened): Promise<Result<null>> {
  setRuntime(null);
  await opened.close();
  const again = await openRuntime(options);
  if (!again.ok) {
    setRuntime(null, again.fault);
    return again;
  }
  setRuntime(again.value);
  return ok(null);
}

async function assemble(options: RuntimeOptions, database: Database, opened: Opened): Promise<Runtime> {
  const dock = new Dock(join(options.dataFolder, 'dock'), options.threads ?? workerThreads);
  const copies = new CopyRuns(dock);
  const streams = new Set<() => void>();
  const now = options.now ?? (() => new Date());
  const images = new ImageRuns(options.imageThreads ?? imageThreads, now);
  const makerFolder = join(options.dataFolder, 'maker');
  const maker = await startMakerServer(
    makerFolder,
    () => makeMakerImages(runtime, makerFolder),
    async () => (await dock.faults()).includes('maker-offline'),
  );
  opened.add(() => maker.close());
  opened.add(() => Promise.all([copies.close(), images.close(), stopWipes(runtime)]));
  opened.add(() => {
    for (const end of streams) end();
  });
  const runtime: Runtime = {
    database,
    dock,
    copies,
    changes: new JobChanges(),
    isDemo: options.kind === 'demo',
    drivesFolder: options.drivesFolder ?? null,
    dataFolder: options.dataFolder,
    photoFolder: join(options.dataFolder, 'photos'),
    reopen: () => {
      const work = openAgain(options, opened);
      noteReopening(work.catch(() => null));
      return work;
    },
    now,
    library: new ImageLibrary(join(options.dataFolder, 'images'), maker.url),
    images,
    asking: null,
    makerFault: null,
    projectFolder: options.projectFolder,
    sources: new Map(),
    evidence: new Map(),
    knowsHoles: null,
    jobsRead: new Map(),
    profiles: new KeptProfiles(),
    underWay: new Map(),
    scaling: 0,
    inHand: new InHand(),
    sums: new Map(),
    looking: new Set(),
    wipes: new Map(),
    learned: new Map(),
    streams,
    close: () => opened.close(),
  };
  return runtime;
}
