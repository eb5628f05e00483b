import { fillWish } from '@/core/disk';
import { stationIds } from '@/core/route/station-ids';
import { type IncomingHttpHeaders, get } from 'node:http';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import type { Browser } from 'playwright-core';
import { type App, type Seen, act, hands, visit, withApp } from './app';
import { lookOver, tooSmallForFingers } from './look-over';

jest.setTimeout(1_500_000);
let app: App;
let seen: Seen;
let browser: Browser;
const [osprey, heron] = ['Q-0412', 'Q-0413'];

withApp((all) => ({ app, seen, browser } = all));

/** What of a screen comes in later; it is what is wide. */
const later: Readonly<Record<string, string>> = Object.freeze({
  '/': 'Pale: runs alone',
  '/jobs/new': 'What will stop this job later',
  '/ask?q=osprey%202280-D2-M%202%20TB%207000': 'It does not fit',
});

const workshopScreens = [
  '/',
  '/jobs/new',
  '/ask?q=osprey%202280-D2-M%202%20TB%207000',
  '/logbook',
  '/learned',
  '/shelf',
  '/parts',
  '/parts/pirrin-seam-2000',
  '/parts/pirrin-seam-2000/edit',
  '/parts/new?kind=pad',
  '/parts/import',
  '/parts/compare?ids=pirrin-seam-2000,pirrin-seam-1000',
  '/devices',
  '/devices/braskit-osprey',
  '/devices/quenlo-atrium',
  '/devices/new',
  '/devices/braskit-wren/map',
  '/devices/braskit-wren/procedure',
  '/dock',
  '/look-inside',
  '/practice',
  '/workshop',
  '/nothing',
];

it.each([
  ['the workshop’s screens', workshopScreens],
  ['a job’s stations', stationIds.map((station) => `/jobs/${osprey}/${station}`)],
  [
    'another job’s, and what stands beside them',
    [
      ...['fit', 'data', 'prove', 'hand-over', 'things', 'cost', 'label', 'lines'].map(
        (at) => `/jobs/${heron}/${at}`,
      ),
      '/jobs/Q-0414/open',
      '/jobs/Q-0415/fit',
      '/jobs/Q-0415/data',
    ],
  ],
])('%s: whole, legible and heard at every size, light and dark', async (_, paths) => {
  const { page } = seen;
  if (paths.some((path) => path.includes(osprey))) {
    await act(app, osprey, { kind: 'lay-out', wish: { ...fillWish, holdBackPercent: 10 } });
    await hands(app, osprey, 'open');
  }
  const found: string[] = [];
  for (const path of paths) {
    if (path === '/nothing') await page.goto(path);
    else await visit(page, path);
    await page.getByRole('main').waitFor();
    if (later[path]) await page.getByText(later[path]).first().waitFor();
    found.push(...(await lookOver(page)).map((words) => `${path} ${words}`));
  }
  expect(found).toEqual([]);
});

it('the look over notices what it is there for', async () => {
  const { page } = seen;
  await visit(page, '/logbook');
  await page.evaluate(() => {
    const main = document.querySelector('main')!;
    main.insertAdjacentHTML(
      'beforeend',
      '<p style="width:2000px">wide</p><p style="font-size:9px">small</p><p style="width:20px;overflow:hidden;white-space:nowrap">cut off here</p><button style="width:9px;height:9px;min-height:0;padding:0;color:#ccc;background:#fff">press me</button><button style="width:30px;height:30px;min-height:0;padding:0">thirty</button>',
    );
  });
  const found = (await lookOver(page)).join('\n');
  for (const words of ['too wide', '9.0 px', 'cut off', 'to press', 'color-contrast'])
    expect(found).toContain(words);
  expect(found).not.toContain('thirty');
  expect((await tooSmallForFingers(page)).join()).toContain('thirty');
});

