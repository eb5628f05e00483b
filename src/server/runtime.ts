import { join } from 'node:path';
import type { SourceSummary } from '@/core/job';
import { type Result, ok } from '@/core/result';
import { Dock, type Threads, workerThreads } from '@/dock';
import { CopyRuns } from './copy-runs';
import { type Database, openDatabase } from './database';
import { seedDemo } from './demo';
import { lockFolder } from './folder-lock';
import { migrate, readMigrations } from './migrate';

/** All that a use case works with. Clock and threads are passed in, so that tests decide them. */
export type Runtime = {
  database: Database;
  dock: Dock;
  copies: CopyRuns;
  now: () => Date;
  projectFolder: string;
  /** Old drives do not change while they lie on the dock: read once. */
  sources: Map<string, SourceSummary>;
  /** Docking makes drives: one at a time for each job. */
  docking: Set<string>;
  /** Open event streams, ended at shutdown. */
  streams: Set<() => void>;
  close: () => Promise<void>;
};

export type RuntimeOptions = {
  dataFolder: string;
  projectFolder: string;
  kind: 'demo' | 'own';
  now?: () => Date;
  threads?: Threads;
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
  const dock = new Dock(join(options.dataFolder, 'dock'), options.threads ?? workerThreads);
  const copies = new CopyRuns(dock);
  const streams = new Set<() => void>();
  const runtime: Runtime = {
    database,
    dock,
    copies,
    now: options.now ?? (() => new Date()),
    projectFolder: options.projectFolder,
    sources: new Map(),
    docking: new Set(),
    streams,
    close: async () => {
      for (const end of streams) end();
      await copies.close();
      await database.close();
      lock.value();
    },
  };
  if (options.kind === 'demo') await seedDemo(runtime);
  return ok(runtime);
}

// Instrumentation and routes are different module instances: the handle lives on globalThis.
const holder = globalThis as typeof globalThis & { jicaraRuntime?: Runtime };

export const setRuntime = (runtime: Runtime): void => {
  holder.jicaraRuntime = runtime;
};

/** The open workshop. Missing means that the server has not been started the usual way, a bug. */
export function getRuntime(): Runtime {
  if (!holder.jicaraRuntime) throw new Error('the workshop is not open');
  return holder.jicaraRuntime;
}
