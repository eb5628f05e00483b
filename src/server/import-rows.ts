import type { Part } from '@/core/part';
import type { Database, Sql } from './database';
import { orReplace } from './part-conflict';
import { type PartRow, partRow } from './parts';

/** Rows written in one statement: at most some 30 ms in which nobody else is answered. */
const rowsAtOnce = 80;

const columns =
  'id, kind, maker, model, form_factor, protocol, label_gb, read_bytes_per_s, price_minor, currency, on_shelf, words, document';

const recordType = `(id text, kind text, maker text, model text, form_factor text, protocol text, label_gb integer,
  read_bytes_per_s bigint, price_minor bigint, currency text, on_shelf integer, words text, document jsonb)`;

/** Lets other requests have their turn. */
export const othersTurn = () => new Promise<void>((resolve) => setImmediate(resolve));

async function stage(sql: Sql, importId: number, rows: PartRow[]): Promise<void> {
  await sql.query(
    `insert into part_staged (import_id, ${columns})
     select $1, ${columns} from jsonb_to_recordset($2::jsonb) as row ${recordType}`,
    [importId, JSON.stringify(rows)],
  );
}

/** Brings in what is staged, some rows at a time; each statement moves its rows or none of them. */
async function bringIn(database: Database, importId: number): Promise<void> {
  for (;;) {
    const moved = await database.query(
      `with moved as (
         delete from part_staged where ctid = any(array(
           select ctid from part_staged where import_id = $1 limit ${rowsAtOnce}))
         returning ${columns}
       ), noted as (
         insert into price (part_id, day, minor, currency, seller, stock)
         select id, coalesce(document ->> 'priceDate', to_char(now(), 'YYYY-MM-DD')), price_minor, currency,
           coalesce(document ->> 'seller', ''), (document ->> 'stockElsewhere')::integer from moved
         on conflict (part_id, day, currency, seller) do update set minor = excluded.minor, stock = excluded.stock
       )
       insert into part (${columns}, changed_at) select ${columns}, now() from moved ${orReplace} returning id`,
      [importId],
    );
    if (moved.length === 0) break;
    await othersTurn();
  }
  await database.query('delete from part_import where id = $1', [importId]);
}

/**
 * Brings parts into the catalogue, all of them or none, without keeping others waiting: first they are staged, then they are
 * declared ready in one write, then they come in. A kill before that write leaves none, one behind it is gone on from when the
 * workshop opens. No id stands in it twice.
 */
export async function importAll(database: Database, parts: Part[]): Promise<void> {
  const [begun] = await database.query<{ id: number }>('insert into part_import default values returning id');
  const { id } = begun!;
  for (let i = 0; i < parts.length; i += rowsAtOnce) {
    await stage(database, id, parts.slice(i, i + rowsAtOnce).map(partRow));
    await othersTurn();
  }
  await database.query('update part_import set ready = true where id = $1', [id]);
  await bringIn(database, id);
}

/** Ends imports that a kill interrupted: those that were ready come in, the others are forgotten. */
export async function finishImports(database: Database): Promise<void> {
  await database.query('delete from part_import where not ready');
  const ready = await database.query<{ id: number }>('select id from part_import order by id');
  for (const { id } of ready) await bringIn(database, id);
}
