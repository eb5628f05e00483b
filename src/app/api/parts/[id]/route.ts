import { routes } from '@/app/api-route';
import { ok, refuse } from '@/core/result';
import { findParts, getRuntime, removePart } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params }) => {
    const [part] = await findParts(getRuntime().database, [params.id!]);
    return part
      ? ok(part)
      : refuse('not-found', 'This part is not in the catalogue.', 'Look for it at Parts.');
  },
  DELETE: ({ params }) => removePart(getRuntime(), params.id!),
});
