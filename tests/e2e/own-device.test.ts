import sharp from 'sharp';
import { type Browser } from 'playwright-core';
import {
  type App,
  type Seen,
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
import { choose, tabTo, type } from './keyboard';
import { walk } from './walk';

jest.setTimeout(1_500_000);
let app: App;
let browser: Browser;
let seen: Seen;

beforeAll(async () => {
  app = await startApp({ script: 'start' });
  browser = await openBrowser();
  seen = await openPage(browser, app);
});
afterAll(async () => {
  await browser.close();
  await endApp(app);
  await removeFolder(app.folder);
  expect([seen.foreign, seen.errors]).toEqual([[], []]);
});

/** The answers that are given to teach a device, by keyboard alone. */
async function teach(): Promise<number> {
  const { page } = seen;
  let answers = 0;
  const answer = async (given: Promise<void>) => {
    answers += 1;
    await given;
  };
  await visit(page, '/devices/new');
  await answer(type(page, 'Maker', 'Torvik'));
  await answer(type(page, 'Model', 'Pilot'));
  await answer(choose(page, 'Kind of device', 'Handheld gaming PC'));
  await answer(
    page
      .getByRole('checkbox', { name: '2230' })
      .focus()
      .then(() => page.keyboard.press('Space')),
  );
  await answer(choose(page, 'Key of the socket', 'Mfive contacts on the short side'));
  await answer(choose(page, 'What it speaks', 'NVMe'));
  await answer(choose(page, 'Lanes', '×4'));
  await answer(choose(page, 'How it shows a drive', '931 GiBcalled so'));
  await page.keyboard.press('Enter');
  await page.waitForURL('**/devices/torvik-pilot');
  return answers;
}

/** What a camera could have given. */
const photo = () =>
  sharp({ create: { width: 640, height: 400, channels: 3, background: '#456' } })
    .png()
    .toBuffer();

const takeIn = {
  profileId: 'torvik-pilot',
  owner: 'Cook, ferry Merrow',
  serial: '',
  place: 'galley',
  wish: 'bigger',
  wantedGB: 1000,
  dataToKeep: true,
  oldDrive: { formFactor: '2230-S3-M', labelGB: 256, usedBytes: 310e6 },
  encryption: 'no',
  card: 'no',
  swollen: 'no',
  consent: true,
  chargePercent: 20,
  promisedAt: null,
  note: '',
  practice: true,
};

/** A job on the taught device with a drive that was chosen by a reason, laid out when its old drive is read. */
async function takenIn(): Promise<string> {
  const { id } = (await call(app, '/api/jobs', takeIn)).value as { id: string };
  const choice = {
    kind: 'choose',
    driveId: 'tolvane-skiff-1000',
    placeId: null,
    adapterId: null,
    sinkId: null,
    padIds: [],
    caseChangeIds: [],
    reason: 'same size code as the old one',
  };
  expect(await act(app, id, choice)).toBe('ok');
  const wish = { holdBackPercent: 0, dropped: [], sizesMiB: {}, secondSystemMiB: null };
  expect(await act(app, id, { kind: 'lay-out', wish })).toBe('ok');
  return id;
}

it('an empty workshop: eight answers, and the device can be asked about', async () => {
  const { page } = seen;
  await visit(page, '/');
  await page.getByRole('button', { name: 'Teach your own device' }).waitFor();
  expect(await teach()).toBeLessThanOrEqual(8);
  await page.getByRole('button', { name: 'Enter: Inside of the cover' }).waitFor();
  await visit(page, '/ask?q=pilot 2230-S3-M 1 TB NVMe');
  await page.getByText('Not known yet.').waitFor();
  await visit(page, '/ask?q=pilot 2280-S3-M 1 TB NVMe');
  await page
    .getByText(/does not fit/iu)
    .first()
    .waitFor();
});

it('a figure is measured: readings, their spread, who and when; the second of two people is told', async () => {
  const { page } = seen;
  expect((await call(app, '/api/workshop/technicians', { initials: 'KO', name: 'Kari Oss' })).ok).toBe(true);
  await visit(page, '/devices/torvik-pilot');
  await page.getByRole('button', { name: 'Enter: Room below the module' }).click();
  await page.getByLabel('Readings, mm').fill('0.60 0.62 0.58');
  await page.getByText('3 readings from 0.58 to 0.62').waitFor();
  await page.keyboard.press('Enter');
  await page.getByText(/figure form.roomBelowMm: measured/u).waitFor();
  const entry = { way: 'unknown', placeId: 'drive', figureId: 'form.roomBelowMm' };
  const late = await call(app, '/api/profiles/torvik-pilot/figures?version=1', entry);
  expect(late.fault?.code).toBe('stale');
});

it('opened for the first time it is recorded key by key, closed from that, and the next one is led through it', async () => {
  const { page } = seen;
  expect((await call(app, '/api/workshop/catalogue', {})).ok).toBe(true);
  const id = await takenIn();
  await visit(page, `/jobs/${id}/open`);
  await page.getByText('what did you do first?').waitFor();
  const recorded = async () => (await view(app, id)).history.filter(({ kind }) => kind === 'step').length;
  const press = async (key: string, fill?: () => Promise<void>) => {
    const before = await recorded();
    await page.getByRole('heading', { name: /did you do/u }).waitFor();
    await page.keyboard.press(key);
    if (fill) {
      await page.getByRole('button', { name: 'Record it' }).waitFor();
      await fill();
      await page.getByLabel('What it was').press('Enter');
    }
    await until(recorded, (now) => now > before);
  };
  const screws = (of: string, part: string, count: string) => async () => {
    await page.getByLabel('What it was').fill(of);
    await page.getByLabel('How many').fill(count);
    await page.getByLabel('Long, mm').fill('6.5');
    await page.getByLabel('Bit').fill('PH0');
    await page.getByRole('radio', { name: part, exact: true }).check();
  };
  const thing = (of: string, part: string) => async () => {
    await page.getByLabel('What it was').fill(of);
    await page.getByRole('radio', { name: part, exact: true }).check();
  };
  await press('f');
  await press('u', screws('back cover', 'cover', '8'));
  // A photo of it, for whoever closes it.
  await page.keyboard.press('n');
  await page
    .getByLabel('Photo from a file')
    .setInputFiles({ name: 'open.png', mimeType: 'image/png', buffer: await photo() });
  await page.getByLabel('Note', { exact: true }).fill('the long ones at the top');
  await page.getByRole('button', { name: 'Keep the photo' }).click();
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  await page.getByText('· photo').first().waitFor();
  await press('p', thing('back cover', 'cover'));
  await press('k', async () => {
    await thing('battery', 'battery')();
    await page.getByRole('radio', { name: 'plug', exact: true }).check();
  });
  await press('g');
  await press('u', screws('drive', 'drive', '1'));
  await page.getByText('9', { exact: true }).first().waitFor();
  // One too many, and taken back.
  await press('g');
  await page.keyboard.press('Backspace');
  await until(
    () => view(app, id),
    (now) => now.history.some(({ kind }) => kind === 'step-back'),
  );
  await press('d');
  await page.getByRole('button', { name: 'The drive is out' }).and(page.locator(':enabled')).waitFor();
  await page.keyboard.press('Enter');
  await until(
    () => view(app, id),
    (now) => now.history.some(({ kind }) => kind === 'record-end'),
  );
  expect(await act(app, id, { kind: 'step', stepId: 'measure-inside' })).toBe('ok');

  // The copy, by its acts; the hands go on with the swap and the way back, which was made from the way in.
  expect(await act(app, id, { kind: 'dock', caseId: 'tarn-5' })).toBe('ok');
  const { job } = await view(app, id);
  expect(await act(app, id, { kind: 'arm', label: job.dock!.new.benchLabel })).toBe('ok');
  expect(await act(app, id, { kind: 'copy' })).toBe('ok');
  await until(
    () => view(app, id),
    (now) => now.current === 'swap',
    150_000,
  );
  await hands(app, id, 'swap');
  await hands(app, id, 'close');
  expect((await view(app, id)).nextStepId).toBeNull();
  await visit(page, `/jobs/${id}/close`);
  await page.getByRole('button', { name: 'Keep it for the next one' }).click();
  await page.getByText(/Proved and kept as version/u).waitFor();

  // On to its papers, by Space and Enter; the photo and what was recorded stand on them.
  expect(await walk(app, page, id)).toEqual(['first-power', 'prove', 'hand-over']);
  // Of a slot whose link nobody knows the device shows a rate all the same, held against nothing: the sheet says so.
  const proved = (await view(app, id)).history.find(({ kind }) => kind === 'prove')!;
  expect(proved.sentence).toMatch(/read test read, and held against nothing/u);
  const readings = (await view(app, id)).history.filter(({ kind }) => kind === 'read');
  expect(readings.some(({ sentence }) => /^Read test: [1-9]/u.test(sentence))).toBe(true);
  await visit(page, `/jobs/${id}/hand-over`);
  await page.getByText('Technician’s sheet').first().click();
  const sheet = page.getByRole('article', { name: 'Technician’s sheet' });
  await sheet.getByText('the long ones at the top').first().waitFor();

  // Its screws are put on a map by keys alone, and light with the step that moves them.
  await visit(page, '/devices/torvik-pilot/map');
  await type(page, 'New face', 'Back');
  await type(page, 'Wide, mm', '290');
  await type(page, 'High, mm', '118');
  await page.keyboard.press('Enter');
  await choose(page, 'What is placed', 'back cover8 screws');
  await page.getByRole('application').focus();
  for (let i = 0; i < 8; i += 1) {
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Enter');
  }
  await page.getByText('8 of 8 on the map').waitFor();
  // A photo goes below them, cut out by its corners: those too are moved by keys.
  await page
    .getByLabel('Photo from a file')
    .setInputFiles({ name: 'back.png', mimeType: 'image/png', buffer: await photo() });
  await tabTo(page, 'Upper left corner');
  for (const key of ['Shift+ArrowRight', 'Shift+ArrowDown']) await page.keyboard.press(key);
  await tabTo(page, 'Lay it below the points');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Take the photo away' }).waitFor();
  await page.getByRole('button', { name: 'Save the map' }).click();
  await page.getByText('version').first().waitFor();
  const [face] = await until(
    async () =>
      (
        (await call(app, '/api/profiles/torvik-pilot')).value as {
          map: { points: unknown[]; picture?: string }[];
        }
      ).map,
    (map) => map[0]?.points.length === 8,
  );
  const kept = await fetch(`${app.address}/api/pictures/${face!.picture}`);
  expect(kept.headers.get('content-type')).toBe('image/jpeg');
  expect(await sharp(Buffer.from(await kept.arrayBuffer())).metadata()).toMatchObject({ width: 640 });

  // The next of its kind: led through by Space.
  const next = await takenIn();
  await visit(page, `/jobs/${next}/open`);
  await page.getByRole('heading', { name: 'Switch it off' }).waitFor();
  await page.keyboard.press('Space');
  await page.getByRole('heading', { name: /Unscrew 8 screws of the back cover/u }).waitFor();
  const map = page.getByRole('img', { name: /^Back: 8 points. back cover/u });
  await map.waitFor();
  await map.locator(`image[href="/api/pictures/${face!.picture}"]`).waitFor();
  expect(await page.getByText('its photo is not here').count()).toBe(0);
  expect(await walk(app, page, next)).toEqual([
    'open',
    'carry-over',
    'swap',
    'close',
    'first-power',
    'prove',
    'hand-over',
  ]);
});
