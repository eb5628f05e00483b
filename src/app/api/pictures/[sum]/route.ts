import { routes } from '@/app/api-route';
import { refuse } from '@/core/result';
import { findPicture, getRuntime } from '@/server';

/** A photo of a device by its sum: what it holds never changes under it. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async ({ params }) => {
    const jpeg = await findPicture(getRuntime(), params.sum!);
    if (!jpeg)
      return refuse('not-found', 'There is no such photo here.', 'Where a map names it, outlines are drawn.');
    return new Response(new Uint8Array(jpeg), {
      headers: {
        'content-type': 'image/jpeg',
        'cache-control': 'private, max-age=31536000, immutable',
        'cross-origin-resource-policy': 'same-origin',
      },
    });
  },
});
