import { checksumList, getRuntime } from '@/server';

export const dynamic = 'force-dynamic';

/** The checksum list of the images that are here, for `sha256sum --check`. */
export async function GET() {
  return new Response(await checksumList(getRuntime()), {
    headers: {
      'content-type': 'text/plain; charset=utf-8',
      'content-disposition': 'attachment; filename="SHA256SUMS"',
    },
  });
}
