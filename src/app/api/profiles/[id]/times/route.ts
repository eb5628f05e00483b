import { routes } from '@/app/api-route';
import { getRuntime, keepTimes } from '@/server';

/** The times that the hands of a job took improve those of the device's procedure. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json, by, params }) => {
    const form = await json();
    return form.ok ? keepTimes(getRuntime(), params.id!, form.value, { by }) : form;
  },
});
