import { routes } from '@/app/api-route';
import { ok } from '@/core/result';
import { PartQuery, formFault, getRuntime, putPart, searchParts } from '@/server';

/** A page of the catalogue: words, filters, order; see the OpenAPI document. With `?new` a part must not take another’s place. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ url }) => {
    const query = PartQuery.safeParse(Object.fromEntries(url.searchParams));
    return query.success ? ok(await searchParts(getRuntime().database, query.data)) : formFault(query.error);
  },
  POST: async ({ json, url }) => {
    const form = await json();
    return form.ok ? putPart(getRuntime(), form.value, url.searchParams.has('new')) : form;
  },
});
