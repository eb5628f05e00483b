import { routes } from '@/app/api-route';
import { respondWith } from '@/app/respond';
import { exportPrices, getRuntime } from '@/server';

/** Every price that was ever noted, as a list that an import reads again. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async () =>
    respondWith(await exportPrices(getRuntime()), 'text/csv; charset=utf-8', 'jicara-prices.csv'),
});
