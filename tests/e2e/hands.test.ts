import axe from 'axe-core';
import { type App, type Seen, act, stepBySpace, until, view, visit, withApp } from './app';
import { tabTo } from './keyboard';

jest.setTimeout(1_500_000);
let app: App;
let seen: Seen;

withApp((all) => ({ app, seen } = all));

async function noAxeFault() {
  const { page } = seen;
  await page.evaluate(axe.source);
  const found = await page.evaluate(() =>
    (window as unknown as { axe: typeof axe }).axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa'] }),
  );
  expect(found.violations.map(({ id: rule, nodes }) => `${rule}: ${nodes[0]?.html}`)).toEqual([]);
}

/** Presses Space at a station until no step of it is left; each press does one step. */
async function bySpace(id: string, station: string) {
  const { page } = seen;
  await visit(page, `/jobs/${id}/${station}`);
  for (let now = await view(app, id); ;) {
    const next = now.steps.find((one) => one.id === now.nextStepId);
    if (next?.station !== station) return;
    await page.getByRole('button', { name: 'Done, next step' }).and(page.locator(':enabled')).waitFor();
    now = await stepBySpace(app, id, page, { before: now });
  }
}

it('a hold that may be walked past asks for a reason, which stands in the history', async () => {
  const { page } = seen;
  const id = 'Q-0414';
  await act(app, id, { kind: 'observe', fact: 'card.inserted', value: false });
  await visit(page, `/jobs/${id}/open`);
  await page.getByText('Held: the battery holds too much charge').waitFor();
  await tabTo(page, 'Walk past it, with a reason');
  await page.keyboard.press('Enter');
  await page.getByLabel('Reason, for the sheet').fill('no');
  expect(await page.getByRole('button', { name: 'Walk past it', exact: true }).isDisabled()).toBe(true);
  await page.getByLabel('Reason, for the sheet').fill('the screen is dead, it cannot be run down');
  await noAxeFault();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Done, next step' }).and(page.locator(':enabled')).waitFor();
  expect((await view(app, id)).history.at(-1)).toMatchObject({
    kind: 'override',
    sentence: expect.stringContaining('the screen is dead'),
  });
});

/** Chosen and laid out where the demo has not done it yet. */
async function ready(id: string) {
  if (id !== 'Q-0415') return;
  expect(await act(app, id, { kind: 'revision', revisionId: 'late' })).toBe('ok');
  const choice = { kind: 'choose', driveId: 'kelvane-wick-1000', padIds: [], reason: 'in use at this bench' };
  expect(await act(app, id, choice)).toBe('ok');
  expect(await act(app, id, { kind: 'lay-out', wish: { holdBackPercent: 0 } })).toBe('ok');
  expect(await act(app, id, { kind: 'observe', fact: 'encryption.on', value: false })).toBe('ok');
}

it.each([
  ['Q-0413', 7],
  ['Q-0414', 14],
  ['Q-0415', 12],
])('%s is opened, swapped and closed by Space alone, interrupted in the middle', async (id, screws) => {
  const { page } = seen;
  await ready(id);
  await bySpace(id, 'open');
  // Another day: the page is new, and knows what lies in the bowl.
  await visit(page, `/jobs/${id}/open`);
  await page
    .getByRole('img', { name: new RegExp(`Screw bowl: ${screws} of ${screws} screws in it`, 'u') })
    .waitFor();
  expect(await act(app, id, { kind: 'dock', caseId: 'tarn-5' })).toBe('ok');
  const label = (await view(app, id)).job.dock!.new.benchLabel;
  expect(await act(app, id, { kind: 'arm', label })).toBe('ok');
  expect(await act(app, id, { kind: 'copy' })).toBe('ok');
  await until(
    () => view(app, id),
    (v) => v.copy.kind === 'finished',
  );
  await bySpace(id, 'swap');
  await bySpace(id, 'close');
  expect((await view(app, id)).nextStepId).toBeNull();
  await visit(page, `/jobs/${id}/close`);
  await page.getByRole('img', { name: /Screw bowl: 0 of/u }).waitFor();
});

it('from the dark screen to the plug that was not home, and back to a running device', async () => {
  const { page } = seen;
  const id = 'Q-0414';
  await visit(page, `/jobs/${id}/first-power`);
  await page.getByRole('button', { name: 'Dark, no sound' }).click();
  await page.getByText('Why does it not start?').waitFor();
  await page.getByText('What it could be').waitFor();
  await noAxeFault();
  // Whatever is asked first, the light blinks, as it does with a plug that is not home.
  const seenLight = { check: 'charge-light', outcome: 'blinks' };
  expect(await act(app, id, { kind: 'look-into', seen: seenLight })).toBe('ok');
  await page.reload();
  await page.locator('html[data-keys="heard"]').waitFor({ state: 'attached' });
  // Its remedy, or a look inside that pushes every plug home and takes no longer.
  await page
    .getByText('push the battery’s plug straight in', { exact: false })
    .or(page.getByText('push every plug, latch and the drive home', { exact: false }))
    .first()
    .waitFor();
  await page.getByText('What moved it').click();
  await page.getByText('blinks or goes out', { exact: false }).waitFor();
  await page.getByRole('button', { name: 'Now it starts' }).click();
  await until(
    () => view(app, id),
    (v) => v.facts['device.started']?.value === true,
  );
  expect((await view(app, id)).history.at(-1)?.sentence).toMatch(/^It started\./u);
});

it('a practice run with two mistakes shows what would come of them, and what to repeat first', async () => {
  const { page } = seen;
  await visit(page, '/practice');
  await page.getByLabel(/Braskit Plover/u).check();
  await noAxeFault();
  await page.keyboard.press('Enter');
  await page.getByText('What do your hands do now?').waitFor();
  await noAxeFault();
  const right = async () => {
    await page.keyboard.press('h');
    const marked = page.locator('button.border-clear');
    await marked.waitFor();
    return marked;
  };
  // Two mistakes: anything but the marked one, at the first two steps.
  for (let mistake = 0; mistake < 2; mistake += 1) {
    await right();
    await page.locator('ol button:not(.border-clear)').first().click();
    await page.getByText('Not now:', { exact: false }).waitFor();
    await (await right()).click();
    await page
      .getByText(`${mistake + 2} of`, { exact: false })
      .first()
      .waitFor();
  }
  for (let at = 3; (await page.getByText('What do your hands do now?').count()) > 0; at += 1) {
    await (await right()).click();
    await page
      .getByText(`${at + 1} of`, { exact: false })
      .or(page.getByText('does not start. What do you look at?', { exact: false }))
      .first()
      .waitFor();
    if ((await page.getByText('does not start. What do you look at?', { exact: false }).count()) > 0) break;
  }
  await noAxeFault();
  await page.getByRole('button', { name: 'Press the power key' }).click();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await page.getByText('Where do these belong?').waitFor();
  await noAxeFault();
  for (const place of await page.getByRole('combobox', { name: /Place of/u }).all())
    await place.selectOption({ index: 1 });
  await page.keyboard.press('Enter');
  await page.getByText('where they belong', { exact: false }).waitFor();
  await page.getByRole('button', { name: 'Show the score' }).click();
  await page.getByText('2 mistakes', { exact: false }).waitFor();
  await page.getByText('(another was picked)').first().waitFor();
  await page.getByRole('button', { name: 'Another device' }).click();
  await page.getByText(/steps, none due/u).waitFor();
});
