import { routes } from '@/app/api-route';
import { changeSettings, getRuntime } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json }) => {
    const form = await json();
    return form.ok ? changeSettings(getRuntime(), form.value) : form;
  },
});
