import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { DeviceProfile } from '@/core/device';
import { DockCase, Drive, Pad } from '@/core/part';
import type { Sql } from './database';

/** Devices and parts: validated documents beside the columns that are searched. */
export async function saveProfile(sql: Sql, profile: DeviceProfile): Promise<void> {
  await sql.query(
    `insert into device_profile (id, maker, name, document) values ($1, $2, $3, $4)
     on conflict (id) do update set maker = excluded.maker, name = excluded.name, document = excluded.document`,
    [profile.id, profile.maker, profile.name, profile],
  );
}

export async function saveDrive(sql: Sql, drive: Drive): Promise<void> {
  await sql.query(
    `insert into drive (id, maker, model, label_gb, price_minor, document) values ($1, $2, $3, $4, $5, $6)
     on conflict (id) do update set maker = excluded.maker, model = excluded.model,
       label_gb = excluded.label_gb, price_minor = excluded.price_minor, document = excluded.document`,
    [drive.id, drive.maker, drive.model, drive.labelGB, drive.price.minor, drive],
  );
}

export async function savePad(sql: Sql, pad: Pad): Promise<void> {
  await sql.query(
    'insert into pad (id, document) values ($1, $2) on conflict (id) do update set document = excluded.document',
    [pad.id, pad],
  );
}

export async function saveCase(sql: Sql, dockCase: DockCase, place: number): Promise<void> {
  await sql.query(
    `insert into dock_case (id, place, document) values ($1, $2, $3)
     on conflict (id) do update set place = excluded.place, document = excluded.document`,
    [dockCase.id, place, dockCase],
  );
}

type Row = { document: unknown };
const parsed = <T>(schema: z.ZodType<T>, rows: Row[]) => rows.map((row) => schema.parse(row.document));

export const allProfiles = async (sql: Sql) =>
  parsed(DeviceProfile, await sql.query<Row>('select document from device_profile order by maker, name'));

export async function findProfile(sql: Sql, id: string): Promise<DeviceProfile | null> {
  const rows = await sql.query<Row>('select document from device_profile where id = $1', [id]);
  return parsed(DeviceProfile, rows)[0] ?? null;
}

export const hasProfiles = async (sql: Sql): Promise<boolean> =>
  (await sql.query('select 1 from device_profile limit 1')).length > 0;

/** The drives of these ids, in no order; ids that are not in the catalogue are left out. */
export const findDrives = async (sql: Sql, ids: string[]) =>
  parsed(Drive, await sql.query<Row>('select document from drive where id = any($1)', [ids]));

export const findPads = async (sql: Sql, ids: string[]) =>
  parsed(Pad, await sql.query<Row>('select document from pad where id = any($1)', [ids]));

export const allDrives = async (sql: Sql) =>
  parsed(Drive, await sql.query<Row>('select document from drive order by maker, model, label_gb'));

export const allPads = async (sql: Sql) =>
  parsed(
    Pad,
    await sql.query<Row>(
      "select document from pad order by document->>'model' desc, (document->'freeThicknessMm'->>'value')::numeric",
    ),
  );

export const allCases = async (sql: Sql) =>
  parsed(DockCase, await sql.query<Row>('select document from dock_case order by place'));

/** The demo workshop's devices and parts, from the open files that ship with the product. */
export async function loadShippedCatalogue(sql: Sql, demoFolder: string): Promise<void> {
  const json = async (...path: string[]) =>
    JSON.parse(await readFile(join(demoFolder, ...path), 'utf8')) as unknown;
  for (const name of (await readdir(join(demoFolder, 'devices'))).sort()) {
    await saveProfile(sql, DeviceProfile.parse(await json('devices', name)));
  }
  for (const drive of z.array(Drive).parse(await json('parts', 'drives.json'))) await saveDrive(sql, drive);
  for (const pad of z.array(Pad).parse(await json('parts', 'pads.json'))) await savePad(sql, pad);
  const cases = z.array(DockCase).parse(await json('parts', 'cases.json'));
  for (const [place, dockCase] of cases.entries()) await saveCase(sql, dockCase, place);
}
