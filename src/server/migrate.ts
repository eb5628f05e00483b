import { createHash } from 'node:crypto';
import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { type Result, ok, refuse } from '@/core/result';
import type { Database } from './database';

export type Migration = { number: number; name: string; body: string; sha256: string };

/** The numbered SQL files of a folder, in order. */
export async function readMigrations(folder: string): Promise<Migration[]> {
  const names = (await readdir(folder)).filter((name) => /^\d{4}_.+\.sql$/u.test(name)).sort();
  return Promise.all(
    names.map(async (name) => {
      const body = await readFile(join(folder, name), 'utf8');
      return {
        number: Number(name.slice(0, 4)),
        name,
        body,
        sha256: createHash('sha256').update(body).digest('hex'),
      };
    }),
  );
}

/**
 * Applies what is new, each in a transaction with its bookkeeping. Those applied must be a prefix of those
 * available, unchanged. Faults: `migration-changed`, `database-newer`.
 */
export async function migrate(database: Database, migrations: Migration[]): Promise<Result<number>> {
  await database.execute(
    'create table if not exists migration (number integer primary key, name text not null, sha256 text not null)',
  );
  const applied = await database.query<{ number: number; name: string; sha256: string }>(
    'select * from migration order by number',
  );
  for (const [i, was] of applied.entries()) {
    const now = migrations[i];
    if (!now) {
      return refuse(
        'database-newer',
        'This workshop was opened by a newer Jicara.',
        'Start the newer version again.',
      );
    }
    if (now.number !== was.number || now.sha256 !== was.sha256) {
      return refuse(
        'migration-changed',
        `Migration ${was.name} was changed after it was applied.`,
        'Bring its file back as it was.',
      );
    }
  }
  for (const { number, name, body, sha256 } of migrations.slice(applied.length)) {
    await database.transaction(async (sql) => {
      await sql.execute(body);
      await sql.query('insert into migration (number, name, sha256) values ($1, $2, $3)', [
        number,
        name,
        sha256,
      ]);
    });
  }
  return ok(migrations.length - applied.length);
}
