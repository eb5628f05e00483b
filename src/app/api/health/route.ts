import { routes } from '@/app/api-route';
import { respondJson } from '@/app/respond';
import { getRuntime } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async () => {
    await getRuntime().database.query('select 1');
    return respondJson({ ok: true });
  },
});
