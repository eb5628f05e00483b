import { routes } from '@/app/api-route';
import { mostFileBytes } from '@/app/read-body';
import { getRuntime, importPrices } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json }) => {
    const form = await json(mostFileBytes);
    return form.ok ? importPrices(getRuntime(), form.value) : form;
  },
});
