import { routes } from '@/app/api-route';
import { answerFit, getRuntime } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json }) => {
    const form = await json(1024 * 1024);
    return form.ok ? answerFit(getRuntime(), form.value) : form;
  },
});
