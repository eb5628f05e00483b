import { routes } from '@/app/api-route';
import { getRuntime, keepRecording } from '@/server';

/** The way in that a job recorded becomes the device's procedure, once it is proved. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json, by, params }) => {
    const form = await json();
    return form.ok ? keepRecording(getRuntime(), params.id!, form.value, { by }) : form;
  },
});
