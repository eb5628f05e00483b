import { fillWish } from '@/core/disk';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser } from 'playwright-core';
import {
  type App,
  act,
  call,
  endApp,
  hands,
  openBrowser,
  openPage,
  removeFolder,
  startApp,
  until,
  view,
  visit,
} from './app';
import { compareDrives } from './independent-reading';

jest.setTimeout(1_500_000);
let app: App;
let browser: Browser;
const id = 'Q-0412';

beforeAll(async () => {
  app = await startApp();
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await endApp(app);
  await removeFolder(app.folder);
});

it('is killed in the middle of a copy, says so, goes on with one key, and ends identical', async () => {
  expect(
    await act(app, id, { kind: 'choose', driveId: 'ostrel-marl-2000', padIds: ['lindrel-soft-250'] }),
  ).toBe('ok');
  expect(await act(app, id, { kind: 'lay-out', wish: fillWish })).toBe('ok');
  await hands(app, id, 'open');
  expect(await act(app, id, { kind: 'dock', caseId: 'tarn-2' })).toBe('ok');
  const dock = (await view(app, id)).job.dock!;
  expect(await act(app, id, { kind: 'arm', label: dock.new.benchLabel })).toBe('ok');
  expect(await act(app, id, { kind: 'copy' })).toBe('ok');

  const first = await openPage(browser, app);
  await visit(first.page, `/jobs/${id}/carry-over`);
  await first.page.getByText('Copying now').waitFor();
  const running = (
    await until(
      () => view(app, id),
      (v) => (v.copy.progress?.verifiedBlocks ?? 0) >= 48,
    )
  ).copy;
  expect(running.kind).toBe('running');
  // A reload in the middle: it goes on, and the page finds it again.
  await first.page.reload();
  await first.page.getByText('Copying now').waitFor();
  const later = await until(
    () => view(app, id),
    (v) => (v.copy.progress?.verifiedBlocks ?? 0) >= 80,
  );
  expect(later.copy.kind).toBe('running');

  await endApp(app, 'SIGKILL');
  await first.page.getByText('No news of the copy').waitFor();
  // The lock still names the process that is gone.
  expect(readdirSync(app.folder).filter((name) => name.startsWith('lock.json'))).toHaveLength(1);
  const { folder, port } = app;
  app = await startApp({ folder, port });
  // The page that stayed open finds the server again by itself, and what has become of the copy.
  await first.page.getByText('The copy was interrupted').waitFor();
  await first.page.getByText('No news of the copy').waitFor({ state: 'detached' });
  await first.context.close();

  const after = await view(app, id);
  expect(after.copy.kind).toBe('interrupted');
  expect(after.copy.verifiedBlocks).toBeGreaterThanOrEqual(80);
  expect(after.facts['copy.verified']?.value).not.toBe(true);
  const swap = after.steps.find((a) => a.station === 'swap')!;
  expect(await act(app, id, { kind: 'step', stepId: swap.id })).toBe('hold-copy-unverified');

  await call(app, '/api/workshop', { pace: 'free' });
  const { page, foreign, errors } = await openPage(browser, app);
  await visit(page, `/jobs/${id}/carry-over`);
  await page.getByText('The copy was interrupted').waitFor();
  await page.getByRole('button', { name: 'Go on with the copy' }).and(page.locator(':enabled')).waitFor();
  await page.keyboard.press('Enter');
  await page.getByText('Read back and matched', { exact: true }).waitFor({ timeout: 400_000 });
  expect((await view(app, id)).facts['copy.verified']?.value).toBe(true);

  const image = (label: string) => join(folder, 'dock', 'drives', label, 'image.img');
  const compared = compareDrives(image(dock.old.benchLabel), image(dock.new.benchLabel));
  expect(compared).toMatchObject({ parts: 3, differences: 0 });
  expect(compared.filledBytes).toBeGreaterThanOrEqual(300e6);
  const [, [before, grown]] = compared.grownSectors as [number[], [number, number]];
  expect(grown).toBeGreaterThan(3.8 * before);
  expect([foreign, errors]).toEqual([[], []]);
});
