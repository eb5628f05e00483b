import { routes } from '@/app/api-route';
import { getRuntime, rankedView } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json }) => {
    const form = await json();
    return form.ok ? rankedView(getRuntime(), form.value) : form;
  },
});
