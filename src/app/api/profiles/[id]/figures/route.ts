import { routes } from '@/app/api-route';
import { enterProfileFigure, getRuntime } from '@/server';

/** One figure of a device, measured or from a paper; `?version=` is the one that was looked at. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  POST: async ({ json, by, params, url }) => {
    const form = await json();
    const version = url.searchParams.get('version') ?? '';
    const seenVersion = /^\d{1,9}$/u.test(version) ? Number(version) : null;
    return form.ok ? enterProfileFigure(getRuntime(), params.id!, form.value, { by, seenVersion }) : form;
  },
});
