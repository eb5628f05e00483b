import { existsSync } from 'node:fs';
import { rm, statfs } from 'node:fs/promises';
import { PGlite, types } from '@electric-sql/pglite';
import { type Fault, refuse } from '@/core/result';
import { makePrivate, renameDurably, syncTree } from '@/files';
import { DurableNodeFS } from './durable-node-fs';
import { PreparedStatements } from './prepared';

/** What queries need of a database. A PostgreSQL server could stand behind it without touching one of them. */
export interface Sql {
  query<Row>(text: string, parameters?: unknown[]): Promise<Row[]>;
  /** Several statements without parameters, for migrations. */
  execute(text: string): Promise<void>;
}

export interface Database extends Sql {
  /** All or nothing; transactions run one after another. Throws a `DatabaseTrouble` where it cannot work now. */
  transaction<T>(work: (sql: Sql) => Promise<T>): Promise<T>;
  /** Does something while nothing is read or written: its files, as they stand then, are as after a power cut. */
  still<T>(work: () => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** The database cannot work now, for a reason outside of it that a person can mend; it goes on by itself afterwards. */
export class DatabaseTrouble extends Error {
  override readonly name = 'DatabaseTrouble';

  constructor(readonly fault: Fault) {
    super(fault.code);
  }
}

/** The fault of a `DatabaseTrouble`; null for all else. By its name: the server’s start and its routes are different instances. */
export const troubleIn = (error: unknown): Fault | null =>
  error instanceof Error && error.name === 'DatabaseTrouble' ? (error as DatabaseTrouble).fault : null;

/** What a write may need before it is begun: two segments of the write-ahead log (16 MiB each) and what they tell of. */
const roomBytes = 48 * 1024 * 1024;

/** How full the disk is, said to a person. */
export const diskFull = (): Fault =>
  refuse(
    'disk-full',
    'The disk under the data folder is full: nothing was written.',
    'Make room; Jicara goes on by itself. The Dock shows what old drives take.',
  ).fault;

/** Bytes that may still be written below a folder. */
export async function freeBytes(folder: string): Promise<number> {
  const { bavail, bsize } = await statfs(folder);
  return bavail * bsize;
}

/** int8 comes back as a number; what does not fit one safely is a bug to hear about, not to round away. */
function safeInteger(text: string): number {
  const value = Number(text);
  if (!Number.isSafeInteger(value)) throw new Error('an int8 of the database is not a safe integer');
  return value;
}

const parsers = {
  [types.INT8]: safeInteger,
  [types.TIMESTAMPTZ]: (text: string) => new Date(text).toISOString(),
};

/** A transaction of PGlite, as far as it is used here. */
type Open = { exec: (text: string) => Promise<unknown>; readonly closed: boolean };

/** Errors of the database as far as they are looked at: their SQLSTATE code and how severe they are. */
type ServerError = { code?: string; severity?: string };

/** After these the engine answers nothing any more: asked again, it would turn in circles for good. */
const isFatal = (error: unknown) =>
  ['PANIC', 'FATAL'].includes((error as ServerError)?.severity ?? '') ||
  error instanceof WebAssembly.RuntimeError;

/** SQLSTATE 53100 (disk_full), or the operating system's word for it. */
const isDiskFull = (error: unknown) => ['53100', 'ENOSPC'].includes((error as ServerError)?.code ?? '');

const asTrouble = (error: unknown) => (isDiskFull(error) ? new DatabaseTrouble(diskFull()) : error);

/** One run of the embedded database. It may die, for want of room; then every call that waits on it is answered. */
class Engine {
  isDead = false;
  private readonly waiting = new Set<(error: unknown) => void>();
  private readonly prepared: PreparedStatements;

  constructor(private readonly client: PGlite) {
    this.prepared = new PreparedStatements(client);
  }

  /** Does it, or is told that the engine died meanwhile. */
  run<T>(work: (client: PGlite) => Promise<T>): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      this.waiting.add(reject);
      const done = () => this.waiting.delete(reject);
      work(this.client).then(
        (value) => {
          done();
          resolve(value);
        },
        (error: unknown) => {
          done();
          this.heard(error);
          reject(asTrouble(error));
        },
      );
    });
  }

  /** A question by itself: no other and no transaction is under way meanwhile. */
  query<Row>(text: string, parameters?: unknown[]): Promise<Row[]> {
    return this.run((client) =>
      client._runExclusiveTransaction(() => this.prepared.run<Row>(text, parameters, true)),
    );
  }

  /** Several statements by themselves; what was prepared before may be of other tables. */
  execute(text: string): Promise<void> {
    return this.run(async (client) => {
      await client.exec(text);
      await this.forget(client);
    });
  }

  /** All or nothing; where tables were changed and that is taken back, so is what was prepared for them. */
  transaction<T>(work: (sql: Sql) => Promise<T>): Promise<T> {
    return this.run(async (client) => {
      let isOther = false;
      try {
        return (await client.transaction((open) => work(this.sql(open, () => (isOther = true))))) as T;
      } catch (error) {
        if (isOther && !this.isDead) await this.forget(client);
        throw error;
      }
    });
  }

  private forget = (client: PGlite) => client._runExclusiveTransaction(() => this.prepared.forget());

  private sql(open: Open, changed: () => void): Sql {
    const guarded = async <T>(answer: Promise<T>): Promise<T> => {
      try {
        return await answer;
      } catch (error) {
        this.heard(error);
        // A dead engine is asked nothing more, not even to roll back: who waits was told by `heard`.
        return this.isDead ? await new Promise<never>(() => {}) : Promise.reject(error);
      }
    };
    return {
      query: <Row>(text: string, parameters?: unknown[]) => {
        if (open.closed) throw new Error('this transaction is over');
        return guarded(this.prepared.run<Row>(text, parameters));
      },
      execute: async (text) => {
        changed();
        await guarded(open.exec(text));
        await guarded(this.prepared.forget());
      },
    };
  }

  private heard(error: unknown) {
    if (!isFatal(error)) return;
    this.isDead = true;
    for (const reject of this.waiting) reject(asTrouble(error));
    this.waiting.clear();
  }

  async close(): Promise<void> {
    if (!this.isDead) await this.client.close();
  }
}

