import { Settings, type Technician, defaultSettings } from '@/core/workshop';
import type { Sql } from './database';
import { logTrouble } from './log';

export async function readSettings(sql: Sql): Promise<Settings> {
  const rows = await sql.query<{ value: unknown }>("select value from setting where key = 'workshop'");
  const kept = { ...defaultSettings, ...((rows[0]?.value as object | undefined) ?? {}) };
  const parsed = Settings.safeParse(kept);
  if (parsed.success) return parsed.data;
  // One setting that does not read keeps nobody from the others.
  const bad = new Set(parsed.error.issues.map(({ path }) => path[0]));
  logTrouble('unreadable', { what: 'settings', fields: [...bad] });
  return Settings.parse({
    ...kept,
    ...Object.fromEntries(Object.entries(defaultSettings).filter(([name]) => bad.has(name))),
  });
}

export async function saveSettings(sql: Sql, settings: Settings): Promise<void> {
  await sql.query(
    "insert into setting (key, value) values ('workshop', $1) on conflict (key) do update set value = excluded.value",
    [settings],
  );
}

export const allTechnicians = (sql: Sql) =>
  sql.query<Technician>('select initials, name, mains, hours from technician order by initials');

/** Who works at the window that asks: whom it names, where that is a technician here; else whom the workshop names. */
export async function whoWorks(sql: Sql, asked: string | null): Promise<string | null> {
  const known = asked !== null && (await allTechnicians(sql)).some(({ initials }) => initials === asked);
  return known ? asked : (await readSettings(sql)).working;
}

export async function saveTechnician(sql: Sql, technician: Technician): Promise<void> {
  await sql.query(
    `insert into technician (initials, name, mains, hours) values ($1, $2, $3, $4)
     on conflict (initials) do update set name = excluded.name, mains = excluded.mains, hours = excluded.hours`,
    [technician.initials, technician.name, technician.mains, technician.hours],
  );
}
