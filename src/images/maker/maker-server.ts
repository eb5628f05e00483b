import { type Server, type ServerResponse, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import send from 'send';

export type MakerServer = { url: string; close: () => Promise<void> };

/**
 * The stand-in of a maker’s image server, on this machine alone: a folder with an index, a checksum list and the images, which
 * can be fetched in part. `ready` makes the folder; `isOffline` is asked for each request, and while it says so nobody gets an answer.
 */
export async function startMakerServer(
  folder: string,
  ready: () => Promise<void>,
  isOffline: () => Promise<boolean>,
): Promise<MakerServer> {
  const server: Server = createServer((request, response) => {
    void answer(response, async () => {
      if (await isOffline()) return response.destroy();
      await ready();
      const path = new URL(request.url ?? '/', 'http://maker').pathname;
      send(request, path, { root: folder, dotfiles: 'deny', index: false })
        .on('error', () => {
          response.statusCode = 404;
          response.end();
        })
        .on('directory', () => {
          response.statusCode = 404;
          response.end();
        })
        .pipe(response);
    });
  });
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(0, '127.0.0.1', resolve);
  });
  const { port } = server.address() as AddressInfo;
  return {
    url: `http://127.0.0.1:${port}`,
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}

async function answer(response: ServerResponse, work: () => Promise<unknown>) {
  try {
    await work();
  } catch {
    response.statusCode = 500;
    response.end();
  }
}
