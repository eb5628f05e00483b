import { routes } from '@/app/api-route';
import { respondWith } from '@/app/respond';
import { checksumList, getRuntime } from '@/server';

/** The checksum list of the images that are here, for `sha256sum --check`. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async () => respondWith(await checksumList(getRuntime()), 'text/plain; charset=utf-8', 'SHA256SUMS'),
});
