import { type App, type Seen, type View, leaveByEnter, stepBySpace, view, withApp, visit } from './app';
import { Manifest } from '@/core/copy';
import { choose, tabTo, type } from './keyboard';

jest.setTimeout(1_500_000);
let app: App;
let seen: Seen;

withApp((all) => ({ app, seen } = all));

it('goes from an empty take-in form to the sheet by keyboard alone', async () => {
  const { page } = seen;
  const press = (key: string) => page.keyboard.press(key);
  const heading = (name: string) => page.getByRole('heading', { name }).first().waitFor();
  const onStation = (station: string) => page.waitForURL(`**/${station}`);
  await visit(page, '/');
  // Which act is next hangs on the hour; that the day is planned does not.
  await page.getByText('Pale: runs alone').first().waitFor();
  await press('t');
  await heading('Take in a device');

  await choose(page, 'Which device?', 'Osprey');
  await type(page, 'Whose is it?', 'Cook, ferry Merrow');
  await type(page, 'Where does it live?', 'galley');
  await type(page, 'Size wanted', '2 TB');
  await type(page, 'In use', '0,31 GB');
  await choose(page, 'Is a card in the slot?', 'No');
  await choose(page, 'Is encryption on?', 'No');
  await choose(page, 'Does the back bulge?', 'No');
  await choose(page, 'Told what opening', 'Yes');
  await type(page, 'Charge now', '20');
  await press('Enter');
  await onStation('fit');
  const id = /Q-\d+/u.exec(page.url())![0];

  await page.getByText('It fits.').waitFor();
  await press('Enter');
  await onStation('data');
  await page.getByText('Where each partition goes').waitFor();
  await press('Enter');
  await onStation('open');

  // The list says how many; a held key does a step once.
  const held = async () => {
    await page.keyboard.down('Space');
    await page.keyboard.down('Space');
    await page.keyboard.up('Space');
  };
  const steps = ({ history }: View) => history.filter((entry) => entry.kind === 'step').length;
  for (let now = await view(app, id); now.current === 'open';) {
    const after = await stepBySpace(app, id, page, { press: held, before: now });
    expect(steps(after)).toBe(steps(now) + 1);
    now = after;
    await page
      .getByRole('button', { name: 'Done, next step' })
      .or(page.getByRole('button', { name: 'Go on to Carry over' }))
      .waitFor();
  }
  // Space leaves no station, however often the pedal is pressed; one Enter does.
  for (let i = 0; i < 3; i += 1) await press('Space');
  await onStation('open');
  await press('Enter');
  await onStation('carry-over');
  await page.getByRole('button', { name: 'Put both drives in the dock' }).waitFor();
  await press('Enter');
  await page.getByRole('button', { name: 'Arm the new drive' }).waitFor();
  await press('Enter');
  await page.getByText('Which drive is overwritten?').waitFor();
  const { job } = await view(app, id);
  await type(page, 'Bench label of the new drive', job.dock!.old.benchLabel);
  await press('Enter');
  await page.getByRole('alert').getByText('is the old drive').waitFor();
  await press('Enter');
  await page.getByText('Which drive is overwritten?').waitFor();
  await type(page, 'Bench label of the new drive', job.dock!.new.benchLabel);
  await press('Enter');
  await page.getByRole('button', { name: 'Start the copy' }).waitFor();
  await press('Enter');
  await page.getByText('Read back and matched', { exact: true }).waitFor({ timeout: 400_000 });
  await page.getByRole('button', { name: 'Go on to Swap' }).waitFor();
  await press('Enter');
  await onStation('swap');
  for (let now = await view(app, id); now.nextStepId !== null;) {
    await leaveByEnter(app, id, page, now);
    await page.getByRole('button', { name: 'Done, next step' }).and(page.locator(':enabled')).waitFor();
    now = await stepBySpace(app, id, page, { before: now });
  }
  await leaveByEnter(app, id, page);
  await onStation('first-power');
  await page.getByRole('button', { name: 'Switch the simulated device on' }).waitFor();
  await press('Enter');
  // It works through its phases, then asks; what it asks is answered as the profile says.
  await page.getByText('usually', { exact: false }).first().waitFor();
  await page.getByRole('button', { name: 'Refuse it' }).waitFor();
  await press('Enter');
  await onStation('prove');
  await page.getByRole('button', { name: 'Take the simulated device' }).waitFor();
  await press('Enter');
  await page.getByRole('button', { name: 'Proved: close this station' }).waitFor();
  await press('Enter');
  await onStation('hand-over');
  await tabTo(page, 'The old drive');
  await page.getByRole('button', { name: 'Hand over' }).waitFor();
  await press('Enter');
  await page.getByText('This job is closed.').waitFor();
  await page.getByRole('article', { name: 'Owner’s page' }).getByText('Cook, ferry Merrow').waitFor();

  const sheet = (await (await fetch(`${app.address}/api/jobs/${id}/sheet?as=json`)).json()) as {
    copy: { mismatches: number };
    screws: { inBowl: number };
  };
  expect(sheet).toMatchObject({ schema: 'jicara.sheet/1', copy: { mismatches: 0 }, screws: { inBowl: 0 } });
  const manifest = Manifest.parse(await (await fetch(`${app.address}/api/jobs/${id}/manifest`)).json());
  expect(manifest.digests).toHaveLength(manifest.proof.blocks);
  expect(manifest.rewrites.map(({ what }) => what)).toContain('mirror header');
  const markdown = await (await fetch(`${app.address}/api/jobs/${id}/sheet?as=md`)).text();
  expect(markdown).toContain('# Braskit Osprey: storage upgrade');
});
