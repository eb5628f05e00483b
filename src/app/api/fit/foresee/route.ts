import { routes } from '@/app/api-route';
import { getRuntime, partsForesight } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json }) => {
    const form = await json();
    return form.ok ? partsForesight(getRuntime(), form.value) : form;
  },
});
