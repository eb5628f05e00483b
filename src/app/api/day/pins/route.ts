import { routes } from '@/app/api-route';
import { ok } from '@/core/result';
import { allPins, getRuntime, pinTask } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async () => ok(await allPins(getRuntime().database)),
  POST: async ({ json, by, requestId }) => {
    const form = await json();
    return form.ok ? pinTask(getRuntime(), form.value, { by, requestId }) : form;
  },
});
