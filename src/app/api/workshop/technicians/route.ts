import { routes } from '@/app/api-route';
import { addTechnician, getRuntime } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json }) => {
    const form = await json();
    return form.ok ? addTechnician(getRuntime(), form.value) : form;
  },
});