/** The embedded database with syncs, so that what it acknowledged outlasts a power cut. */
const startDurably = (folder: string): Promise<PGlite> =>
  PGlite.create({
    fs: new DurableNodeFS(folder),
    startParams: [
      ...PGlite.defaultStartParams.filter((parameter) => parameter !== '-F'),
      '-c',
      'wal_sync_method=fsync',
    ],
    parsers,
  });

/** Makes a new database beside its place, synced whole, which then takes its name: a kill leaves none or all of it. */
async function createIn(folder: string): Promise<void> {
  const part = `${folder}.new`;
  await rm(part, { recursive: true, force: true });
  const client = await startDurably(part);
  await client.close();
  await makePrivate(part);
  syncTree(part);
  await renameDurably(part, folder);
}

/** Opens PGlite on a folder, or in memory where none is named (tests): a new one, or as the packed database `memory` leaves it. */
export async function openDatabase(folder?: string, memory?: Blob): Promise<Database> {
  if (folder !== undefined && !existsSync(folder)) await createIn(folder);
  const start = async () => {
    const client = await (folder === undefined
      ? PGlite.create({ parsers, ...(memory && { loadDataDir: memory }) })
      : startDurably(folder));
    if (folder !== undefined) await makePrivate(folder);
    return new Engine(client);
  };
  let engine = await start();
  let starting: Promise<Engine> | null = null;

  /** The engine, started anew where it died; where that fails there is still no room, and the next call tries again. */
  const alive = async (): Promise<Engine> => {
    if (!engine.isDead) return engine;
    if (folder !== undefined && (await freeBytes(folder)) < roomBytes) throw new DatabaseTrouble(diskFull());
    // Several that come at once wait for the same start: two engines on one folder would lose rows.
    starting ??= start().finally(() => (starting = null));
    try {
      return (engine = await starting);
    } catch {
      throw new DatabaseTrouble(diskFull());
    }
  };

  return {
    query: async <Row>(text: string, parameters?: unknown[]) => (await alive()).query<Row>(text, parameters),
    execute: async (text) => (await alive()).execute(text),
    transaction: async <T>(work: (sql: Sql) => Promise<T>) => {
      const running = await alive();
      if (folder !== undefined && (await freeBytes(folder)) < roomBytes)
        throw new DatabaseTrouble(diskFull());
      return running.transaction(work);
    },
    still: async (work) => (await alive()).run((client) => client.runExclusive(work)),
    close: () => engine.close(),
  };
}
