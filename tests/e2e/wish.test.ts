import { type App, type Seen, act, call, view, visit, withApp } from './app';

jest.setTimeout(1_500_000);
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

it('an empty bay is taken in as one: nothing is copied from it, and its place is seen with the others', async () => {
  const { page } = seen;
  await visit(page, '/jobs/new?profile=quenlo-atrium&wanted=2000');
  await page.getByLabel('Whose is it?').fill('Lounge, ferry Merrow');
  await page.getByLabel('System', { exact: true }).fill('4.2.0');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await page.getByText('Say whether a drive is in it now.').waitFor();
  await page.getByRole('radio', { name: /It is empty/u }).check();
  await page.getByText('Old drive, form factor').waitFor({ state: 'detached' });
  await page.getByRole('button', { name: 'Take it in' }).click();
  await page.waitForURL(/\/jobs\/Q-\d+\/fit/u);
  const id = /Q-\d+/u.exec(page.url())![0];
  await page.getByText('empty → 2 TB').waitFor();
  await page.getByRole('tab', { name: 'Places' }).click();
  await page.getByText(/Together at most/u).waitFor();
  await page.getByRole('tab', { name: 'Both schools' }).click();
  await page.getByText('Which face of the pad first?').waitFor();
  await page.getByText('With its sink, or bare with one’s own?').waitFor();
  expect(await jobOf(id)).toMatchObject({ route: 'format', takeIn: { oldDrive: null, dataToKeep: false } });
  expect(await act(app, id, { kind: 'route', route: 'copy-on-dock' })).toBe('empty-place');
  await visit(page, `/jobs/${id}/data`);
  await page.getByText('The place was empty: there is nothing to copy.').first().waitFor();
  expect([seen.errors, seen.foreign]).toEqual([[], []]);
});

it('what only shows inside: chosen for the time being, measured as a step at Open, and Swap is free', async () => {
  const { page } = seen;
  const taken = await call(app, '/api/jobs', {
    profileId: 'braskit-wren',
    owner: 'Galley',
    serial: '',
    place: '',
    wish: 'bigger',
    wantedGB: 1000,
    dataToKeep: true,
    oldDrive: { formFactor: '2230-S3-M', labelGB: 256, usedBytes: 1e8 },
    encryption: 'no',
    card: 'no',
    swollen: 'no',
    consent: true,
    chargePercent: 20,
    promisedAt: null,
    note: '',
  });
  const { id } = taken.value as { id: string };
  await visit(page, `/jobs/${id}/fit?drive=ostrel-chip-1000`);
  await page.getByRole('button', { name: /^Choose Chip 1 TB.*, for the time being/u }).click();
  await page.getByRole('button', { name: 'Go on to Data' }).waitFor();
  expect(await act(app, id, { kind: 'revision', revisionId: 'late' })).toBe('ok');
  for (;;) {
    const { nextStepId } = await view(app, id);
    if (!nextStepId || nextStepId === 'measure-inside') break;
    expect(await act(app, id, { kind: 'step', stepId: nextStepId })).toBe('ok');
  }
  await visit(page, `/jobs/${id}/open`);
  await page.getByRole('heading', { name: 'Measure: inside of the cover' }).waitFor();
  expect(await page.getByRole('button', { name: 'Done, next step' }).isDisabled()).toBe(true);
  const held = async () => (await view(app, id)).holds.map(({ code }) => code);
  expect(await held()).toContain('fit-unmeasured');
  await page.getByLabel('Measured', { exact: true }).fill('4.1 mm');
  await page.getByLabel('Give or take').fill('0.1 mm');
  await page.getByRole('button', { name: 'Use it' }).click();
  await page.getByRole('button', { name: 'Done, next step' }).click();
  await page.getByText('All steps here are done').waitFor();
  expect(await held()).not.toContain('fit-unmeasured');
  expect([seen.errors, seen.foreign]).toEqual([[], []]);
});

it('a price list is looked at line by line, and the newest price stands with its part and its history', async () => {
  const { page } = seen;
  await visit(page, '/parts/import?kind=drive');
  await page.getByRole('radio', { name: 'A price list' }).check();
  const today = new Date().toISOString().slice(0, 10);
  const lines = (price: string) =>
    `id;price;seller;date;stock\n\npirrin-seam-2000;${price};Breakwater;${today};7\n`;
  await page.getByLabel('Or paste lines').fill(lines('cheap'));
  await page.getByRole('cell', { name: 'The price is no number.' }).waitFor();
  // The line of the file, the empty one counted.
  await page.getByRole('cell', { name: '3', exact: true }).waitFor();
  await page.getByLabel('Or paste lines').fill(lines('101,50'));
  await page.getByRole('button', { name: 'Import 1' }).click();
  await page.waitForURL('**/parts?kind=drive');
  await visit(page, '/parts/pirrin-seam-2000');
  await page.getByText(/at Breakwater/u).waitFor();
  await page.getByText(/a month/u).waitFor();
  await visit(page, '/parts/pirrin-seam-1000');
  await page.getByText(/Too few prices: /u).waitFor();
  expect([seen.errors, seen.foreign]).toEqual([[], []]);
});
