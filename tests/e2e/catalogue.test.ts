import { type App, type Seen, act, call, view, visit, withApp } from './app';
import { tabTo } from './keyboard';
import { longestTaskMs } from './main-thread';

jest.setTimeout(1_500_000);
let app: App;
let seen: Seen;

withApp((all) => ({ app, seen } = all));

it('a counter question is completed, answered in one look, kept in the address, and taken in by one key', async () => {
  const { page } = seen;
  await visit(page, '/');
  await page.getByRole('link', { name: 'Ask' }).click();
  const field = page.getByRole('combobox', { name: 'Will this one do?' });
  await field.waitFor();
  await page.keyboard.type('ospr');
  await page.getByText('Braskit Osprey').first().waitFor();
  await page.keyboard.type('ey 2280-D2-M 2 TB 7000');
  await page.getByText('It does not fit.').waitFor();
  await page.getByText('Sides with chips: double').first().waitFor();
  await page.waitForURL('**/ask?q=osprey%202280-D2-M%202%20TB%207000');
  // The address alone gives the same answer.
  await visit(page, new URL(page.url()).pathname + new URL(page.url()).search);
  await page.getByText('It does not fit.').waitFor();
  // A drive of the catalogue, chosen from what is offered by the arrow keys.
  await field.fill('osprey seam');
  await page.getByRole('option', { name: /Pirrin Seam 2 TB/u }).waitFor();
  while (
    (await page.locator('[role=option][aria-selected=true]').allTextContents()).join() !==
    'Pirrin Seam 2 TB, 2280-S2-M'
  )
    await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.waitForURL(/2280-S2-M/u);
  await page.getByText('It fits.').waitFor();
  await page.keyboard.press('Enter');
  await page.keyboard.press('j');
  await page.waitForURL('**/jobs/new?profile=braskit-osprey&wanted=2000&drive=pirrin-seam-2000');
  expect(await page.getByLabel('Size wanted').inputValue()).toBe('2000 GB');
});

it('a file of parts names line, column, fault and fix; mended, all of it is imported and can be compared', async () => {
  const { page } = seen;
  await visit(page, '/parts/import?kind=drive');
  const lines = [
    'id;maker;model;formFactor;protocol;labelGB;sectorBytes;linkGeneration;lanes;read MB/s;write MB/s;kept-up write MB/s;price',
    'quay-a;Tolvane;Quay A;2280-S3-M;NVMe;1000;512;4;4;5200;4700;800;86,00',
    'quay-b;Tolvane;Quay B;2280-S9-M;NVMe;2000;512;4;4;5200;4700;800;a lot',
  ];
  await page.getByLabel('Or paste lines').fill(lines.join('\n'));
  await page
    .getByRole('heading', { name: '1 faults in 2 lines' })
    .or(page.getByRole('heading', { name: /faults in 2 lines/u }))
    .waitFor();
  const row = page.getByRole('row').filter({ hasText: 'price' });
  await row.getByText('is not a number').waitFor();
  expect(await page.getByRole('button', { name: 'Import', exact: true }).isDisabled()).toBe(true);
  await page.getByLabel('Or paste lines').fill(lines.join('\n').replace('a lot', '142,00'));
  await page
    .getByRole('row')
    .filter({ hasText: 'formFactor' })
    .getByText('“S9” is no height class')
    .waitFor();
  await page
    .getByLabel('Or paste lines')
    .fill(lines.join('\n').replace('a lot', '142,00').replace('S9', 'S3'));
  await page.getByRole('button', { name: 'Import 2' }).click();
  await page.waitForURL('**/parts?kind=drive');
  const search = page.getByRole('searchbox', { name: 'Search parts' });
  await search.fill('quay');
  await page.getByRole('checkbox', { name: 'Compare Tolvane Quay A 1 TB' }).check();
  await page.getByRole('checkbox', { name: 'Compare Tolvane Quay B 2 TB' }).check();
  await page.getByRole('button', { name: 'Compare 2' }).click();
  await page.getByRole('heading', { name: 'Side by side' }).waitFor();
  await page.getByRole('row', { name: /Label capacity 1 TB 2 TB/u }).waitFor();
  await page.keyboard.press('Escape');
  await page.waitForURL('**/parts?kind=drive');
});

