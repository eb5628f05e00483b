import { routes } from '@/app/api-route';
import { ok } from '@/core/result';
import { dockView, getRuntime } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async () => ok(await dockView(getRuntime())),
});
