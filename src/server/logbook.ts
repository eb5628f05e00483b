import Papa from 'papaparse';
import { guardCell } from '@/core/exchange';
import { type LogbookLine, type LogbookQuery, linesOnPage, wordsAsked } from '@/core/logbook';
import type { Sql } from './database';

/** What of a text stands for itself in a LIKE pattern. */
const plain = (text: string) => text.replaceAll(/[\\%_]/gu, (mark) => `\\${mark}`);

const orders = {
  newest: 'taken_in_at desc, job.id desc',
  oldest: 'taken_in_at, job.id',
  owner: 'lower(job.owner), taken_in_at desc',
  device: 'job.profile_id, taken_in_at desc',
} as const;

/** The where clause of a question and its values. */
function clauseOf({ q, state, profileId, from, to }: LogbookQuery): { where: string; values: unknown[] } {
  const values: unknown[] = [];
  const given = (value: unknown) => `$${values.push(value)}`;
  const parts = wordsAsked(q).map((word) => {
    const pattern = given(`%${plain(word)}%`);
    return `(job.words like ${pattern} or job.noted like ${pattern})`;
  });
  if (state === 'open') parts.push('job.handed_over_at is null');
  if (state === 'through') parts.push('job.handed_over_at is not null');
  if (profileId) parts.push(`job.profile_id = ${given(profileId)}`);
  if (from) parts.push(`job.taken_in_at >= ${given(from)}::date`);
  if (to) parts.push(`job.taken_in_at < ${given(to)}::date + 1`);
  return { where: parts.length > 0 ? parts.join(' and ') : 'true', values };
}

const columns = `job.id, profile.name as device, job.owner, coalesce(job.document->'takeIn'->>'place', '') as place,
  coalesce(job.document->'takeIn'->>'serial', '') as serial, job.document->'choice'->>'driveId' as "driveId",
  job.taken_in_at as "takenInAt", job.handed_over_at as "handedOverAt"`;

type Row = Omit<LogbookLine, 'who'>;

async function withWho(sql: Sql, rows: Row[]): Promise<LogbookLine[]> {
  if (rows.length === 0) return [];
  const who = await sql.query<{ id: string; who: string[] }>(
    'select job_id as id, array_agg(distinct by order by by) as who from job_history where job_id = any($1) group by job_id',
    [rows.map(({ id }) => id)],
  );
  const by = new Map(who.map((one) => [one.id, one.who]));
  return rows.map((row) => ({ ...row, who: by.get(row.id) ?? [] }));
}

/** One page of the logbook, and how many jobs there are of the kind that was asked for. */
export async function logbook(
  sql: Sql,
  query: LogbookQuery,
): Promise<{ lines: LogbookLine[]; count: number }> {
  const { where, values } = clauseOf(query);
  const [counted] = await sql.query<{ count: number }>(
    `select count(*)::integer as count from job where ${where}`,
    values,
  );
  const rows = await sql.query<Row>(
    `select ${columns} from job left join device_profile profile on profile.id = job.profile_id
     where ${where} order by ${orders[query.sort]} limit ${linesOnPage} offset ${query.page * linesOnPage}`,
    values,
  );
  return { lines: await withWho(sql, rows), count: counted?.count ?? 0 };
}

/** Lines of a file at most. */
const mostLines = 20_000;

/** All lines of a question, for a file. */
export async function logbookLines(sql: Sql, query: LogbookQuery): Promise<LogbookLine[]> {
  const { where, values } = clauseOf(query);
  const rows = await sql.query<Row>(
    `select ${columns} from job left join device_profile profile on profile.id = job.profile_id
     where ${where} order by ${orders[query.sort]} limit ${mostLines}`,
    values,
  );
  return withWho(sql, rows);
}

/** The same as a table: commas, a heading, no cell a formula. */
export const logbookCsv = (lines: LogbookLine[]): string =>
  Papa.unparse({
    fields: ['job', 'device', 'owner', 'place', 'serial', 'drive', 'taken in', 'handed over', 'who'],
    data: lines.map(({ id, device, owner, place, serial, driveId, takenInAt, handedOverAt, who }) =>
      [
        id,
        device ?? '',
        owner,
        place,
        serial,
        driveId ?? '',
        new Date(takenInAt).toISOString(),
        handedOverAt ? new Date(handedOverAt).toISOString() : '',
        who.join(' '),
      ].map(guardCell),
    ),
  });

/** Jobs of a device with this serial number, the newest first: it was here before. */
export async function jobsOfSerial(sql: Sql, serial: string): Promise<LogbookLine[]> {
  const asked = serial.trim().toLowerCase();
  if (asked.length < 3) return [];
  const rows = await sql.query<Row>(
    `select ${columns} from job left join device_profile profile on profile.id = job.profile_id
     where lower(job.document->'takeIn'->>'serial') = $1 and job.document->'takeIn'->>'serial' <> ''
     order by taken_in_at desc limit 5`,
    [asked],
  );
  return withWho(sql, rows);
}

export type Found = { href: string; label: string; hint: string };

/** What is found by a few letters anywhere: jobs, parts, devices and steps of their procedures. */
export async function findAnything(sql: Sql, q: string): Promise<Found[]> {
  const words = wordsAsked(q);
  if (words.length === 0) return [];
  const patterns = words.map((word) => `%${plain(word)}%`);
  const all = (column: string) => words.map((_, i) => `${column} like $${i + 1}`).join(' and ');
  const jobs = await sql.query<{ id: string; device: string | null; owner: string; through: boolean }>(
    `select job.id, profile.name as device, job.owner, job.handed_over_at is not null as through
     from job left join device_profile profile on profile.id = job.profile_id
     where ${all("(job.words || ' ' || job.noted)")} order by taken_in_at desc limit 8`,
    patterns,
  );
  const parts = await sql.query<{ id: string; kind: string; maker: string; model: string }>(
    `select id, kind, maker, model from part
     where ${all("lower(id || ' ' || maker || ' ' || model)")} order by on_shelf desc, id limit 6`,
    patterns,
  );
  const devices = await sql.query<{ id: string; name: string; maker: string }>(
    `select id, name, document->>'maker' as maker from device_profile
     where ${all("lower(id || ' ' || name || ' ' || (document->>'maker') || ' ' || (document->>'family'))")} limit 5`,
    patterns,
  );
  const steps = await sql.query<{ id: string; name: string; title: string }>(
    `select profile.id, profile.name, step->>'title' as title
     from device_profile profile,
       jsonb_array_elements((document->'procedure'->'open') || (document->'procedure'->'swap')) step
     where ${all("lower(step->>'title')")} limit 5`,
    patterns,
  );
  return [
    ...jobs.map(({ id, device, owner, through }) => ({
      href: `/jobs/${id}`,
      label: `${id} ${device ?? ''}`.trim(),
      hint: through ? `${owner}, handed over` : owner,
    })),
    ...parts.map(({ id, kind, maker, model }) => ({
      href: `/parts?kind=${kind}&text=${encodeURIComponent(model)}`,
      label: `${maker} ${model}`,
      hint: `${kind}, ${id}`,
    })),
    ...devices.map(({ id, name, maker }) => ({
      href: `/devices/${id}`,
      label: `${maker} ${name}`,
      hint: 'device',
    })),
    ...steps.map(({ id, name, title }) => ({ href: `/devices/${id}`, label: title, hint: `step, ${name}` })),
  ];
}
