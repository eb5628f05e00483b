import type { DryRun } from '@/core/practice';
import type { Sql } from './database';

/** Keeps that somebody ran a version through in Practice. */
export async function keepDryRun(sql: Sql, profileId: string, { at, ...run }: DryRun): Promise<void> {
  await sql.query(
    'insert into dry_run (profile_id, version, initials, at, steps, missed) values ($1, $2, $3, $4, $5, $6)',
    [profileId, run.version, run.by, at, run.steps, run.missed],
  );
}

type Row = DryRun & { profileId: string };

/** The last run of each version, by device; of one device where it is named. */
export async function dryRuns(sql: Sql, profileId: string | null = null): Promise<Record<string, DryRun[]>> {
  const rows = await sql.query<Row>(
    `select distinct on (profile_id, version) profile_id as "profileId", version, initials as by, at, steps, missed
     from dry_run where $1::text is null or profile_id = $1 order by profile_id, version desc, at desc`,
    [profileId],
  );
  const all: Record<string, DryRun[]> = {};
  for (const { profileId: id, at, ...run } of rows)
    (all[id] ??= []).push({ ...run, at: new Date(at).toISOString() });
  return all;
}

/** The version of each device that counts now. */
export async function versionsNow(sql: Sql): Promise<Record<string, number>> {
  const rows = await sql.query<{ id: string; version: number }>('select id, version from device_profile');
  return Object.fromEntries(rows.map(({ id, version }) => [id, version]));
}
