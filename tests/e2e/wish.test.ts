import { type App, type Seen, act, view, visit, withApp } from './app';

jest.setTimeout(240_000);
let app: App;
let seen: Seen;
withApp((all) => ({ app, seen } = all));
const jobOf = async (id: string): Promise<object> => (await view(app, id)).job;

it('from the counter to the choice: what cannot be undone asks the owner, the kit has its glasses, a wish unmet a reason', async () => {
  const { page } = seen;
  await visit(page, '/ask?q=plover%20quay%201%20tb');
  await page.getByText('It fits.').waitFor();
  await page.getByText('Cannot be undone:').waitFor();
  // The answer is printed on one page, with what else fits of that size.
  const pdf = (await page.pdf({ format: 'A4' })).toString('latin1');
  expect(pdf.match(/\/Type \/Page\b/gu)).toHaveLength(1);
  await page.getByRole('tab', { name: 'To buy and lay out' }).click();
  await page.getByText('protective glasses').waitFor();
  await page.getByText('flush cutter').first().waitFor();

  await page.getByRole('button', { name: 'Take it in' }).click();
  await page.getByLabel('Whose is it?').fill('Mess, ferry Merrow');
  await page.getByLabel('In use').fill('0.42 GB');
  expect(await page.getByLabel('Size wanted').inputValue()).toBe('1000 GB');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await page.waitForURL('**/fit?drive=tolvane-quay-1000');
  const id = /Q-\d+/u.exec(page.url())![0];

  const choose = page.getByRole('button', { name: /^Choose Quay 1 TB/u });
  await choose.waitFor();
  expect(await choose.isDisabled()).toBe(true);
  await page.getByRole('button', { name: /The owner agrees: trim the two ribs/u }).click();
  await page.getByText('The owner agrees').waitFor({ state: 'detached' });
  await choose.click();
  await page.getByRole('button', { name: 'Go on to Data' }).waitFor();

  // The owner wants more after all: the choice goes, and the smaller drive is taken by a reason alone.
  const { takeIn } = (await jobOf(id)) as { takeIn: object };
  expect(await act(app, id, { kind: 'amend', takeIn: { ...takeIn, wantedGB: 2000 } })).toBe('ok');
  await visit(page, `/jobs/${id}/fit`);
  await page.getByLabel('Search the candidates').fill('quay 1000');
  await page.getByRole('radio', { name: /Tolvane Quay 1000 GB/u }).check();
  await page.getByText('Not what was wanted.').waitFor();
  await page.getByLabel(/although it is not what was wanted/u).fill('2 TB is sold out until spring');
  await page.getByRole('button', { name: 'Take it so' }).click();
  await page.getByText('wanted 2 TB').waitFor();
  expect(await jobOf(id)).toMatchObject({ choice: { reason: '2 TB is sold out until spring' } });
  expect([seen.errors, seen.foreign]).toEqual([[], []]);
});
