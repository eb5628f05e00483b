import { routes } from '@/app/api-route';
import { mostProfileFileBytes } from '@/core/device/picture-limits';
import { ok } from '@/core/result';
import { allProfiles, getRuntime, lookAtProfile, putProfile } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async () => ok(await allProfiles(getRuntime().database)),
  /** `?version=` is the one that was looked at: who was second is told. With `?look` it is read and proved, and not kept. */
  POST: async ({ json, by, url }) => {
    const form = await json(mostProfileFileBytes);
    if (form.ok && url.searchParams.has('look')) return lookAtProfile(form.value);
    const version = url.searchParams.get('version') ?? '';
    const seenVersion = /^\d{1,9}$/u.test(version) ? Number(version) : null;
    return form.ok
      ? putProfile(getRuntime(), form.value, {
          by,
          seenVersion,
          ...(seenVersion === null ? {} : { why: 'edited' }),
        })
      : form;
  },
});
