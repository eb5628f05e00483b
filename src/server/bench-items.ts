import * as z from 'zod';
import { BenchItem, ItemUse } from '@/core/image';
import type { Trial } from '@/core/learn';
import type { Sql } from './database';
import { logTrouble } from './log';

export type ItemWithRecord = { item: BenchItem; uses: ItemUse[] };

/** Writes one stick or cable, new or changed. */
export async function saveBenchItem(sql: Sql, item: BenchItem): Promise<void> {
  await sql.query(
    `insert into bench_item (label, kind, document) values ($1, $2, $3)
     on conflict (label) do update set kind = excluded.kind, document = excluded.document`,
    [item.label, item.kind, item],
  );
}

/** The next free label of a kind, such as ST-1104. */
export async function nextItemLabel(sql: Sql, kind: BenchItem['kind']): Promise<string> {
  const mark = kind === 'stick' ? 'ST' : 'CB';
  const [row] = await sql.query<{ last: number }>(
    "select coalesce(max(substring(label from 4)::integer), 1100) as last from bench_item where label like $1 || '-%'",
    [mark],
  );
  return `${mark}-${row!.last + 1}`;
}

/** Sticks and cables that are not binned, with their whole record, by label. */
export async function benchItems(sql: Sql): Promise<ItemWithRecord[]> {
  const items = await sql.query<{ document: unknown }>(
    "select document from bench_item where not (document->>'binned')::boolean order by kind desc, label",
  );
  const uses = await sql.query<{ label: string } & ItemUse>(
    'select label, at, by, job_id as "jobId", worked, what from bench_item_use order by label, seq',
  );
  // A line or an item that cannot be read keeps no other from the bench.
  const Line = ItemUse.extend({ label: z.string() });
  const record = uses.flatMap((use) => Line.safeParse(use).data ?? []);
  return items.flatMap(({ document }) => {
    const item = BenchItem.safeParse(document).data;
    if (!item) {
      logTrouble('unreadable', { what: 'bench item' });
      return [];
    }
    return [
      { item, uses: record.filter(({ label }) => label === item.label).map(({ label, ...use }) => use) },
    ];
  });
}

/** Every use of things of a kind, those that are in the bin by now too: they are what failed most. A hit is a failure. */
export async function itemTrials(sql: Sql, kind: BenchItem['kind']): Promise<Trial[]> {
  const rows = await sql.query<{ key: string; worked: boolean; at: string }>(
    `select label as key, worked, at from bench_item_use join bench_item using (label) where kind = $1`,
    [kind],
  );
  return rows.map(({ key, worked, at }) => ({ key, isHit: !worked, at: new Date(at).toISOString() }));
}

export async function findBenchItem(sql: Sql, label: string): Promise<ItemWithRecord | null> {
  return (await benchItems(sql)).find(({ item }) => item.label === label) ?? null;
}

/** Adds one line to the record of a stick or cable. */
export async function recordUse(sql: Sql, label: string, use: ItemUse): Promise<void> {
  await sql.query(
    `insert into bench_item_use (label, seq, at, by, job_id, worked, what)
     select $1, coalesce(max(seq), 0) + 1, $2, $3, $4, $5, $6 from bench_item_use where label = $1`,
    [label, use.at, use.by, use.jobId, use.worked, use.what],
  );
}
