import { routes } from '@/app/api-route';
import { getRuntime, keepPractice } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json, by, requestId }) => {
    const form = await json();
    return form.ok ? keepPractice(getRuntime(), form.value, by, requestId) : form;
  },
});
