import type { PartKind } from '@/core/part';
import { type Incoming, type ShelfMove, type Stock, type TakenOf, takenOf } from '@/core/shelf';
import type { Money } from '@/core/units';
import type { Sql } from './database';

/**
 * Writes one line into the book of the shelf, and the count of the part with it: both or neither. Where more is taken than the book knows
 * of, the book was wrong: that is written down first.
 */
export async function move(sql: Sql, line: ShelfMove): Promise<void> {
  const [book] = await sql.query<{ onShelf: number }>(
    'select on_shelf as "onShelf" from part where id = $1',
    [line.partId],
  );
  const short = book ? Math.max(0, -(book.onShelf + line.change)) : 0;
  if (short > 0)
    await write(sql, {
      ...line,
      change: short,
      why: 'counted',
      note: 'More were used than the book knew of.',
    });
  await write(sql, line);
  await sql.query(
    `update part set on_shelf = on_shelf + $2, document = jsonb_set(document, '{onShelf}', to_jsonb(on_shelf + $2)),
       changed_at = now()
     where id = $1 and $2 <> 0`,
    [line.partId, line.change + short],
  );
}

async function write(sql: Sql, line: ShelfMove): Promise<void> {
  const { partId, change, why, jobId, lot, price, note, at, by } = line;
  await sql.query(
    `insert into shelf_move (part_id, change, why, job_id, lot, price, note, at, by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [partId, change, why, jobId, lot, price && JSON.stringify(price), note, at, by],
  );
}

/**
 * Brings the book to what a job has used: its parts when it is handed over, none when that is taken back. Done twice it changes nothing.
 */
export async function settleJob(
  sql: Sql,
  jobId: string,
  used: readonly { partId: string; count: number }[],
  { at, by }: { at: string; by: string | null },
): Promise<void> {
  const known = await sql.query<{ partId: string; change: number }>(
    `select part_id as "partId", sum(change)::integer as change from shelf_move
     where job_id = $1 and why in ('used', 'given-back') group by part_id`,
    [jobId],
  );
  const wanted = new Map(used.map(({ partId, count }) => [partId, -count]));
  for (const partId of new Set([...wanted.keys(), ...known.map((one) => one.partId)])) {
    const stands = known.find((one) => one.partId === partId)?.change ?? 0;
    const change = (wanted.get(partId) ?? 0) - stands;
    if (change === 0) continue;
    const why = change < 0 ? 'used' : 'given-back';
    const of = change < 0 ? await lotTaken(sql, partId) : await lotOfJob(sql, partId, jobId);
    await move(sql, { partId, change, why, jobId, ...of, price: null, at, by });
  }
}

type LotMove = Pick<ShelfMove, 'change' | 'lot' | 'why'>;

/** Of which lot a part is that is taken now, as far as the book tells. */
async function lotTaken(sql: Sql, partId: string): Promise<TakenOf> {
  const [book] = await sql.query<{ onShelf: number }>(
    'select on_shelf as "onShelf" from part where id = $1',
    [partId],
  );
  const moves = await sql.query<LotMove>('select change, lot, why from shelf_move where part_id = $1', [
    partId,
  ]);
  return takenOf(moves, book?.onShelf ?? 0);
}

/** What a job gives back is what it took. */
async function lotOfJob(sql: Sql, partId: string, jobId: string): Promise<TakenOf> {
  const [taken] = await sql.query<TakenOf>(
    `select lot, note from shelf_move where part_id = $1 and job_id = $2 and why = 'used' order by seq desc limit 1`,
    [partId, jobId],
  );
  return taken ?? { lot: null, note: null };
}

type StockRow = Omit<Stock, 'price' | 'kind'> & { kind: PartKind; minor: number; currency: string };

/** A part with what tells it from its like: a drive’s size, a pad’s thickness. */
const nameSql = `maker || ' ' || model || case kind
  when 'drive' then case when label_gb >= 1000 then ' ' || round(label_gb / 1000.0, 2)::float8 || ' TB' else ' ' || label_gb || ' GB' end
  when 'pad' then ' ' || (document->'freeThicknessMm'->>'value') || ' mm' else '' end`;

const stockSql = `select part.id, kind, ${nameSql} as name, on_shelf as "onShelf", document->>'shelfPlace' as place,
    coalesce(minimum, 0) as minimum, document->>'seller' as seller, price_minor::integer as minor, currency
  from part left join shelf_minimum on part_id = part.id`;

const stockOf = ({ minor, currency, ...row }: StockRow): Stock => ({ ...row, price: { minor, currency } });

/** What the book says of these parts. */
export const stocksOf = async (sql: Sql, ids: readonly string[]): Promise<Stock[]> =>
  (await sql.query<StockRow>(`${stockSql} where part.id = any($1)`, [ids])).map(stockOf);

/** All that lies on the shelf, should lie there, or is one of these; parts of the catalogue that never lay here are left out. */
export const wholeShelf = async (sql: Sql, ids: readonly string[]): Promise<Stock[]> =>
  (
    await sql.query<StockRow>(
      `${stockSql} where on_shelf > 0 or coalesce(minimum, 0) > 0 or part.id = any($1)`,
      [ids],
    )
  ).map(stockOf);

/** All that was ordered and has not come, the next first. */
export async function openIncoming(sql: Sql): Promise<Incoming[]> {
  const rows = await sql.query<
    Omit<Incoming, 'orderedAt' | 'price'> & { orderedAt: Date; price: Money | null }
  >(
    `select id, part_id as "partId", count, ordered_at as "orderedAt", expected, seller, price, job_id as "jobId"
     from shelf_incoming where closed_at is null order by expected nulls last, id`,
  );
  return rows.map((row) => ({ ...row, orderedAt: new Date(row.orderedAt).toISOString() }));
}

/** The newest lines of the book. */
export async function newestMoves(sql: Sql, most: number): Promise<ShelfMove[]> {
  const rows = await sql.query<Omit<ShelfMove, 'at'> & { at: Date }>(
    `select part_id as "partId", change, why, job_id as "jobId", lot, price, note, at, by
     from shelf_move order by seq desc limit $1`,
    [most],
  );
  return rows.map((row) => ({ ...row, at: new Date(row.at).toISOString() }));
}