it('a part is added by keyboard with its size code decoded, and a measure keeps the paper’s figure beside it', async () => {
  const { page } = seen;
  await visit(page, '/parts/new?kind=drive');
  const typed: [string, string][] = [
    ['Maker', 'Sarrow'],
    ['Model', 'Lantern'],
    ['Form factor', '2280-S2-M'],
    ['Label capacity, GB', '1000'],
    ['Reads, MB/s', '5000'],
    ['Writes, MB/s', '4000'],
    ['Writes, cache full, MB/s', '700'],
    ['Price', '89,90'],
    ['Which paper', 'label of the box'],
  ];
  for (const [label, text] of typed) await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByText('22 × 80 mm, single-sided, chips to 1.35 mm, key M').waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Sarrow Lantern 1 TB' }).waitFor();
  await page.getByText('1.35 mm at most').waitFor();
  await page.keyboard.press('e');
  await page.getByRole('heading', { name: /Edit Sarrow Lantern/u }).waitFor();
  const measured = page.locator('section', { hasText: 'Measured on one in hand' });
  await measured.getByLabel('Chip height, mm', { exact: true }).fill('1,02');
  await measured.getByLabel('Chip height, mm, give or take').fill('0.03');
  await page.getByRole('button', { name: 'Save it' }).click();
  await page.getByText('1.02 ±0.03 mm').waitFor();
  await page.getByText(/measured: measured in this workshop/iu).waitFor();
});

it('a gap taken by an impression settles a drive of which only the size code is known, and its pad is chosen', async () => {
  const { page } = seen;
  await visit(page, '/jobs/Q-0412/fit');
  await page.getByRole('radio', { name: 'Kelvane Vesper 2000 GB' }).check();
  await page.getByText('Not known yet.').waitFor();
  await page.getByRole('tab', { name: 'Pad choice' }).click();
  await page.getByText('Contact is not known.').waitFor();
  await page.getByLabel('Points, mm').fill('1.72 1,80 1.78 1.75');
  await page.getByText('4 points: mean').waitFor();
  await page.getByRole('button', { name: 'Use this gap' }).click();
  const best = page.getByRole('button', { name: /^1\. / });
  await best.click();
  await page.getByText('It fits.').waitFor();
  await page.getByRole('button', { name: /^Choose Vesper 2 TB/u }).click();
  await page.waitForURL('**/data');
  const { job } = await view(app, 'Q-0412');
  expect(job).toMatchObject({ choice: { driveId: 'kelvane-vesper-2000', reason: null } });
});

it('“make it fit” finds adapter and trimmed ribs, and applies them to the job', async () => {
  const { page } = seen;
  const taken = await call(app, '/api/jobs', {
    profileId: 'braskit-plover',
    owner: 'Deckhand',
    serial: '',
    place: '',
    wish: 'bigger',
    wantedGB: 1000,
    dataToKeep: false,
    oldDrive: { formFactor: '2242-S3-M', labelGB: 512, usedBytes: null },
    encryption: 'no',
    card: 'no',
    swollen: 'no',
    consent: true,
    chargePercent: 20,
    promisedAt: null,
    note: '',
  });
  const { id } = taken.value as { id: string };
  await visit(page, `/jobs/${id}/fit`);
  await page.getByRole('radio', { name: 'Tolvane Wharf 2000 GB' }).check();
  await page.getByText('It may fit.').waitFor();
  await page.getByRole('radio', { name: 'Tolvane Quay 2000 GB' }).check();
  await page.getByText('It fits.').waitFor();
  // Without its adapter and without the trimmed ribs it would not: the server says so too.
  expect(await act(app, id, { kind: 'choose', driveId: 'tolvane-quay-2000' })).toBe('does-not-fit');
  await page.getByRole('radio', { name: 'Kelvane Tallow 2000 GB' }).check();
  await page.getByText('It does not fit.').waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('tab', { name: 'Make it fit', selected: true }).waitFor();
  await page.getByRole('button', { name: 'Use it' }).first().click();
  await page.getByText('It fits.').waitFor();
  await page.getByRole('button', { name: /^Choose Tallow/u }).click();
  await page.waitForURL('**/data');
});

