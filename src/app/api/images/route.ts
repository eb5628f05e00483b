import { routes } from '@/app/api-route';
import { doImageAct, getRuntime } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json, requestId }) => {
    const form = await json();
    return form.ok ? doImageAct(getRuntime(), form.value, requestId) : form;
  },
});
