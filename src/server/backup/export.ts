import { type FileHandle, open } from 'node:fs/promises';
import { join } from 'node:path';
import { fileMode, makeFolder } from '@/files';
import type { Sql } from '../database';

/** Rows that are read in one go. */
const page = 200;

type Export = {
  file: string;
  query: string;
  key: (row: Record<string, unknown>) => unknown[];
  lines: boolean;
};

/** What goes out in open formats: jobs and history as JSON lines, parts and profiles as their own JSON. */
const exports: Export[] = [
  {
    file: 'jobs.jsonl',
    lines: true,
    query: `select id as key, jsonb_build_object('id', id, 'version', version, 'takenInAt', taken_in_at,
      'profile', profile_sha256, 'document', document) as document from job where id > $1 order by id limit ${page}`,
    key: ({ key }) => [key],
  },
  {
    file: 'history.jsonl',
    lines: true,
    query: `select job_id as key, seq as key2, jsonb_build_object('job', job_id, 'seq', seq, 'at', at, 'by', by, 'kind', kind,
      'sentence', sentence, 'changes', changes, 'stepId', step_id) as document
      from job_history where (job_id, seq) > ($1, $2) order by job_id, seq limit ${page}`,
    key: ({ key, key2 }) => [key, key2],
  },
  {
    file: 'parts.json',
    lines: false,
    query: `select id as key, document from part where id > $1 order by id limit ${page}`,
    key: ({ key }) => [key],
  },
  {
    file: 'profiles.json',
    lines: false,
    query: `select id as key, document from device_profile where id > $1 order by id limit 20`,
    key: ({ key }) => [key],
  },
  {
    file: 'kept-profiles.jsonl',
    lines: true,
    query: `select sha256 as key, jsonb_build_object('sha256', sha256, 'document', document) as document
      from kept_profile where sha256 > $1 order by sha256 limit 20`,
    key: ({ key }) => [key],
  },
  {
    file: 'bench-items.json',
    lines: false,
    query: `select label as key, document from bench_item where label > $1 order by label limit ${page}`,
    key: ({ key }) => [key],
  },
];

async function writeRows(sql: Sql, file: FileHandle, { query, key, lines }: Export): Promise<void> {
  let after: unknown[] = query.includes('$2') ? ['', 0] : [''];
  let isFirst = true;
  for (;;) {
    const rows = await sql.query<Record<string, unknown>>(query, after);
    for (const row of rows) {
      const text = JSON.stringify(row.document);
      await file.write(lines ? `${text}\n` : `${isFirst ? '[\n' : ',\n'}${text}`);
      isFirst = false;
    }
    const last = rows.at(-1);
    if (!last) break;
    after = key(last);
  }
  if (!lines) await file.write(isFirst ? '[]\n' : '\n]\n');
}

/** Writes the export into a folder, a page at a time, so that others have their turn. */
export async function exportOpen(sql: Sql, folder: string): Promise<void> {
  await makeFolder(folder);
  for (const one of exports) {
    const file = await open(
      /*turbopackIgnore: true*/ join(/*turbopackIgnore: true*/ folder, one.file),
      'w',
      fileMode,
    );
    try {
      await writeRows(sql, file, one);
    } finally {
      await file.close();
    }
  }
}
