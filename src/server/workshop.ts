import { z } from 'zod';
import { Pace } from '@/dock';
import type { Sql } from './database';

const isTimeZone = (zone: string) => {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
};

export const Settings = z.object({
  workshop: z.string().trim().min(1, 'Name the workshop.').max(120, 'Keep the name under 120 characters.'),
  currency: z.string().regex(/^[A-Z]{3}$/u, 'Use the three letters of the currency, such as EUR.'),
  locale: z.enum(['en-GB', 'en-US', 'de-DE', 'pt-PT', 'fr-FR']),
  timeZone: z
    .string()
    .max(60)
    .refine(isTimeZone, 'This time zone is not known, use one such as Europe/Lisbon.'),
  pace: Pace,
  singleKeys: z.boolean(),
  /** Initials of who is working; null until somebody is picked. */
  working: z.string().max(8).nullable(),
});
export type Settings = z.infer<typeof Settings>;

export const Technician = z.object({
  initials: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[\p{L}\d]{1,4}$/u, 'Initials are one to four letters or digits.'),
  name: z.string().trim().min(1, 'Say the name.').max(80, 'Keep the name under 80 characters.'),
});
export type Technician = z.infer<typeof Technician>;

const defaults: Settings = {
  workshop: 'Workshop',
  currency: 'EUR',
  locale: 'en-GB',
  timeZone: 'UTC',
  pace: 'true',
  singleKeys: true,
  working: null,
};

export async function readSettings(sql: Sql): Promise<Settings> {
  const rows = await sql.query<{ value: unknown }>("select value from setting where key = 'workshop'");
  return Settings.parse({ ...defaults, ...((rows[0]?.value as object | undefined) ?? {}) });
}

export async function saveSettings(sql: Sql, settings: Settings): Promise<void> {
  await sql.query(
    "insert into setting (key, value) values ('workshop', $1) on conflict (key) do update set value = excluded.value",
    [settings],
  );
}

export const allTechnicians = (sql: Sql) =>
  sql.query<Technician>('select initials, name from technician order by initials');

export async function saveTechnician(sql: Sql, technician: Technician): Promise<void> {
  await sql.query(
    'insert into technician (initials, name) values ($1, $2) on conflict (initials) do update set name = excluded.name',
    [technician.initials, technician.name],
  );
}
