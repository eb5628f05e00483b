import { routes } from '@/app/api-route';
import { getRuntime, takeInDevice } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json, by, requestId }) => {
    const form = await json();
    return form.ok ? takeInDevice(getRuntime(), form.value, by, requestId) : form;
  },
});
