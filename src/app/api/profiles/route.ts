import { routes } from '@/app/api-route';
import { ok } from '@/core/result';
import { allProfiles, getRuntime, putProfile } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async () => ok(await allProfiles(getRuntime().database)),
  POST: async ({ json }) => {
    const form = await json(1024 * 1024);
    return form.ok ? putProfile(getRuntime(), form.value) : form;
  },
});
