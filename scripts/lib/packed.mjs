import { mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import { projectFolder } from './project.mjs';

const built = join(projectFolder, '.next', 'static');
const packedFolder = join(projectFolder, '.next', 'packed');

/** How a browser names what it can unpack (RFC 9110, 8.4.1), the smaller one first, with the ending of the files that are packed so. */
const ways = { br: '.br', gzip: '.gz' };
const pack = {
  br: (bytes) =>
    promisify(brotliCompress)(bytes, {
      params: {
        [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
        [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
      },
    }),
  gzip: (bytes) => promisify(gzip)(bytes, { level: 9 }),
};
const types = { js: 'application/javascript; charset=UTF-8', css: 'text/css; charset=UTF-8' };

function* scriptsBelow(folder, path = '') {
  for (const entry of readdirSync(join(folder, path), { withFileTypes: true })) {
    const inner = path ? `${path}/${entry.name}` : entry.name;
    if (entry.isDirectory()) yield* scriptsBelow(folder, inner);
    else if (/\.(js|css)$/u.test(entry.name)) yield inner;
  }
}

/** Packs the scripts and styles of a build once, as small as they get: nothing is packed while somebody waits for it. */
export async function packScripts() {
  rmSync(packedFolder, { recursive: true, force: true });
  await Promise.all(
    [...scriptsBelow(built)].map(async (path) => {
      const bytes = readFileSync(join(built, path));
      mkdirSync(join(packedFolder, dirname(path)), { recursive: true });
      for (const [way, ending] of Object.entries(ways))
        writeFileSync(join(packedFolder, path + ending), await pack[way](bytes));
    }),
  );
}

/**
 * Answers to requests for scripts and styles of this build, packed as the browser can unpack them; anything else is left to the application. All of them
 * are read once, so that no address leads anywhere else.
 */
export function packedScripts() {
  const known = new Map();
  for (const path of scriptsBelow(built))
    known.set(
      `/_next/static/${path}`,
      Object.fromEntries(
        Object.entries(ways).map(([way, ending]) => [way, readFileSync(join(packedFolder, path + ending))]),
      ),
    );
  return ({ method, url, headers }, response) => {
    const file = method === 'GET' ? known.get(url?.split('?')[0]) : undefined;
    const taken = new Set(
      (headers['accept-encoding'] ?? '').split(',').flatMap((word) => {
        const [name, ...more] = word
          .trim()
          .toLowerCase()
          .split(/\s*;\s*/u);
        return more.some((one) => /^q=0(\.0*)?$/u.test(one)) ? [] : [name];
      }),
    );
    const way = Object.keys(ways).find((one) => taken.has(one));
    if (!file || !way) return false;
    response.writeHead(200, {
      'content-type': types[url.split('?')[0].endsWith('.css') ? 'css' : 'js'],
      'content-encoding': way,
      'content-length': file[way].length,
      // Their names change with what they hold.
      'cache-control': 'public, max-age=31536000, immutable',
      vary: 'Accept-Encoding',
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'cross-origin-resource-policy': 'same-origin',
    });
    response.end(file[way]);
    return true;
  };
}
