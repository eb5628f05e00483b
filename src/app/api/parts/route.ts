import { readJson, respond } from '@/app/respond';
import { ok, refuse } from '@/core/result';
import { PartQuery, getRuntime, putPart, searchParts } from '@/server';

/** A page of the catalogue: words, filters, order; see the OpenAPI document. */
export async function GET(request: Request) {
  const query = PartQuery.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!query.success)
    return respond(
      refuse(
        'form',
        `${query.error.issues[0]?.path.join('.')}: ${query.error.issues[0]?.message}`,
        'See /api/openapi.',
      ),
    );
  return respond(ok(await searchParts(getRuntime().database, query.data)));
}

/** Writes a part; with `?new` it must not take the place of one that is there. */
export async function POST(request: Request) {
  const form = await readJson(request);
  const isNew = new URL(request.url).searchParams.has('new');
  return respond(form.ok ? await putPart(getRuntime(), form.value, isNew) : form);
}
