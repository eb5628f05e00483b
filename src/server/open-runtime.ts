import { join } from 'node:path';
import { lockFolder } from '@/copier';
import { type Result, ok } from '@/core/result';
import { Dock, type Threads, workerThreads } from '@/dock';
import { ImageLibrary, type ImageThreads, imageThreads, startMakerServer } from '@/images';
import { CopyRuns } from './copy-runs';
import { type Database, openDatabase } from './database';
import { seedDemo } from './demo';
import { ImageRuns } from './image-runs';
import { makeMakerImages } from './images';
import { JobChanges } from './job-changes';
import { migrate, readMigrations } from './migrate';
import type { Runtime } from './runtime';
import { renewShipped } from './shipped';

export type RuntimeOptions = {
  dataFolder: string;
  projectFolder: string;
  kind: 'demo' | 'own';
  now?: () => Date;
  threads?: Threads;
  imageThreads?: ImageThreads;
  /** Tests: a database in memory instead of one in the folder. */
  database?: Database;
};

/** Opens a workshop: lock, database, migrations, demo data where asked. Fault: what the lock or a migration says. */
export async function openRuntime(options: RuntimeOptions): Promise<Result<Runtime>> {
  const lock = lockFolder(options.dataFolder);
  if (!lock.ok) return lock;
  const database = options.database ?? (await openDatabase(join(options.dataFolder, 'database')));
  const migrated = await migrate(
    database,
    await readMigrations(join(options.projectFolder, 'src/server/migrations')),
  );
  if (!migrated.ok) {
    await database.close();
    lock.value();
    return migrated;
  }
  await database.transaction((sql) => renewShipped(sql, join(options.projectFolder, 'demo')));
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
  const runtime: Runtime = {
    database,
    dock,
    copies,
    changes: new JobChanges(),
    photoFolder: join(options.dataFolder, 'photos'),
    now,
    library: new ImageLibrary(join(options.dataFolder, 'images'), maker.url),
    images,
    asking: null,
    makerFault: null,
    projectFolder: options.projectFolder,
    sources: new Map(),
    evidence: new Map(),
    knowsHoles: null,
    shelves: null,
    docking: new Set(),
    looking: new Set(),
    streams,
    close: async () => {
      for (const end of streams) end();
      await Promise.all([copies.close(), images.close()]);
      await maker.close();
      await database.close();
      lock.value();
    },
  };
  if (options.kind === 'demo') await seedDemo(runtime);
  return ok(runtime);
}
