import { open } from 'node:fs/promises';
import { join } from 'node:path';
import axe from 'axe-core';
import { type App, type Seen, act, call, hands, until, view, visit, withApp } from './app';
import { tabTo } from './keyboard';

jest.setTimeout(1_500_000);
let app: App;
let seen: Seen;
const id = 'Q-0415';
const image = 'Harbour recovery for Wren 4.6.0';

withApp((all) => ({ app, seen } = all));

const row = (text: string) => seen.page.getByRole('listitem').filter({ hasText: text });

async function noAxeFault() {
  const { page } = seen;
  await page.evaluate(axe.source);
  const found = await page.evaluate(() =>
    (window as unknown as { axe: typeof axe }).axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa'] }),
  );
  expect(found.violations.map(({ id: rule, nodes }) => `${rule}: ${nodes[0]?.html}`)).toEqual([]);
}

it('the image server away, then there; what it sends is fetched, checked, and told apart', async () => {
  const { page } = seen;
  await call(app, '/api/dock/faults', { faults: ['maker-offline'] });
  await visit(page, '/dock');
  await page.getByText('The image server does not answer.').waitFor();
  const isBack = page.waitForResponse('**/api/dock/faults');
  await page.getByLabel('Image server away').uncheck();
  await isBack;
  await page.getByRole('button', { name: 'Ask again' }).click();
  await row(image).getByRole('button', { name: 'Fetch' }).click();
  await row(image).getByText('as listed', { exact: true }).waitFor();
  await row('Desk recovery for Heron').getByRole('button', { name: 'Fetch' }).click();
  await row('Desk recovery for Heron').getByText('not as listed: never write it').waitFor();
  await row('Skiff recovery for Plover').getByRole('button', { name: 'Fetch' }).click();
  await row('Skiff recovery for Plover')
    .getByText('no sum for it in the checksum list', { exact: false })
    .waitFor();
  await noAxeFault();
});

it('a stick is written by typing its label, read back, and its record kept', async () => {
  const { page } = seen;
  await row(image).getByRole('button', { name: 'Write to a stick' }).click();
  const dialog = page.getByRole('dialog', { name: `Write ${image}` });
  const label = dialog.getByLabel('Label of the stick');
  await label.fill('ST-1104');
  await dialog.getByText('This stick is too small for the image.').waitFor();
  await noAxeFault();
  await label.fill('ST-1101');
  await page.keyboard.press('Enter');
  await dialog.waitFor({ state: 'detached' });
  await row('ST-1101').getByText(image, { exact: true }).waitFor();
  await row('ST-1101').getByRole('button', { name: 'Record' }).click();
  await page.getByRole('dialog').getByText('written and read back', { exact: false }).waitFor();
  await page.keyboard.press('Escape');
});

it('what failed three times goes into the bin, and only by hand', async () => {
  const { page } = seen;
  await page.getByText('failed three times, bin it: ST-1103').waitFor();
  await row('ST-1103').getByRole('button', { name: 'Record' }).click();
  await page.getByRole('button', { name: 'Bin it' }).click();
  await page.getByRole('button', { name: 'Yes, ST-1103 is in the bin' }).click();
  await row('ST-1103').waitFor({ state: 'detached' });
});

it('from the library to the first start: the device is opened with a checked stick and restored from it', async () => {
  const { page } = seen;
  const choice = { kind: 'choose', driveId: 'kelvane-wick-1000', padIds: [], reason: 'in use at this bench' };
  expect(await act(app, id, choice)).toBe('ok');
  await visit(page, `/jobs/${id}/data`);
  await tabTo(page, 'Fresh, from a stick');
  await page.keyboard.press('Enter');
  await tabTo(page, 'Take this way');
  await page.keyboard.press('Enter');
  await page.getByText('Which stick?').waitFor();
  await visit(page, `/jobs/${id}/open`);
  await page.getByText('no stick with a checked image is ready', { exact: false }).waitFor();
  await visit(page, `/jobs/${id}/data`);
  await tabTo(page, 'System version that the device showed');
  await page.keyboard.type('4.5.2');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Take ST-1101' }).last().waitFor();
  await noAxeFault();
  await page.keyboard.press('Escape');
  await page.locator('main').focus();
  await page.getByRole('button', { name: 'Take ST-1101' }).last().click();
  // Taken, the work moves on to Open, where what is still missing is said.
  await page.waitForURL('**/open');
  await page.getByText('a second copy of the data to keep', { exact: false }).waitFor();
  await page.getByLabel('Where is it saved?').fill('the owner’s card');
  await page.getByLabel('How was it checked?').fill('opened on another device');
  await page.getByRole('button', { name: 'What must be kept is saved elsewhere' }).click();
  await page
    .getByRole('button', { name: 'What must be kept is saved elsewhere' })
    .waitFor({ state: 'detached' });
  expect(await act(app, id, { kind: 'revision', revisionId: 'late' })).toBe('ok');
  for (const station of ['open', 'swap', 'close']) await hands(app, id, station);

  await visit(page, `/jobs/${id}/first-power`);
  await page.getByRole('button', { name: 'Plug the charger in' }).first().click();
  await page.getByRole('button', { name: 'Switch the simulated device on' }).click();
  await page.waitForURL('**/carry-over');
  await page.getByText('NOTHING TO START FROM').waitFor();
  await page.getByText('choose the stick in the boot menu', { exact: false }).waitFor();
  await page.getByRole('button', { name: 'Put ST-1101 in' }).waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Start the simulated device from it' }).waitFor();
  await page.keyboard.press('Enter');
  await until(
    () => view(app, id),
    (v) => v.facts['device.started']?.value === true,
  );
  await page
    .getByRole('button', { name: 'Go on to Prove' })
    .or(page.getByText('Size the device shows'))
    .first()
    .waitFor();
  await visit(page, '/dock');
  await row('ST-1101').getByText('last: restored a Wren').waitFor();
});

it('the system part on the new drive is the one on the stick, byte for byte', async () => {
  const { layout, job } = (await view(app, id)) as unknown as {
    layout: {
      partitions: {
        name: string;
        from: { firstSector: number; lastSector: number };
        to: { firstSector: number };
      }[];
    };
    job: { installed: { benchLabel: string } };
  };
  const home = layout.partitions.find(({ name }) => name === 'home')!;
  const stick = await open(join(app.folder, 'dock/sticks/ST-1101/image.img'));
  const drive = await open(join(app.folder, 'dock/drives', job.installed.benchLabel, 'image.img'));
  const bytes = (home.from.lastSector - home.from.firstSector + 1) * 512;
  const [a, b] = [Buffer.alloc(2 ** 20), Buffer.alloc(2 ** 20)];
  let seenBytes = 0;
  for (let at = 0; at < bytes; at += a.length) {
    await stick.read(a, 0, a.length, home.from.firstSector * 512 + at);
    await drive.read(b, 0, b.length, home.to.firstSector * 512 + at);
    expect(a.equals(b)).toBe(true);
    if (a.some((byte) => byte !== 0)) seenBytes += a.length;
  }
  expect(seenBytes).toBeGreaterThan(20e6);
  await stick.close();
  await drive.close();
});
