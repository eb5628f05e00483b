import sharp from 'sharp';
import type { Browser, Route } from 'playwright-core';
import {
  type App,
  type Seen,
  type View,
  act,
  answerPace,
  openPage,
  until,
  view,
  visit,
  withApp,
} from './app';

jest.setTimeout(1_500_000);
let app: App;
let browser: Browser;
let seen: Seen;

withApp((all) => ({ app, browser, seen } = all));

const id = 'Q-0413';
const heading = (name: string) => ({ name });

it('two windows at one job: each sees the other’s acts as they happen, and a press meant for the act before is told', async () => {
  const { page } = seen;
  await answerPace(app, id);
  const other = await openPage(browser, app);
  await visit(page, `/jobs/${id}/open`);
  await visit(other.page, `/jobs/${id}/open`);
  await other.page.getByRole('heading', heading('Open the back cover like a book')).waitFor();
  await page.getByRole('heading', heading('Open the back cover like a book')).waitFor();
  await page.keyboard.press('Space');
  await other.page.getByRole('heading', heading('Unlatch the ribbon of the back cover')).waitFor();
  // Pressed at that moment, it was meant for the cover.
  await other.page.keyboard.press('Space');
  await other.page.getByRole('alert').getByText('Somebody else did an act at this moment').waitFor();
  expect((await view(app, id)).nextStepId).toBe('ribbon');
  await other.page.getByRole('button', { name: 'Understood' }).click();
  await other.page.getByText('In another window:').waitFor();
  // Each window has its own hands: who was picked at one of them stands behind its acts alone.
  const before = await page.getByLabel('Working').inputValue();
  const someoneElse = await other.page
    .getByLabel('Working')
    .locator('option')
    .evaluateAll(
      (options, not) => options.map((one) => (one as HTMLOptionElement).value).find((v) => v !== not),
      before,
    );
  await page.getByLabel('Working').selectOption(before);
  await other.page.getByLabel('Working').selectOption(someoneElse!);
  await other.page.keyboard.press('n');
  await other.page.getByRole('textbox', { name: 'Note' }).fill('seen from the other side');
  await other.page.getByRole('button', { name: 'Keep the note' }).click();
  const lastBy = async () => (await view(app, id)).history.at(-1) as unknown as { by: string };
  await until(lastBy, ({ by }) => by === someoneElse);
  await page.keyboard.press('n');
  await page.getByRole('textbox', { name: 'Note' }).fill('and from this one');
  await page.getByRole('button', { name: 'Keep the note' }).click();
  await until(lastBy, ({ by }) => by === before);
  await other.context.close();
});

it('without a connection an act is kept, sent again, and done once', async () => {
  const { page } = seen;
  const isRibbon = ({ sentence }: { sentence: string }) =>
    sentence === 'Unlatch the ribbon of the back cover';
  const earlier = (await view(app, id)).history.filter(isRibbon).length;
  await visit(page, `/jobs/${id}/open`);
  await page.getByRole('heading', heading('Unlatch the ribbon of the back cover')).waitFor();
  // The act arrives and its answer is lost: the worst moment to lose a connection.
  let lost = 0;
  await page.route('**/acts', async (route) => {
    if (lost > 2) return route.continue();
    lost += 1;
    await route.fetch().catch(() => null);
    await route.abort();
  });
  await page.keyboard.press('Space');
  await page.getByRole('alert').getByText('your act is kept and not noted yet').waitFor();
  // Nothing else is taken meanwhile.
  await page.keyboard.press('Space');
  await page.getByRole('heading', heading('Touch grounded metal')).waitFor();
  await page.getByText('your act is kept and not noted yet').waitFor({ state: 'detached' });
  const { history, nextStepId } = await view(app, id);
  expect(nextStepId).toBe('ground');
  expect(history.filter(isRibbon)).toHaveLength(earlier + 1);
  await page.unroute('**/acts');
});

it('an act that is no handwork is refused plainly, and a connection that is gone is said', async () => {
  const { page } = seen;
  const gone = (route: Route) => route.abort();
  await page.route('**/acts', gone);
  await visit(page, '/jobs/Q-0412/fit');
  await page.getByRole('radio', { name: 'Ostrel Marl 2000 GB' }).check();
  await page.getByRole('button', { name: 'Choose Marl' }).click();
  await page.getByRole('alert').getByText('whether it was noted is not known', { exact: false }).waitFor();
  expect((await view(app, 'Q-0412')).history.some(({ kind }) => kind === 'choose')).toBe(false);
  await page.unroute('**/acts', gone);
  await page.route('**/events', gone);
  await visit(page, `/jobs/${id}/open`);
  await page.getByText('No connection to Jicara').waitFor();
  await page.unroute('**/events', gone);
  await page.getByText('No connection to Jicara').waitFor({ state: 'detached' });
});

