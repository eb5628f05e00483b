import { routes } from '@/app/api-route';
import { ok } from '@/core/result';
import { getRuntime, jobsOfSerial } from '@/server';

/** Earlier jobs of a device by its serial number. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ url }) =>
    ok(await jobsOfSerial(getRuntime().database, (url.searchParams.get('serial') ?? '').slice(0, 60))),
});
