import { readFile, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import * as z from 'zod';
import { DeviceProfile } from '@/core/device';
import { BenchItem } from '@/core/image';
import { Part } from '@/core/part';
import { saveBenchItem } from './bench-items';
import type { Sql } from './database';
import { hasOldProfiles, namePower, saveProfile } from './devices';
import { savePart } from './parts';

/** The demo workshop's devices and parts, from the open files that ship with the product. */
export async function loadShippedCatalogue(sql: Sql, demoFolder: string, at: string): Promise<void> {
  const json = async (...path: string[]) =>
    JSON.parse(await readFile(join(demoFolder, ...path), 'utf8')) as unknown;
  for (const name of (await readdir(join(demoFolder, 'devices'))).sort())
    await saveProfile(sql, DeviceProfile.parse(await json('devices', name)), {
      at,
      by: 'Jicara',
      why: 'shipped with Jicara',
    });
  for (const item of z.array(BenchItem).parse(await json('bench-items.json'))) await saveBenchItem(sql, item);
  for (const name of (await readdir(join(demoFolder, 'parts'))).sort())
    for (const part of z.array(Part).parse(await json('parts', name))) await savePart(sql, part);
}

/** A workshop that was filled by an older release gets the shipped devices and parts in today's format. */
export async function renewShipped(sql: Sql, demoFolder: string, at: string): Promise<void> {
  if (!(await hasOldProfiles(sql))) return;
  await loadShippedCatalogue(sql, demoFolder, at);
  // Profiles of one's own stay as they are, but for what they could not say then. Else each start would renew again.
  await namePower(sql);
}