const photo = () =>
  sharp({ create: { width: 1200, height: 900, channels: 3, background: '#8a6a48' } })
    .jpeg()
    .toBuffer();

it('a photo is kept with its step, shown again on the way back, and taken away when asked twice', async () => {
  const { page } = seen;
  await visit(page, `/jobs/${id}/open`);
  await page.getByRole('heading', heading('Touch grounded metal')).waitFor();
  expect(await act(app, id, { kind: 'step-back' })).toBe('ok');
  await page.getByRole('heading', heading('Unlatch the ribbon of the back cover')).waitFor();
  await page.keyboard.press('n');
  const dialog = page.getByRole('dialog', { name: 'Note, photo or spoken' });
  const input = dialog.getByLabel('Photo from a file');
  const wrongFile = {
    name: 'x.jpg',
    mimeType: 'image/jpeg',
    buffer: Buffer.from('<script>alert(1)</script>'),
  };
  await input.setInputFiles(wrongFile);
  await dialog.getByRole('button', { name: 'Keep the photo' }).click();
  await page.getByRole('alert').getByText('This is not a picture').waitFor();
  await page.getByRole('button', { name: 'Understood' }).click();
  await page.keyboard.press('n');
  // Too large is said before anything is sent.
  await input.setInputFiles({ name: 'large.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(50_000_000) });
  await dialog.getByRole('alert').getByText('48 MiB', { exact: false }).waitFor();
  expect(await dialog.getByRole('button', { name: 'Keep the photo' }).isDisabled()).toBe(true);
  await input.setInputFiles({
    name: '../../../etc/<img onerror=alert(1)>‮gpj.exe',
    mimeType: 'image/jpeg',
    buffer: await photo(),
  });
  await dialog.getByLabel('Note').fill('how the ribbon lies');
  await dialog.getByLabel(/Show it at this step/u).check();
  await dialog.getByRole('button', { name: 'Keep the photo' }).click();
  await dialog.waitFor({ state: 'detached' });
  const shown = page.getByRole('img', { name: 'how the ribbon lies' });
  await shown.waitFor();
  await until(
    () => shown.evaluate((image: HTMLImageElement) => image.naturalWidth),
    (width) => width === 1200,
  );
  await shown.click();
  await page.getByRole('button', { name: 'Take it away' }).click();
  await page.getByRole('button', { name: 'Yes, the picture is gone then' }).click();
  await shown.waitFor({ state: 'detached' });
  expect((await view(app, id)).history.at(-1)!.sentence).toMatch(/^Photo P-\d+ taken away/u);
});

it('a backup is taken away and brought back from the screen, by typing the workshop’s name', async () => {
  const { page } = seen;
  const notes = async () =>
    // For a moment there is no workshop to ask.
    ((await view(app, id)) as View | undefined)?.history
      .filter(({ kind }) => kind === 'note')
      .map(({ sentence }) => sentence) ?? [];
  await act(app, id, { kind: 'note', text: 'before the backup' });
  await visit(page, '/workshop');
  const taken = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Download a backup now' }).click();
  const file = await (await taken).path();
  await act(app, id, { kind: 'note', text: 'after it' });
  const input = page.getByLabel('Choose the file of a backup');
  const name = page.getByLabel(/^Type “/u);
  const bring = page.getByRole('button', { name: 'Bring it back' });
  await input.setInputFiles({
    name: 'notes.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from('no archive'),
  });
  expect(await bring.isDisabled()).toBe(true);
  await name.fill('another workshop');
  expect(await bring.isDisabled()).toBe(true);
  const workshop = /“(.+)”/u.exec(
    (await page
      .getByText(/^Type “/u)
      .first()
      .textContent()) ?? '',
  )![1]!;
  await name.fill(workshop);
  await bring.click();
  // What is no backup is told, and nothing is lost.
  await page.getByRole('alert').first().waitFor();
  expect(await notes()).toEqual(expect.arrayContaining(['before the backup', 'after it']));
  await input.setInputFiles(file);
  await bring.click();
  await until(notes, (all) => all.includes('before the backup') && !all.includes('after it'));
  await page.getByRole('heading', { name: 'Backup' }).waitFor();
  await visit(page, `/jobs/${id}/open`);
  expect(await act(app, id, { kind: 'note', text: 'and it goes on' })).toBe('ok');
});
