import { Part } from '@/core/part';
import { type Result, ok, refuse } from '@/core/result';
import { notePrices, priceOfPart } from './prices';
import { deletePart, findParts, savePart } from './parts';
import type { Runtime } from './runtime';
import { formFault } from './take-in-device';

/** Writes one part into the catalogue; one that is added as new must not take the place of another. */
export async function putPart(runtime: Runtime, form: unknown, isNew = false): Promise<Result<Part>> {
  const parsed = Part.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  return runtime.database.transaction(async (sql) => {
    const [known] = isNew ? await findParts(sql, [parsed.data.id]) : [];
    if (known)
      return refuse(
        'exists',
        `${known.maker} ${known.model} is in the catalogue already, as ${known.id}.`,
        'Edit that one, or give this one another model name.',
      );
    await savePart(sql, parsed.data);
    await notePrices(sql, [priceOfPart(parsed.data, runtime.now().toISOString())]);
    return ok(parsed.data);
  });
}

/** Takes a part off the catalogue; not one that a job on the bench has chosen. */
export async function removePart(runtime: Runtime, id: string): Promise<Result<null>> {
  return runtime.database.transaction(async (sql) => {
    const users = await sql.query<{ id: string }>(
      `select id from job where handed_over_at is null and (document #>> '{choice,driveId}' = $1
         or document #>> '{choice,sinkId}' = $1 or document #> '{choice,padIds}' ? $1)`,
      [id],
    );
    if (users[0])
      return refuse('in-use', `Job ${users[0].id} has chosen this part.`, 'Choose another one there first.');
    return (await deletePart(sql, id))
      ? ok(null)
      : refuse('not-found', 'This part is not in the catalogue.', 'Look for it at Parts.');
  });
}
