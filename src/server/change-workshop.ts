import { join } from 'node:path';
import { type Result, ok, refuse } from '@/core/result';
import { Settings, Technician } from '@/core/workshop';
import { loadShippedCatalogue } from './shipped';
import type { Runtime } from './runtime';
import { formFault } from './take-in-device';
import { noteName } from './workshop-name';
import { allTechnicians, readSettings, saveSettings, saveTechnician } from './workshop';

/** Changes some of the workshop's settings; who is working must be one of its technicians. */
export async function changeSettings(runtime: Runtime, form: unknown): Promise<Result<Settings>> {
  const parsed = Settings.partial().safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const changed = await runtime.database.transaction(async (sql): Promise<Result<Settings>> => {
    const settings = { ...(await readSettings(sql)), ...parsed.data };
    const known = await allTechnicians(sql);
    if (settings.working !== null && !known.some(({ initials }) => initials === settings.working)) {
      return refuse('not-found', 'Nobody here has these initials.', 'Add the technician first.');
    }
    await saveSettings(sql, settings);
    return ok(settings);
  });
  if (changed.ok) await noteName(runtime.dataFolder, changed.value.workshop);
  return changed;
}

/** Adds a technician, or changes the name behind the initials; the first one is picked as working. */
export async function addTechnician(runtime: Runtime, form: unknown): Promise<Result<Technician>> {
  const parsed = Technician.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  return runtime.database.transaction(async (sql) => {
    await saveTechnician(sql, parsed.data);
    const settings = await readSettings(sql);
    if (settings.working === null) await saveSettings(sql, { ...settings, working: parsed.data.initials });
    return ok(parsed.data);
  });
}

/** Brings the demo's devices and parts into the user's own workshop; what is there under the same id is renewed. */
export async function bringInCatalogue(runtime: Runtime): Promise<Result<null>> {
  await runtime.database.transaction((sql) =>
    loadShippedCatalogue(sql, join(runtime.projectFolder, 'demo'), runtime.now().toISOString()),
  );
  return ok(null);
}
