import { routes } from '@/app/api-route';
import { respondJson } from '@/app/respond';
import { ok, refuse } from '@/core/result';
import { findParts, getRuntime, rawPart, removePart } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params, url }) => {
    if (url.searchParams.has('raw')) {
      const raw = await rawPart(getRuntime().database, params.id!);
      if (raw !== null) return respondJson(raw, `${params.id}-raw.json`);
    }
    const [part] = await findParts(getRuntime().database, [params.id!]);
    return part
      ? ok(part)
      : refuse('not-found', 'This part is not in the catalogue.', 'Look for it at Parts.');
  },
  DELETE: ({ params }) => removePart(getRuntime(), params.id!),
});
