import * as z from 'zod';
import { KeptPart, type Part, PartKind, type PartOf, keptPartSchemas, kindOf } from '@/core/part';
import type { Sql } from './database';
import { orReplace } from './part-conflict';

type Row = { document: unknown };

const drivesOnly = (part: Part) =>
  part.schema === 'jicara.drive/2'
    ? {
        formFactor: part.formFactor,
        protocol: part.protocol,
        labelGB: part.labelGB,
        read: part.readBytesPerS,
      }
    : { formFactor: '', protocol: '', labelGB: 0, read: 0 };

/** What a search looks through: maker, model, form factor, protocol, size and id, in small letters. */
function wordsOf(part: Part): string {
  const { formFactor, protocol, labelGB } = drivesOnly(part);
  const size = labelGB >= 1000 ? `${labelGB / 1000}tb ${labelGB}` : `${labelGB}gb`;
  const thickness = part.schema === 'jicara.pad/2' ? `${part.freeThicknessMm.value.toFixed(1)} mm` : '';
  return [kindOf(part), part.maker, part.model, formFactor, protocol, labelGB ? size : '', thickness, part.id]
    .join(' ')
    .toLowerCase();
}

/** A part as the catalogue’s table holds it: the columns that are searched and sorted, and the document. */
export type PartRow = ReturnType<typeof partRow>;

export function partRow(part: Part) {
  const { formFactor, protocol, labelGB, read } = drivesOnly(part);
  return {
    id: part.id,
    kind: kindOf(part),
    maker: part.maker,
    model: part.model,
    form_factor: formFactor,
    protocol,
    label_gb: labelGB,
    read_bytes_per_s: read,
    price_minor: part.price.minor,
    currency: part.price.currency,
    on_shelf: part.onShelf,
    words: wordsOf(part),
    document: part,
  };
}

/** Writes one part, new or changed. */
export async function savePart(sql: Sql, part: Part): Promise<void> {
  await sql.query(
    `insert into part (id, kind, maker, model, form_factor, protocol, label_gb, read_bytes_per_s, price_minor,
       currency, on_shelf, words, document, changed_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, now()) ${orReplace}`,
    Object.values(partRow(part)),
  );
}

/** Which of these ids are in the catalogue. */
export const knownIds = async (sql: Sql, ids: string[]): Promise<string[]> =>
  (await sql.query<{ id: string }>('select id from part where id = any($1)', [ids])).map(({ id }) => id);

export async function deletePart(sql: Sql, id: string): Promise<boolean> {
  return (await sql.query('delete from part where id = $1 returning id', [id])).length === 1;
}

/** All parts of one kind that can be read, by maker, model and size; Parts names those that cannot. */
export async function partsOfKind<K extends PartKind>(sql: Sql, kind: K): Promise<PartOf[K][]> {
  const rows = await sql.query<Row>(
    `select document from part where kind = $1
     order by maker, model desc, label_gb, (document->'freeThicknessMm'->>'value')::numeric nulls first, id`,
    [kind],
  );
  const schema = keptPartSchemas[kind] as unknown as z.ZodType<PartOf[K]>;
  return rows.flatMap(({ document }) => schema.safeParse(document).data ?? []);
}

/** The next parts of a kind by id, with the id to go on from; null where there are no more. What cannot be read is left out. */
export async function partsAfter<K extends PartKind>(
  sql: Sql,
  kind: K,
  after: string,
  limit: number,
): Promise<{ parts: PartOf[K][]; last: string | null }> {
  const rows = await sql.query<Row & { id: string }>(
    'select id, document from part where kind = $1 and id > $2 order by id limit $3',
    [kind, after, limit],
  );
  const schema = keptPartSchemas[kind] as unknown as z.ZodType<PartOf[K]>;
  const parts = rows.flatMap(({ document }) => schema.safeParse(document).data ?? []);
  return { parts, last: rows.length < limit ? null : (rows.at(-1)?.id ?? null) };
}

/** The parts of these ids, of any kind, in no order; what is not in the catalogue is left out. */
export const findParts = async (sql: Sql, ids: string[]): Promise<Part[]> =>
  ids.length === 0
    ? []
    : (await sql.query<Row>('select document from part where id = any($1)', [ids])).flatMap(
        ({ document }) => KeptPart.safeParse(document).data ?? [],
      );

