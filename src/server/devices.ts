import { type DeviceProfile, StoredProfile } from '@/core/device';
import type { Sql } from './database';

type Row = { document: unknown };

/** Who changed a profile, when, and why. */
export type ProfileChange = { at: string; by: string; why: string };

/** Writes a profile as its next version. In a transaction of the caller’s. */
export async function saveProfile(sql: Sql, profile: DeviceProfile, change: ProfileChange): Promise<number> {
  const [row] = await sql.query<{ version: number }>(
    `insert into device_profile (id, maker, name, document, changed_at) values ($1, $2, $3, $4, $5)
     on conflict (id) do update set maker = excluded.maker, name = excluded.name, document = excluded.document,
       changed_at = excluded.changed_at, version = device_profile.version + 1
     returning version`,
    [profile.id, profile.maker, profile.name, profile, change.at],
  );
  const version = row?.version ?? 1;
  await sql.query(
    `insert into device_profile_version (profile_id, version, at, by, why, document) values ($1, $2, $3, $4, $5, $6)`,
    [profile.id, version, change.at, change.by, change.why, profile],
  );
  return version;
}

/** The version of a profile that counts now; null where it is not known here. */
export async function versionOf(sql: Sql, id: string): Promise<number | null> {
  const [row] = await sql.query<{ version: number }>('select version from device_profile where id = $1', [
    id,
  ]);
  return row?.version ?? null;
}

export type ProfileVersion = ProfileChange & { version: number };

/** Versions of a profile, the newest first. */
export async function versionsOf(sql: Sql, id: string): Promise<ProfileVersion[]> {
  const rows = await sql.query<{ version: number; at: Date; by: string; why: string }>(
    'select version, at, by, why from device_profile_version where profile_id = $1 order by version desc limit 200',
    [id],
  );
  return rows.map(({ at, ...row }) => ({ ...row, at: new Date(at).toISOString() }));
}

/** A profile as one of its versions had it; null where there is none. */
export async function profileAt(sql: Sql, id: string, version: number): Promise<unknown> {
  const [row] = await sql.query<Row>(
    'select document from device_profile_version where profile_id = $1 and version = $2',
    [id, version],
  );
  return row?.document ?? null;
}

/** A stored profile that today's rules refuse: which one, and what is wrong with it. */
export type UnreadProfile = { id: string; name: string; why: string };

type NamedRow = Row & { id: string; maker: string; name: string };

/** All profiles that can be read, and those that cannot, by name: one bad profile keeps no workshop closed. */
export async function readProfiles(
  sql: Sql,
): Promise<{ profiles: DeviceProfile[]; unread: UnreadProfile[] }> {
  const rows = await sql.query<NamedRow>(
    'select id, maker, name, document from device_profile order by maker, name',
  );
  const profiles: DeviceProfile[] = [];
  const unread: UnreadProfile[] = [];
  for (const { id, maker, name, document } of rows) {
    const read = StoredProfile.safeParse(document);
    if (read.success) profiles.push(read.data);
    else {
      const { path, message } = read.error.issues[0]!;
      const why = message.startsWith('step ') ? message : `${path.join('.')}: ${message}`;
      unread.push({ id, name: `${maker} ${name}`, why });
    }
  }
  return { profiles, unread };
}

export const allProfiles = async (sql: Sql): Promise<DeviceProfile[]> => (await readProfiles(sql)).profiles;

export async function findProfile(sql: Sql, id: string): Promise<DeviceProfile | null> {
  const [row] = await sql.query<Row>('select document from device_profile where id = $1', [id]);
  return StoredProfile.safeParse(row?.document).data ?? null;
}

/** A profile’s document as it is kept, whether it can be read or not; null where there is none. */
export async function rawProfile(sql: Sql, id: string): Promise<unknown> {
  const [row] = await sql.query<Row>('select document from device_profile where id = $1', [id]);
  return row?.document ?? null;
}

export const hasProfiles = async (sql: Sql): Promise<boolean> =>
  (await sql.query('select 1 from device_profile limit 1')).length > 0;

/** True where profiles of an older format are stored: the shipped ones take their place. */
export const hasOldProfiles = async (sql: Sql): Promise<boolean> =>
  (
    await sql.query(
      `select 1 from device_profile
       where document->>'schema' <> 'jicara.device/2' or document->'procedure'->>'power' is null
         or document->'firstPower'->'cables' is null limit 1`,
    )
  ).length > 0;

/** What devices are called, with their makers, by profile. */
export async function profileNames(sql: Sql): Promise<Map<string, string>> {
  const rows = await sql.query<{ id: string; name: string }>('select id, name from device_profile');
  return new Map(rows.map(({ id, name }) => [id, name]));
}

/** Writes into profiles of one's own that do not say what powers the device, and by which cable, what they were made for. */
export async function namePower(sql: Sql): Promise<void> {
  await sql.query(
    `update device_profile set document = jsonb_set(document, '{procedure,power}', '"cell"')
     where document->'procedure'->>'power' is null`,
  );
  await sql.query(
    `update device_profile set document = jsonb_set(document, '{firstPower,cables}',
       case when document->'procedure'->>'power' = 'mains'
         then '[{"words": "mains plug", "fact": "mains.plugged"}]'::jsonb
         else '[{"words": "charger", "fact": "charger.connected"}]'::jsonb end)
     where document->'firstPower'->'cables' is null`,
  );
}
