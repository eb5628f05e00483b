import fc from 'fast-check';
import type { Database } from '@/server';
import { memoryDatabase } from './memory-database';

let database: Database;
beforeAll(async () => {
  database = await memoryDatabase();
});
afterAll(() => database.close());

describe('statements that are kept ready', () => {
  it('answer each time for the values that they are given, whatever the kind', async () => {
    const text = `select $1::int as n, $2::text as t, $3::jsonb as j, $4::text[] as list, $5::bool as b,
      $6::timestamptz as at, $7::numeric::text as exact`;
    await fc.assert(
      fc.asyncProperty(
        fc.option(fc.integer({ min: -(2 ** 31), max: 2 ** 31 - 1 })),
        fc.option(fc.string({ unit: 'grapheme' }).map((one) => one.replaceAll('\0', ''))),
        fc.option(fc.record({ a: fc.integer(), b: fc.array(fc.boolean()) })),
        fc.option(fc.array(fc.string({ unit: fc.constantFrom('a', '"', '\\', ',', '{', '}', ' ', 'é') }))),
        fc.option(fc.boolean()),
        async (n, t, j, list, b) => {
          const at = '2026-11-24T08:00:00.000Z';
          expect(await database.query(text, [n, t, j, list, b, at, 1.25])).toEqual([
            { n, t, j, list, b, at, exact: '1.25' },
          ]);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('see what was changed in between, and whose tables were changed too', async () => {
    await database.execute('create table thing (id int primary key, name text)');
    const all = 'select * from thing order by id';
    expect(await database.query(all)).toEqual([]);
    await database.query('insert into thing values ($1, $2)', [1, 'one']);
    expect(await database.query(all)).toEqual([{ id: 1, name: 'one' }]);
    await database.execute('alter table thing add column more int default 7');
    expect(await database.query(all)).toEqual([{ id: 1, name: 'one', more: 7 }]);
    await database.transaction(async (sql) => {
      expect(await sql.query(all)).toHaveLength(1);
      await sql.execute('alter table thing drop column more; alter table thing alter name type varchar(20)');
      expect(await sql.query(all)).toEqual([{ id: 1, name: 'one' }]);
    });
    // A change that is taken back with its transaction is not seen behind it.
    await expect(
      database.transaction(async (sql) => {
        await sql.execute('alter table thing add column gone int');
        expect(await sql.query(all)).toEqual([{ id: 1, name: 'one', gone: null }]);
        throw new Error('taken back');
      }),
    ).rejects.toThrow('taken back');
    expect(await database.query(all)).toEqual([{ id: 1, name: 'one' }]);
  });

  it('whose table was changed behind their back are prepared anew', async () => {
    const all = 'select * from thing';
    await database.query(all);
    await database.query('alter table thing add column late int');
    expect(await database.query(all)).toEqual([{ id: 1, name: 'one', late: null }]);
  });

  it('that fail leave the next ones alone, by themselves and in a transaction', async () => {
    const insert = 'insert into thing (id, name) values ($1, $2)';
    await expect(database.query(insert, [1, 'again'])).rejects.toMatchObject({ code: '23505' });
    await expect(database.query('select nonsense')).rejects.toMatchObject({ code: '42703' });
    await expect(database.query(insert, ['no number', 'x'])).rejects.toMatchObject({ code: '22P02' });
    await database.query(insert, [2, 'two']);
    await expect(
      database.transaction(async (sql) => {
        await sql.query(insert, [3, 'three']);
        await sql.query(insert, [2, 'again']);
      }),
    ).rejects.toMatchObject({ code: '23505' });
    expect(await database.query('select id from thing order by id')).toEqual([{ id: 1 }, { id: 2 }]);
  });

  it('wait for a transaction that is under way, and are not heard once theirs is over', async () => {
    const order: string[] = [];
    let kept: { query: (text: string) => Promise<unknown> } | null = null;
    let second: Promise<unknown> = Promise.resolve();
    await database.transaction(async (sql) => {
      kept = sql;
      second = database.query('select 1').then(() => order.push('query'));
      for (let i = 0; i < 5; i += 1) await sql.query('select 1');
      order.push('transaction');
    });
    await second;
    expect(order).toEqual(['transaction', 'query']);
    await expect((async () => kept!.query('select 1'))()).rejects.toThrow('over');
  });

  it('are not kept without end', async () => {
    const left = async () =>
      (await database.query<{ n: number }>('select count(*)::int as n from pg_prepared_statements'))[0]!.n;
    for (let i = 0; i < 450; i += 1) expect(await database.query(`select ${i} as n`)).toEqual([{ n: i }]);
    expect(await left()).toBeLessThanOrEqual(400);
    expect(await database.query('select 0 as n')).toEqual([{ n: 0 }]);
  });
});
