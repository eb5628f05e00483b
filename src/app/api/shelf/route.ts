import { routes } from '@/app/api-route';
import { respondWith } from '@/app/respond';
import { ok } from '@/core/result';
import { doShelfAct, getRuntime, orderCsv, shelfView } from '@/server';

/** The shelf, or with `?as=csv` its list to order; and what is done with it. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ url }) => {
    const runtime = getRuntime();
    return url.searchParams.get('as') === 'csv'
      ? respondWith(await orderCsv(runtime), 'text/csv; charset=utf-8', 'to-order.csv')
      : ok(await shelfView(runtime));
  },
  POST: async ({ json, by, requestId }) => {
    const form = await json();
    return form.ok ? doShelfAct(getRuntime(), form.value, { by, requestId }) : form;
  },
});
