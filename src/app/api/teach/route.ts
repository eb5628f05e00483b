import { routes } from '@/app/api-route';
import { getRuntime, sketchProfile } from '@/server';

/** A new kind of device, by its first eight answers or as a copy of one that is known. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json, by }) => {
    const form = await json();
    return form.ok ? sketchProfile(getRuntime(), form.value, { by }) : form;
  },
});
