import { createHash } from 'node:crypto';
import { readFile, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ImageFile } from '../../src/copier';
import { sha256Of } from '../../src/core/disk';
import { browserMeasures } from './browser.mjs';
import { report } from './report.mjs';

const hashBytes = 400e6;
const rate = (seconds: number) => `${(hashBytes / 1e6 / seconds).toFixed(0)} MB/s`;

/** Seconds that this code and Node's own take for the same file, once. */
async function hashInNode(path: string): Promise<{ same: number; native: number }> {
  const file = await ImageFile.open(path, 'read');
  const start = performance.now();
  await sha256Of(file);
  const same = (performance.now() - start) / 1000;
  await file.close();
  const bytes = await readFile(path);
  const startNative = performance.now();
  createHash('sha256').update(bytes).digest('hex');
  return { same, native: (performance.now() - startNative) / 1000 };
}

/** Heat and the long list as the page feels them, in headless Chromium on the built application. */
export async function measurePage(): Promise<boolean> {
  const folder = await mkdtemp(join(tmpdir(), 'jicara-hash-'));
  const image = join(folder, 'image.img');
  await writeFile(image, Buffer.alloc(hashBytes, 'ferry'));
  const inNode: { same: number; native: number }[] = [];
  const { firstLoad, heat, listMs, hash } = await browserMeasures(
    image,
    async () => void inNode.push(await hashInNode(image)),
  );
  const node = {
    same: Math.min(...inNode.map(({ same }) => same)),
    native: Math.min(...inNode.map(({ native }) => native)),
  };
  await rm(folder, { recursive: true });
  const ratio = node.same / hash.seconds;
  console.log(
    `       hashing ${hashBytes / 1e6} MB: browser ${rate(hash.seconds)}, the same code in Node ${rate(node.same)}, ${((100 * node.native) / hash.seconds).toFixed(0)} % of Node’s native rate`,
  );
  const kB = (bytes: number) => `${(bytes / 1000).toFixed(0)} kB`;
  const heavy = firstLoad.others.filter(({ bytes }) => bytes >= 150e3);
  return [
    report(
      'script of a job, the most of seven stations',
      kB(firstLoad.job),
      'under 200 kB',
      firstLoad.job < 200e3,
    ),
    report('script of a job, at Fit', kB(firstLoad.fit), 'under 200 kB', firstLoad.fit < 200e3),
    report(
      'screens beside job, Ask and Fit whose script is too large',
      heavy.map(({ path, bytes }) => `${path} ${kB(bytes)}`).join(', ') || 'none',
      'each under 150 kB by Brotli, of which React and Next take 117',
      heavy.length === 0,
    ),
    report('script of Ask, before a question', kB(firstLoad.ask), 'under 180 kB', firstLoad.ask < 180e3),
    report('script of Ask, with its answer', kB(firstLoad.answer), 'under 180 kB', firstLoad.answer < 180e3),
    report('2,000 heat runs in the worker', `${heat.ms.toFixed(0)} ms`, 'under 5,000 ms', heat.ms < 5000),
    report(
      'longest task of the page meanwhile',
      `${heat.longestMs.toFixed(0)} ms`,
      'at most 50 ms',
      heat.longestMs <= 50,
    ),
    report(
      'longest task while 10,000 rows scroll by',
      `${listMs.toFixed(0)} ms`,
      'at most 50 ms',
      listMs <= 50,
    ),
    report(
      'hashing in the browser against the same code in Node',
      `ratio ${ratio.toFixed(2)}`,
      '0.8 or more',
      ratio >= 0.8,
    ),
    report(
      'longest task of the page while it hashes',
      `${hash.longestMs.toFixed(0)} ms`,
      'at most 50 ms',
      hash.longestMs <= 50,
    ),
  ].every(Boolean);
}
