import { routes } from '@/app/api-route';
import { getRuntime, setPracticeFaults } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json }) => {
    const form = await json();
    return form.ok ? setPracticeFaults(getRuntime(), form.value) : form;
  },
});
