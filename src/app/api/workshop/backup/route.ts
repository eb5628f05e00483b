import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { routes } from '@/app/api-route';
import { backupToSend, getRuntime } from '@/server';

/** A backup of the whole workshop, made now, as one archive. */
export const { GET, POST, PUT, PATCH, DELETE } = routes({
  GET: async () => {
    const { path, name, done } = await backupToSend(getRuntime());
    const { size } = await stat(path);
    const file = createReadStream(path);
    file.on('close', () => void done());
    return new Response(Readable.toWeb(file) as ReadableStream, {
      headers: {
        'content-type': 'application/zip',
        'content-length': String(size),
        'content-disposition': `attachment; filename="${name}"`,
        'cache-control': 'no-store',
        'cross-origin-resource-policy': 'same-origin',
      },
    });
  },
});
