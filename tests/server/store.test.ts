import type { Database } from '@/server';
import { memoryDatabase } from './memory-database';
import { migrate, readMigrations } from '@/server/migrate';
import { openWorkshop } from './workshop';

describe('migrations', () => {
  let database: Database;
  beforeAll(async () => {
    database = await memoryDatabase();
  });
  afterAll(() => database.close());

  it('are applied once, in order, and refuse a changed or unknown past', async () => {
    const shipped = await readMigrations('src/server/migrations');
    expect(shipped.map((m) => m.number)).toEqual(shipped.map((_, i) => i + 1));
    expect(await migrate(database, shipped)).toEqual({ ok: true, value: shipped.length });
    expect(await migrate(database, shipped)).toEqual({ ok: true, value: 0 });
    const changed = shipped.map((m, i) => (i === 0 ? { ...m, sha256: 'other' } : m));
    expect(await migrate(database, changed)).toMatchObject({ fault: { code: 'migration-changed' } });
    expect(await migrate(database, shipped.slice(0, 1))).toMatchObject({ fault: { code: 'database-newer' } });
  });

  it('leave nothing behind when one fails', async () => {
    const shipped = await readMigrations('src/server/migrations');
    const broken = {
      number: 99,
      name: '0099_broken.sql',
      body: 'create table half (id int); select nonsense;',
      sha256: 'x',
    };
    await expect(migrate(database, [...shipped, broken])).rejects.toThrow();
    const rows = await database.query("select 1 from information_schema.tables where table_name = 'half'");
    expect(rows).toHaveLength(0);
  });

  it('read int8 as safe numbers and refuse what is not', async () => {
    expect(await database.query('select 9007199254740991::int8 as n')).toEqual([{ n: 9007199254740991 }]);
    await expect(database.query('select 9007199254740993::int8 as n')).rejects.toThrow('safe integer');
  });
});

describe('history', () => {
  it('can be added to and not rewritten', async () => {
    const workshop = await openWorkshop();
    const { database } = workshop.runtime;
    await expect(database.query("update job_history set sentence = 'other'")).rejects.toMatchObject({
      code: '23001',
    });
    await expect(database.query('delete from job_history')).rejects.toMatchObject({ code: '23001' });
    await workshop.close();
  });
});

describe('an own workshop', () => {
  it('is empty at first', async () => {
    const workshop = await openWorkshop('own');
    expect(await workshop.runtime.database.query('select id from device_profile')).toEqual([]);
    await workshop.close();
  });
});