it('fit goes by keyboard alone: a drive, a height tried, a pad, a reason for what is not known', async () => {
  const { page } = seen;
  await visit(page, '/jobs/Q-0413/fit');
  const press = (key: string) => page.keyboard.press(key);
  await page.getByRole('radio', { name: /Ostrel Marl 1000 GB/u }).waitFor();
  // A height tried by the arrow keys on its handle, and taken back.
  await tabTo(page, 'cover');
  for (let i = 0; i < 4; i += 1) await press('PageDown');
  await page.getByText('Tried, not measured:').waitFor();
  // Of the chips of the chosen Dusk only a maximum is known: under so low a cover nobody can say.
  await page.getByText('Not known yet.').waitFor();
  await tabTo(page, 'Back to what is known');
  await press('Enter');
  await page.getByText('Tried, not measured:').waitFor({ state: 'detached' });
  // The panels turn by arrow keys; candidates too.
  await tabTo(page, 'Candidates');
  await press('ArrowRight');
  await page.getByRole('tab', { name: 'This device', selected: true }).waitFor();
  await press('ArrowLeft');
  await page.getByRole('tab', { name: 'Candidates', selected: true }).waitFor();
  await tabTo(page, 'Search the candidates');
  await page.keyboard.type('hearth');
  await page.getByRole('radio', { name: /Kelvane Dusk 1000 GB/u }).waitFor({ state: 'detached' });
  await tabTo(page, 'not known');
  await press('Space');
  await page.getByText('Not known yet.').waitFor();
  await tabTo(page, 'Reason to take it');
  await page.keyboard.type('seen at work in the Aldis');
  await press('Enter');
  await page.getByRole('button', { name: 'Go on to Data' }).waitFor();
  await press('Enter');
  await page.waitForURL('**/data');
  const { job, history } = await view(app, 'Q-0413');
  expect(job).toMatchObject({
    choice: { driveId: 'nerrow-hearth-2000', reason: 'seen at work in the Aldis' },
  });
  expect(history.some(({ sentence }) => sentence.includes('taken all the same: seen at work'))).toBe(true);
});

it('a device profile goes out as a file and comes in again; one that is known is asked about first', async () => {
  const { page } = seen;
  const text = await (await fetch(`${app.address}/api/profiles/vellamar-reed?file`)).text();
  await visit(page, '/devices');
  const choose = (name: string, content: string) =>
    page.getByLabel('Bring in a device profile').setInputFiles({
      name,
      mimeType: 'application/json',
      buffer: Buffer.from(content),
    });
  await choose('reed.json', text);
  await page.getByText('The Vellamar Reed is known already. Renew it?').waitFor();
  await page.getByRole('button', { name: 'Leave it as it is' }).click();
  await choose('broken.json', text.slice(0, 500));
  await page.getByText('broken.json is not JSON.').waitFor();
  const { checksum, ...reed } = JSON.parse(text) as { checksum: string; family: string };
  expect(checksum).toMatch(/^sha256:[0-9a-f]{64}$/u);
  // Changed behind its checksum it is not taken; without one it is merged, figure by figure.
  await choose('changed.json', JSON.stringify({ ...reed, family: 'Player', checksum }));
  await page.getByRole('button', { name: 'Merge figure by figure' }).click();
  await page.getByText(/its checksum says something else/u).waitFor();
  await choose('theirs.json', JSON.stringify({ ...reed, family: 'Player of the old kind' }));
  await page.getByRole('button', { name: 'Merge figure by figure' }).click();
  await page.getByText('Merge the Vellamar Reed').waitFor();
  await page.getByRole('radio', { name: /Theirs: Player of the old kind/u }).check();
  await page.getByRole('button', { name: 'Save with 1 of theirs' }).click();
  await page.getByRole('heading', { name: 'Vellamar Reed' }).waitFor();
  await page.getByText('Player of the old kind').first().waitFor();
  await visit(page, '/devices');
  const other = { ...reed, id: 'vellamar-sedge', name: 'Sedge' };
  await choose('sedge.json', JSON.stringify(other));
  await page.getByRole('heading', { name: 'Vellamar Sedge' }).waitFor();
  await page.getByRole('button', { name: 'Ask what fits' }).click();
  await page.getByText('It fits.').waitFor();
});