it('one Tab and Enter pass the navigation, and the menu of a phone leads on', async () => {
  const { page } = seen;
  await visit(page, '/logbook');
  await page.keyboard.press('Tab');
  expect(await page.evaluate(() => document.activeElement?.textContent)).toBe('Skip to the content');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  expect(
    await page.evaluate(() => document.querySelector('#content')!.contains(document.activeElement)),
  ).toBe(true);
  // What led to another screen is gone with the one before: the focus is on the content there, and Tab goes on in it.
  await visit(page, '/logbook');
  await page.getByRole('link', { name: 'What it taught' }).press('Enter');
  await page.waitForURL('**/learned');
  await page.waitForFunction(() => document.activeElement?.id === 'content');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'Menu' }).click();
  await page.getByRole('dialog').getByRole('link', { name: 'Devices' }).click();
  await page.waitForURL('**/devices');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  await page.setViewportSize({ width: 1280, height: 800 });
});

it('what is pressed at a station is as large as a finger, where a finger presses it', async () => {
  const context = await browser.newContext({
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
    isMobile: true,
    baseURL: app.address,
  });
  const page = await context.newPage();
  const found: string[] = [];
  for (const station of stationIds) {
    await visit(page, `/jobs/${osprey}/${station}`);
    found.push(...(await tooSmallForFingers(page)).map((words) => `${station}: ${words}`));
  }
  expect(await page.evaluate(() => matchMedia('(pointer: coarse)').matches)).toBe(true);
  await context.close();
  expect(found).toEqual([]);
});

/** What a browser gets for an address, byte for byte as it is sent. */
const sent = (path: string, encoding: string) =>
  new Promise<{ bytes: Buffer; headers: IncomingHttpHeaders }>((resolve, reject) =>
    get(app.address + path, { headers: { 'accept-encoding': encoding } }, (response) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => resolve({ bytes: Buffer.concat(chunks), headers: response.headers }));
    }).on('error', reject),
  );

/** The scripts that a screen begins with. */
async function firstScripts(path: string): Promise<string[]> {
  const html = await (await fetch(app.address + path)).text();
  const tags = [...html.matchAll(/<script[^>]+src="([^"]+\.js[^"]*)"[^>]*>/gu)];
  return [...new Set(tags.filter(([tag]) => !/nomodule/iu.test(tag)).map(([, source]) => source!))];
}

it('the first script of every screen beside a job, Ask and Fit is sent in less than 150 kB', async () => {
  const sizes = new Map<string, number>();
  const heavy: string[] = [];
  for (const path of workshopScreens.filter((one) => !one.startsWith('/ask'))) {
    const own = await firstScripts(path);
    expect(own.length).toBeGreaterThan(5);
    let bytes = 0;
    for (const source of own) {
      if (!sizes.has(source)) sizes.set(source, (await sent(source, 'gzip, deflate, br')).bytes.length);
      bytes += sizes.get(source)!;
    }
    if (bytes >= 150e3) heavy.push(`${path}: ${bytes}`);
  }
  expect(heavy).toEqual([]);
});

it('scripts are sent packed as the browser can unpack them, and are the same whichever way', async () => {
  const [source] = await firstScripts('/');
  const plain = await sent(source!, 'identity');
  expect(plain.headers['content-encoding']).toBeUndefined();
  for (const [asked, way, unpack] of [
    ['gzip, deflate, br', 'br', brotliDecompressSync],
    ['gzip, deflate', 'gzip', gunzipSync],
    ['br;q=0, gzip', 'gzip', gunzipSync],
  ] as const) {
    const { bytes, headers } = await sent(source!, asked);
    expect([headers['content-encoding'], headers['cache-control']]).toEqual([
      way,
      'public, max-age=31536000, immutable',
    ]);
    expect(bytes.length).toBeLessThan(plain.bytes.length / 2);
    expect(unpack(bytes).equals(plain.bytes)).toBe(true);
  }
  // Nothing but files of the build is answered so.
  const { headers } = await sent('/_next/static/../../package.json.js', 'br');
  expect(headers['content-encoding']).toBeUndefined();
});
