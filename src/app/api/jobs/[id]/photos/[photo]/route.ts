import { routes } from '@/app/api-route';
import { refuse } from '@/core/result';
import { getRuntime, jobView, photoFile, removePhoto } from '@/server';

export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params, request }) => {
    const file = await photoFile(getRuntime(), params.id!, params.photo!);
    if (!file) return refuse('not-found', 'There is no such photo.', 'Look at the job again.');
    // A photo never changes under its id, but may be taken away: a browser asks each time whether it is still there.
    const headers = {
      'content-type': file.media,
      'cache-control': 'private, no-cache',
      'cross-origin-resource-policy': 'same-origin',
      etag: `"${params.photo}"`,
    };
    return request.headers.get('if-none-match') === headers.etag
      ? new Response(null, { status: 304, headers })
      : new Response(new Uint8Array(file.bytes), { headers });
  },
  DELETE: async ({ params, by }) => {
    const removed = await removePhoto(getRuntime(), params.id!, params.photo!, by);
    return removed.ok ? jobView(getRuntime(), params.id!) : removed;
  },
});
