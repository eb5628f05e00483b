import type { ReadableStream } from 'node:stream/web';
import { routes } from '@/app/api-route';
import { getRuntime, restoreWorkshop } from '@/server';

/** Takes the place of the workshop with the archive in the body; `?name=` is the workshop’s name, typed. */
export const { GET, POST, PUT, PATCH, DELETE } = routes(
  {
    POST: ({ request, url }) =>
      restoreWorkshop(
        getRuntime(),
        url.searchParams.get('name') ?? '',
        request.body as ReadableStream | null,
      ),
  },
  'archive',
);
