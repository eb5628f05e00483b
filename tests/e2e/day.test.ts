import type { Browser } from 'playwright-core';
import {
  type App,
  type Seen,
  endApp,
  leaveByEnter,
  newFolder,
  openBrowser,
  openPage,
  removeFolder,
  startApp,
  stepBySpace,
  view,
  visit,
} from './app';
import { SetClock, noSetClock } from './set-clock';

jest.setTimeout(1_500_000);
const heron = 'Q-0413';
let clock: SetClock;
let app: App;
let browser: Browser;
let seen: Seen;

/** Pieces of hands that are drawn: from, to and words. */
async function handsDrawn(): Promise<{ from: string; to: string; words: string }[]> {
  const bars = seen.page.locator('[data-drawn][aria-keyshortcuts]');
  await bars.first().waitFor();
  const names = await bars.evaluateAll((all) => all.map((bar) => bar.getAttribute('aria-label') ?? ''));
  return names.map((name) => {
    const [, from = '', to = '', words = ''] = /^(\d\d:\d\d) to (\d\d:\d\d): (.*)$/u.exec(name) ?? [];
    return { from, to, words };
  });
}

const summary = () => seen.page.locator('header p[role=status]');

(noSetClock ? describe.skip : describe)('a working day by keyboard, on a clock of its own', () => {
  beforeAll(async () => {
    clock = new SetClock('2030-01-07T08:00:00.000Z');
    app = await startApp({ folder: await newFolder(), env: clock.env });
    browser = await openBrowser();
    seen = await openPage(browser, app);
  });
  afterEach(() => expect([seen.foreign, seen.errors]).toEqual([[], []]));
  afterAll(async () => {
    await browser.close();
    await endApp(app);
    await removeFolder(app.folder);
    clock.remove();
  });

  it('in the morning it says what to pick up, and that is one Enter away; nobody is planned into the break', async () => {
    const { page } = seen;
    await visit(page, '/');
    await page.getByRole('heading', { name: 'Monday 7 January' }).waitFor();
    await summary().getByText('all done Mon', { exact: false }).waitFor();
    const go = page.getByRole('button', { name: /^Go to Q-\d+/u });
    const [, id] = /Go to (Q-\d+)/u.exec((await go.textContent()) ?? '') ?? [];
    const drawn = await handsDrawn();
    expect(drawn.length).toBeGreaterThan(8);
    expect(drawn.filter(({ from }) => from >= '12:00' && from < '12:30')).toEqual([]);
    await page.keyboard.press('Enter');
    await page.waitForURL(`**/jobs/${id}/**`);
  });

  it('what is done is gone from the day, and what comes after it stays', async () => {
    const { page } = seen;
    await visit(page, `/jobs/${heron}/open`);
    for (let now = await view(app, heron); ;) {
      const next = now.steps.find(({ id }) => id === now.nextStepId);
      if (next?.station !== 'open') break;
      await page.getByRole('button', { name: 'Done, next step' }).and(page.locator(':enabled')).waitFor();
      now = await stepBySpace(app, heron, page, { before: now });
    }
    await leaveByEnter(app, heron, page);
    await visit(page, '/');
    const own = (await handsDrawn()).map(({ words }) => words).filter((words) => words.includes(heron));
    expect(own.some((words) => words.startsWith('Open,'))).toBe(false);
    expect(own.some((words) => words.startsWith('Swap,'))).toBe(true);
  });

  it('in the break nothing is due before it is over', async () => {
    const { page } = seen;
    clock.set('2030-01-07T12:10:00.000Z');
    await visit(page, '/');
    await page.getByText(/^Next for .*, not yet$/u).waitFor();
    await page.getByText(/· Mon 12:30, about/u).waitFor();
    expect((await handsDrawn()).filter(({ from }) => from < '12:30')).toEqual([]);
  });

  it('in the evening the rest is for tomorrow, and what was promised for today is said to be late', async () => {
    const { page } = seen;
    clock.set('2030-01-07T17:20:00.000Z');
    await visit(page, '/');
    await page.getByRole('heading', { name: 'Monday 7 January' }).waitFor();
    await summary().getByText('all done Tue', { exact: false }).waitFor();
    await page.getByText(/· Tue 08:00, about/u).waitFor();
    expect((await handsDrawn())[0]).toMatchObject({ from: '08:00' });
    await page.getByText('promised Mon', { exact: false }).first().waitFor();
    await page
      .getByText(/^Late by .*, tell the owner$/u)
      .first()
      .waitFor();
  });
});

if (noSetClock)
  it('says why no day is walked here', () => {
    expect(noSetClock).toMatch(/libfaketime/u);
  });
