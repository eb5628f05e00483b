import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { ensureBuilt } from '../lib/build.mjs';
import { openBrowser, startDemo } from '../lib/demo-app.mjs';
import { projectFolder } from '../lib/project.mjs';

/** The longest task of the page's main thread since it was last forgotten, ms. */
const watch = (page) =>
  page.evaluate(() => {
    globalThis.longestMs = 0;
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        globalThis.longestMs = Math.max(globalThis.longestMs, entry.duration);
    }).observe({ type: 'longtask' });
  });
const forget = (page) => page.evaluate(() => void (globalThis.longestMs = 0));
const longest = (page) => page.evaluate(() => globalThis.longestMs);
const rounds = 3;

/** 2,000 heat runs of 30 minutes in the worker: seconds until the chart stands, and the page's longest task meanwhile. */
async function heat(browser, address) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/ask?q=osprey%20seam%202%20tb`);
  const chart = page.getByRole('slider', { name: /Heat over 30 minutes/u });
  await chart.waitFor();
  await page.getByRole('checkbox', { name: 'no contact' }).uncheck();
  await chart.waitFor();
  await watch(page);
  const seen = [];
  for (let i = 0; i < rounds; i += 1) {
    const finer = page.getByRole('checkbox', { name: '2,000 runs' });
    await finer.uncheck();
    await chart.waitFor();
    await forget(page);
    const start = performance.now();
    await finer.check();
    await page.getByRole('progressbar').waitFor();
    await chart.waitFor({ timeout: 120_000 });
    seen.push({ ms: performance.now() - start, longestMs: await longest(page) });
  }
  await page.close();
  return {
    ms: Math.min(...seen.map(({ ms }) => ms)),
    longestMs: Math.min(...seen.map(({ longestMs }) => longestMs)),
  };
}

/** The catalogue with 10,000 drives, scrolled from top to bottom: longest task of the page. */
async function list(browser, address) {
  const parts = Array.from({ length: 10_000 }, (_, i) => ({
    schema: 'jicara.drive/2',
    id: `many-${i}`,
    maker: 'Tolvane',
    model: `Many ${i}`,
    price: { minor: 9900, currency: 'EUR' },
    source: 'made for a measurement',
    protocol: 'NVMe',
    formFactor: '2280-S3-M',
    labelGB: 1000,
    sectorBytes: 512,
    linkGeneration: 4,
    lanes: 4,
    readBytesPerS: 5e9,
    writeBytesPerS: 4e9,
    sustainedWriteBytesPerS: 7e8,
  }));
  await fetch(`${address}/api/parts/import`, {
    method: 'POST',
    body: JSON.stringify({ kind: 'drive', format: 'json', text: JSON.stringify(parts), commit: true }),
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/parts`);
  // Looked up once: a search through the tree at each step would be measured too.
  const box = await page.getByLabel('Parts', { exact: true }).elementHandle();
  await watch(page);
  const seen = [];
  for (let i = 0; i < rounds; i += 1) {
    await forget(page);
    for (let at = 0; at <= 1; at += 0.02) {
      await box.evaluate((element, share) => (element.scrollTop = element.scrollHeight * share), at);
      await page.evaluate(() => new Promise((frame) => globalThis.requestAnimationFrame(frame)));
    }
    seen.push(await longest(page));
  }
  await page.close();
  return Math.min(...seen);
}

/** SHA-256 of a file in Look inside: seconds from the press to the digest, the quickest of three, and the page's longest task; `besides` runs in turns with it, so that both meet the same machine. */
async function hash(browser, address, path, besides) {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/look-inside`);
  const seen = [];
  for (let i = 0; i < rounds; i += 1) {
    await page.getByLabel('Image to look into').setInputFiles(path);
    const begin = page.getByRole('button', { name: 'Count it' });
    await begin.waitFor();
    await watch(page);
    const start = performance.now();
    await begin.click();
    await page.getByText('Expected').waitFor({ timeout: 120_000 });
    seen.push({ seconds: (performance.now() - start) / 1000, longestMs: await longest(page) });
    await page.getByRole('button', { name: 'Look into another' }).click();
    await besides();
  }
  await page.close();
  return {
    seconds: Math.min(...seen.map(({ seconds }) => seconds)),
    longestMs: Math.min(...seen.map(({ longestMs }) => longestMs)),
  };
}

/** Bytes of compressed script that a page brings with it: all that its HTML names, each once. */
async function firstLoad(address, path, compressed = gzipSync) {
  const html = await (await fetch(`${address}${path}`)).text();
  // What only browsers without modules load does not count.
  const modern = html.replace(/<script[^>]*noModule[^>]*>/giu, '');
  const named = new Set(modern.match(/static\/chunks\/[\w.~-]+\.js/gu));
  return [...named].reduce(
    (sum, name) => sum + compressed(readFileSync(join(projectFolder, '.next', name))).length,
    0,
  );
}

/** Every screen but those of a job, Ask and Fit, and what it brings by the better way to compress that browsers ask for. */
const otherScreens = [
  '/',
  '/jobs/new',
  '/logbook',
  '/parts',
  '/parts/compare',
  '/parts/new',
  '/parts/import',
  '/shelf',
  '/devices',
  '/devices/new',
  '/devices/braskit-osprey',
  '/devices/braskit-osprey/procedure',
  '/dock',
  '/look-inside',
  '/practice',
  '/workshop',
  '/learned',
];

/** What only a browser can tell; the quietest of three rounds each. */
export async function browserMeasures(imagePath, besides) {
  await ensureBuilt();
  const demo = await startDemo(4798);
  const browser = await openBrowser();
  try {
    return {
      firstLoad: {
        job: Math.max(
          ...(await Promise.all(
            ['take-in', 'data', 'open', 'carry-over', 'swap', 'prove', 'hand-over'].map((station) =>
              firstLoad(demo.address, `/jobs/Q-0412/${station}`),
            ),
          )),
        ),
        fit: await firstLoad(demo.address, '/jobs/Q-0412/fit'),
        ask: await firstLoad(demo.address, '/ask'),
        others: await Promise.all(
          otherScreens.map(async (path) => ({
            path,
            bytes: await firstLoad(demo.address, path, brotliCompressSync),
          })),
        ),
        answer: await firstLoad(demo.address, '/ask?q=wren%202280-S3-M%202%20TB'),
      },
      heat: await heat(browser, demo.address),
      listMs: await list(browser, demo.address),
      hash: await hash(browser, demo.address, imagePath, besides),
    };
  } finally {
    await browser.close();
    await demo.stop();
  }
}
