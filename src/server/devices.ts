import { DeviceProfile } from '@/core/device';
import type { Sql } from './database';

type Row = { document: unknown };

export async function saveProfile(sql: Sql, profile: DeviceProfile): Promise<void> {
  await sql.query(
    `insert into device_profile (id, maker, name, document, changed_at) values ($1, $2, $3, $4, now())
     on conflict (id) do update set maker = excluded.maker, name = excluded.name, document = excluded.document,
       changed_at = excluded.changed_at`,
    [profile.id, profile.maker, profile.name, profile],
  );
}

export const allProfiles = async (sql: Sql): Promise<DeviceProfile[]> =>
  (await sql.query<Row>('select document from device_profile order by maker, name')).map(({ document }) =>
    DeviceProfile.parse(document),
  );

export async function findProfile(sql: Sql, id: string): Promise<DeviceProfile | null> {
  const [row] = await sql.query<Row>('select document from device_profile where id = $1', [id]);
  return row ? DeviceProfile.parse(row.document) : null;
}

/** The profile that a job began with; the catalogue's where it was taken in before profiles were kept with jobs. */
export async function profileOfJob(sql: Sql, jobId: string): Promise<DeviceProfile | null> {
  const [row] = await sql.query<Row>(
    `select coalesce(job.profile, device.document) as document
     from job join device_profile device on device.id = job.profile_id where job.id = $1`,
    [jobId],
  );
  return row ? DeviceProfile.parse(row.document) : null;
}

export const hasProfiles = async (sql: Sql): Promise<boolean> =>
  (await sql.query('select 1 from device_profile limit 1')).length > 0;

/** True where profiles of an older format are stored: the shipped ones take their place. */
export const hasOldProfiles = async (sql: Sql): Promise<boolean> =>
  (
    await sql.query(
      `select 1 from device_profile
       where document->>'schema' <> 'jicara.device/2' or document->'procedure'->>'power' is null limit 1`,
    )
  ).length > 0;

/** What devices are called, by profile. */
export async function profileNames(sql: Sql): Promise<Map<string, string>> {
  const rows = await sql.query<{ id: string; name: string }>('select id, name from device_profile');
  return new Map(rows.map(({ id, name }) => [id, name]));
}

/** Writes into procedures that do not say what powers the device what they were made for. */
export async function nameCellPower(sql: Sql): Promise<void> {
  await sql.query(
    `update device_profile set document = jsonb_set(document, '{procedure,power}', '"cell"')
     where document->'procedure'->>'power' is null`,
  );
}
