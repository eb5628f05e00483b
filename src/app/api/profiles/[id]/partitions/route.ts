import { routes } from '@/app/api-route';
import { getRuntime, takePartitions } from '@/server';

/** What was seen on a drive that was looked into becomes what the device is delivered with. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json, by, params }) => {
    const form = await json();
    return form.ok ? takePartitions(getRuntime(), params.id!, form.value, { by }) : form;
  },
});