/** A part’s document as it is kept, whether it can be read or not; null where there is none. */
export async function rawPart(sql: Sql, id: string): Promise<unknown> {
  const [row] = await sql.query<Row>('select document from part where id = $1', [id]);
  return row?.document ?? null;
}

/** When the catalogue last changed and how many parts it holds: what was kept in memory is good while this stays. */
export async function catalogueMark(sql: Sql): Promise<string> {
  const [row] = await sql.query<{ mark: string }>(
    "select count(*) || ' ' || coalesce(max(changed_at)::text, '') as mark from part",
  );
  return row!.mark;
}

const sorts = {
  name: 'maker, model, label_gb, id',
  size: 'label_gb, maker, model, id',
  price: 'price_minor, maker, model, id',
  'price-per-gb': 'price_minor / nullif(label_gb, 0) nulls last, maker, model, id',
  read: 'read_bytes_per_s desc, maker, model, id',
  shelf: 'on_shelf desc, maker, model, id',
} as const;
export const PartSort = z.enum(Object.keys(sorts) as [keyof typeof sorts, ...(keyof typeof sorts)[]]);

export const PartQuery = z.object({
  kind: PartKind.default('drive'),
  text: z.string().max(120).default(''),
  protocol: z.string().max(10).default(''),
  formFactor: z.string().max(20).default(''),
  fromGB: z.coerce.number().int().min(0).max(1_000_000).default(0),
  onShelf: z.stringbool().default(false),
  sort: PartSort.default('name'),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(200).default(100),
});
export type PartQuery = z.infer<typeof PartQuery>;

/** A part that today’s rules cannot read: it can be exported, and keeps no other from being found. */
export type UnreadPart = { id: string; why: string };

export type PartPage = {
  total: number;
  offset: number;
  parts: Part[];
  unread: UnreadPart[];
  counts: Record<PartKind, number>;
};

const escapeLike = (text: string) => text.replace(/[\\%_]/gu, (mark) => `\\${mark}`);

/** A page of the catalogue: every word must occur, filters hold, sorted and counted by the database. */
export async function searchParts(sql: Sql, query: PartQuery): Promise<PartPage> {
  // "2 TB" is one word: its number alone would be found in every size code.
  const text = query.text.toLowerCase().replace(/(\d)\s+([gt]b)\b/gu, '$1$2');
  const words = text.split(/\s+/u).filter(Boolean).slice(0, 8);
  const values: unknown[] = [
    query.kind,
    query.protocol,
    `${escapeLike(query.formFactor)}%`,
    query.fromGB,
    query.onShelf,
  ];
  const tests = words.map((word) => {
    values.push(`%${escapeLike(word)}%`);
    return `words like $${values.length}`;
  });
  const where = [
    'kind = $1',
    "($2 = '' or protocol = $2)",
    'form_factor like $3',
    'label_gb >= $4',
    '(not $5 or on_shelf > 0)',
    ...tests,
  ].join(' and ');
  const rows = await sql.query<Row & { id: string }>(
    `select id, document from part where ${where} order by ${sorts[query.sort]} limit ${query.limit} offset ${query.offset}`,
    values,
  );
  const [count] = await sql.query<{ total: number }>(
    `select count(*)::int as total from part where ${where}`,
    values,
  );
  const counts = await sql.query<{ kind: PartKind; count: number }>(
    'select kind, count(*)::int as count from part group by kind',
  );
  return {
    total: count!.total,
    offset: query.offset,
    parts: rows.flatMap(({ document }) => KeptPart.safeParse(document).data ?? []),
    unread: rows.flatMap(({ id, document }) => {
      const parsed = KeptPart.safeParse(document);
      const [issue] = parsed.error?.issues ?? [];
      return issue ? [{ id, why: `${issue.path.join('.')}: ${issue.message}` }] : [];
    }),
    counts: {
      ...{ drive: 0, heatsink: 0, pad: 0, adapter: 0, case: 0 },
      ...Object.fromEntries(counts.map(({ kind, count: n }) => [kind, n])),
    },
  };
}
