import { routes } from '@/app/api-route';
import { ok } from '@/core/result';
import { findAnything, getRuntime } from '@/server';

/** Jobs, parts, devices and steps by a few letters. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ url }) =>
    ok(await findAnything(getRuntime().database, (url.searchParams.get('q') ?? '').slice(0, 120))),
});
