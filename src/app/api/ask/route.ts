import { routes } from '@/app/api-route';
import { ok } from '@/core/result';
import { askView, getRuntime } from '@/server';

/** A counter question, understood and ready to be answered: `?q=osprey 2280-D2-M 2 TB 7000`. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ url }) => ok(await askView(getRuntime(), (url.searchParams.get('q') ?? '').slice(0, 200))),
});
