import Papa from 'papaparse';
import * as z from 'zod';
import { guardCell } from '@/core/exchange';
import { type PriceFault, PriceSeen, type Priced, latestPrice, priceOfRow } from '@/core/price';
import type { Part } from '@/core/part';
import { type Result, ok, refuse } from '@/core/result';
import { minorDigits } from '@/core/units';
import { csvRows } from './csv-rows';
import type { Sql } from './database';
import type { ImportPreview } from './exchange-parts';
import { othersTurn } from './import-rows';
import { findParts, savePart } from './parts';
import type { Runtime } from './runtime';
import { formFault } from './take-in-device';
import { readSettings } from './workshop';

const mostRows = 20_000;
const mostFaults = 200;
const rowsAtOnce = 200;

type Row = {
  part_id: string;
  day: string;
  minor: number | string;
  currency: string;
  seller: string;
  stock: number | null;
};

const priceOf = ({ part_id, day, minor, currency, seller, stock }: Row): PriceSeen => ({
  partId: part_id,
  day,
  price: { minor: Number(minor), currency },
  seller,
  stock,
});

const columns = 'part_id, day, minor, currency, seller, stock';

/** Notes prices that were seen; one of the same part, day, currency and seller takes the earlier one’s place. */
export async function notePrices(sql: Sql, prices: PriceSeen[]): Promise<void> {
  if (prices.length === 0) return;
  const rows = prices.map(({ partId, day, price, seller, stock }) => ({
    part_id: partId,
    day,
    ...price,
    seller,
    stock,
  }));
  await sql.query(
    `insert into price (${columns})
     select ${columns} from jsonb_to_recordset($1::jsonb)
       as row (part_id text, day text, minor bigint, currency text, seller text, stock integer)
     on conflict (part_id, day, currency, seller) do update set minor = excluded.minor, stock = excluded.stock`,
    [JSON.stringify(rows)],
  );
}

/** All prices of a part that were ever noted, the newest first. */
export const pricesOf = async (sql: Sql, partId: string): Promise<PriceSeen[]> =>
  (
    await sql.query<Row>(
      `select ${columns} from price where part_id = $1 order by day desc, minor, seller limit 1000`,
      [partId],
    )
  ).map(priceOf);

/** All prices that were ever noted of these parts, by part. */
export async function pricesOfParts(sql: Sql, partIds: string[]): Promise<Map<string, PriceSeen[]>> {
  const rows = await sql.query<Row>(`select ${columns} from price where part_id = any($1)`, [partIds]);
  const seen = new Map<string, PriceSeen[]>();
  for (const price of rows.map(priceOf)) {
    const known = seen.get(price.partId);
    if (known) known.push(price);
    else seen.set(price.partId, [price]);
  }
  return seen;
}

/** A price as a part states it, on its day or on this one. */
export const priceOfPart = (part: Part, today: string): PriceSeen => ({
  partId: part.id,
  day: part.priceDate ?? today.slice(0, 10),
  price: part.price,
  seller: part.seller ?? '',
  stock: part.stockElsewhere ?? null,
});

const Wish = z.object({ text: z.string(), commit: z.boolean().default(false) });

async function pricedParts(sql: Sql): Promise<Priced[]> {
  const rows = await sql.query<{ id: string; kind: string; maker: string; model: string; label_gb: number }>(
    'select id, kind, maker, model, label_gb from part',
  );
  return rows.map(({ id, kind, maker, model, label_gb }) => ({
    id,
    maker,
    model,
    labelGB: kind === 'drive' ? label_gb : null,
  }));
}

/** A part with a newer price than it had; null where what it has is as new. */
function renewed(part: Part, seen: PriceSeen[], currency: string): Part | null {
  const latest = latestPrice(seen, currency);
  // A price without a day is as old as the paper it stands in.
  const since = part.priceDate ?? part.sourceDate;
  if (!latest || (since !== undefined && latest.day < since)) return null;
  return {
    ...part,
    price: latest.price,
    priceDate: latest.day,
    seller: latest.seller || undefined,
    stockElsewhere: latest.stock ?? undefined,
  };
}

/**
 * Reads a price list, CSV, and says line by line what is wrong; with `commit` and no fault anywhere all of it is noted, and parts of which
 * it knows a newer price take it on, in one transaction, or nothing.
 */
export async function importPrices(runtime: Runtime, form: unknown): Promise<Result<ImportPreview>> {
  const parsed = Wish.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { text, commit } = parsed.data;
  const table = csvRows(text, mostRows);
  if (!table.ok) return table;
  const { columns: named, rows, broken } = table.value;
  if (!named.includes('price') || !(named.includes('id') || named.includes('model')))
    return refuse(
      'no-table',
      'The first line does not name a price list’s columns.',
      'Such as: id;price;currency;seller;date;stock, or maker;model;GB;price.',
    );
  if (rows.length === 0) return refuse('empty', 'There is no line in this file.', 'Choose another file.');
  const { currency } = await readSettings(runtime.database);
  const known = { parts: await pricedParts(runtime.database), currency, today: runtime.now().toISOString() };
  const prices: PriceSeen[] = [];
  const faults: PriceFault[] = broken.map(({ line, message }) => ({
    row: line,
    column: 'the whole line',
    fault: message,
    fix: 'Check quotes and separators in this line.',
  }));
  for (const [i, { row, line }] of rows.entries()) {
    const read = priceOfRow(row, line, known);
    if ('price' in read) prices.push(read.price);
    else faults.push(...read.faults);
    if (i % rowsAtOnce === 0) await othersTurn();
  }
  const ids = [...new Set(prices.map(({ partId }) => partId))];
  const parts = await findParts(runtime.database, ids);
  const newer = parts.flatMap(
    (part) =>
      renewed(
        part,
        prices.filter(({ partId }) => partId === part.id),
        part.price.currency,
      ) ?? [],
  );
  const imported = commit && faults.length === 0;
  if (imported)
    await runtime.database.transaction(async (sql) => {
      for (let i = 0; i < prices.length; i += rowsAtOnce)
        await notePrices(sql, prices.slice(i, i + rowsAtOnce));
      for (const part of newer) await savePart(sql, part);
    });
  return ok({
    lines: rows.length,
    good: prices.length,
    faults: faults.sort((a, b) => a.row - b.row).slice(0, mostFaults),
    moreFaults: Math.max(0, faults.length - mostFaults),
    newIds: prices.length,
    changedIds: newer.length,
    sample: newer.slice(0, 5),
    imported,
  });
}

/** Every price that was ever noted, as a list that an import reads again. */
export async function exportPrices(runtime: Runtime): Promise<string> {
  const rows = await runtime.database.query<Row>(
    `select ${columns} from price order by part_id, day, seller`,
  );
  return Papa.unparse({
    fields: ['id', 'price', 'currency', 'seller', 'date', 'stock'],
    data: rows.map(priceOf).map(({ partId, price, seller, day, stock }) => {
      const digits = minorDigits(price.currency);
      return [
        partId,
        (price.minor / 10 ** digits).toFixed(digits),
        price.currency,
        guardCell(seller),
        day,
        stock ?? '',
      ];
    }),
  });
}
