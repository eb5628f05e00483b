import { routes } from '@/app/api-route';
import { getRuntime, improveWords } from '@/server';

/** A step of a device in better words, as a job found them. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json, by, params }) => {
    const form = await json();
    return form.ok ? improveWords(getRuntime(), params.id!, form.value, { by }) : form;
  },
});