it('heat can be stopped and computed again, is read by keys, and leaves the page free', async () => {
  const { page } = seen;
  await visit(page, '/ask?q=heron%20marl%202%20tb');
  await page.getByText('It fits.').waitFor();
  const chart = page.getByRole('slider', { name: /Heat over 30 minutes/u });
  const longestMs = await longestTaskMs(page, async () => {
    for (const label of ['Idle', 'Copying', 'Loading games', 'Installing 100 GB']) {
      await page.getByLabel('Workload').selectOption({ label });
      await chart.waitFor();
    }
  });
  expect(longestMs).toBeLessThanOrEqual(50);
  const before = await chart.getAttribute('aria-valuetext');
  await chart.focus();
  await page.keyboard.press('Home');
  expect(await chart.getAttribute('aria-valuetext')).toMatch(/^minute 0/u);
  expect(await chart.getAttribute('aria-valuetext')).not.toBe(before);
  await page.getByLabel('Workload').selectOption({ label: 'Own steps…' });
  await page.getByLabel('Steps that repeat').fill('30 s 6 W, 10 s 0.5 W');
  // A long run: a short one may be through before Stop is pressed.
  await page.getByLabel('2,000 runs').check();
  await page.getByRole('button', { name: 'Use them' }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByText('Stopped.').waitFor();
  await page.getByRole('button', { name: 'Compute again' }).click();
  await chart.waitFor();
});

it('a list of 10,000 drives scrolls without a task over 50 ms', async () => {
  const { page } = seen;
  const { maker, price, source, protocol, formFactor, labelGB, sectorBytes, linkGeneration, lanes, ...rest } =
    ((await call(app, '/api/parts?text=quay')).value as { parts: Record<string, object>[] }).parts[0]!;
  const { schema, readBytesPerS, writeBytesPerS, sustainedWriteBytesPerS } = rest;
  const drive = {
    schema,
    maker,
    price,
    source,
    protocol,
    formFactor,
    labelGB,
    sectorBytes,
    linkGeneration,
    lanes,
    readBytesPerS,
    writeBytesPerS,
    sustainedWriteBytesPerS,
  };
  const parts = Array.from({ length: 10_000 }, (_, i) => ({ ...drive, id: `many-${i}`, model: `Many ${i}` }));
  const imported = await call(app, '/api/parts/import', {
    kind: 'drive',
    format: 'json',
    text: JSON.stringify(parts),
    commit: true,
  });
  expect(imported).toMatchObject({ ok: true, value: { imported: true } });
  await visit(page, '/parts');
  const list = page.getByLabel('Parts', { exact: true });
  await page.getByText(/10,?\d\d\d in all/u).waitFor();
  const longestMs = await longestTaskMs(page, async () => {
    for (let at = 0; at <= 1; at += 0.05) {
      await list.evaluate((box, share) => (box.scrollTop = box.scrollHeight * share), at);
      await page.evaluate(() => new Promise((frame) => requestAnimationFrame(frame)));
    }
  });
  expect(longestMs).toBeLessThanOrEqual(50);
  await list.evaluate((box) => (box.scrollTop = box.scrollHeight));
  await page.getByRole('listitem').filter({ hasText: 'Tolvane' }).last().waitFor();
});

it('schemas and the description of the programs are published, and hostile files leave the server standing', async () => {
  const openapi = (await (await fetch(`${app.address}/api/openapi`)).json()) as {
    openapi: string;
    paths: object;
  };
  expect(openapi.openapi).toBe('3.1.0');
  expect(Object.keys(openapi.paths)).toContain('/api/fit');
  for (const name of ['device', 'drive', 'heatsink', 'pad', 'adapter', 'case', 'fit', 'import'])
    expect((await fetch(`${app.address}/api/schemas/${name}`)).status).toBe(200);
  const junk = await fetch(`${app.address}/api/parts/import`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: app.address },
    body: 'x'.repeat(50 * 1024 * 1024),
  }).catch(() => null);
  expect([413, undefined]).toContain(junk?.status);
  expect(await call(app, '/api/profiles', { schema: 'jicara.device/2', id: 'x' })).toMatchObject({
    ok: false,
  });
  expect((await fetch(`${app.address}/api/health`)).status).toBe(200);
});
