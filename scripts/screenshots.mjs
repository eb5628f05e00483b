import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { openBrowser, startDemo } from './lib/demo-app.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { projectFolder } from './lib/project.mjs';

/** Takes the pictures of docs/screenshots anew, from a fresh demo workshop walked from station to station. */
ensureInstalled();
await ensureBuilt();
const demo = await startDemo(4799);
const { address } = demo;
const headers = { 'content-type': 'application/json', origin: address };

const job = 'Q-0412';
const view = async (id = job) => (await (await fetch(`${address}/api/jobs/${id}`)).json()).value;
async function act(what, id = job) {
  const { version } = await view(id);
  const response = await fetch(`${address}/api/jobs/${id}/acts`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ version, act: what }),
  });
  const answer = await response.json();
  if (!answer.ok) throw new Error(answer.fault.sentence);
  return answer.value;
}
async function steps(wanted) {
  for (let now = await view(), done = 0; now.nextStepId && wanted(now, done); now = await view(), done += 1) {
    await act({ kind: 'step', stepId: now.nextStepId });
  }
}
const post = (path, body) =>
  fetch(`${address}${path}`, { method: 'POST', headers, body: JSON.stringify(body) });
const library = async () => (await (await fetch(`${address}/api/dock`)).json()).value.library;
/** The image server’s list is here, two images are fetched, one of them damaged. */
async function images() {
  const until = async (holds) => {
    while (!holds(await library())) await new Promise((resolve) => setTimeout(resolve, 300));
  };
  await until(({ images: known }) => known.length > 0);
  for (const imageId of ['wren-harbour-4-6', 'heron-desk-11-1'])
    await post('/api/images', { kind: 'fetch', imageId });
  await until(({ images: known }) => known.filter(({ check }) => check).length === 2);
}
const stationOf = (now) => now.steps.find((a) => a.id === now.nextStepId).station;

const browser = await openBrowser();
async function picture(name, path, { dark = false, width = 1280, height = 800, ready, chart = false } = {}) {
  const page = await browser.newPage({ viewport: { width, height }, colorScheme: dark ? 'dark' : 'light' });
  await page.goto(address + path);
  await page.evaluate(() => document.fonts.ready);
  if (ready) await page.getByText(ready).first().waitFor();
  if (chart) await page.getByRole('slider', { name: /Heat over 30 minutes/u }).waitFor();
  // Drawn by the browser itself once it has taken over: the stopwatch, the form's values.
  await new Promise((resolve) => setTimeout(resolve, 700));
  await page.screenshot({ path: join(projectFolder, 'docs', 'screenshots', `${name}.png`) });
  await page.close();
}

/** Where a library goes: a list typed, a drive outside beside the new one. */
async function things() {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${address}/jobs/${job}/things`);
  await page.locator('html[data-keys="heard"]').waitFor({ state: 'attached' });
  await page.locator('[data-frame="drawn"]').waitFor({ state: 'detached' });
  await page.getByText('Another store: a card').click();
  for (const [label, text] of [
    ['What is it?', 'drive outside'],
    ['Room', '1 TB'],
    ['Reads', '400 MB/s'],
    ['Writes', '200 MB/s'],
  ])
    await page.getByLabel(label).fill(text);
  await page.getByText('Nothing', { exact: true }).click();
  await page.getByRole('button', { name: 'Add it' }).click();
  await page.getByText('Another store: a card').click();
  const rows = [
    'name,size,kind,uses per week,needs',
    'Harbour days,185 GB,games,5,fast',
    'Tide tables,148 GB,games,3,any',
    'Gale force,220 GB,games,1,fast',
    'Cabin chess,2 GB,games,7,any',
    'Ferry films,400 GB,films,0.2,archive',
    'Deck photos,60 GB,pictures,0.5,archive',
    'Night watch,240 GB,games,2,fast',
    'Old harbour,196 GB,games,0.1,fast',
    'Long haul,260 GB,games,4,fast',
    'Storm glass,210 GB,games,2,fast',
    'Keel,190 GB,games,1,any',
    'Lee shore,230 GB,games,3,fast',
  ];
  await page.getByLabel('Things, a line each').fill(rows.join('\n'));
  await page.getByRole('button', { name: 'Take this list' }).click();
  await page.getByText('waited for all of it').waitFor();
  await page.evaluate(() => globalThis.scrollTo(0, 0));
  await page.screenshot({ path: join(projectFolder, 'docs', 'screenshots', 'things.png') });
  await page.close();
}

/** Both papers and the label of the old drive, side by side, as they print. */
async function papers() {
  const page = await browser.newPage({ viewport: { width: 760, height: 1400 } });
  // As they print: without what stands around them.
  const taken = [];
  const take = async (locator) => {
    await locator.waitFor();
    taken.push((await locator.screenshot()).toString('base64'));
  };
  await page.goto(`${address}/jobs/${job}/hand-over`);
  await page.evaluate(() => document.fonts.ready);
  await page.emulateMedia({ media: 'print' });
  await take(page.getByRole('article', { name: 'Owner’s page' }));
  await page.emulateMedia({ media: 'screen' });
  await page.getByLabel(/Technician’s sheet/u).check();
  await page.emulateMedia({ media: 'print' });
  await take(page.getByRole('article', { name: 'Technician’s sheet' }));
  await page.goto(`${address}/jobs/${job}/label`);
  await take(page.getByRole('figure', { name: 'Label of the old drive' }));
  await page.setViewportSize({ width: 1280, height: 900 });
  const [owner, technician, label] = taken.map((png) => `data:image/png;base64,${png}`);
  await page.setContent(`<body style="margin:0;padding:20px;background:#e6d9c6;display:flex;gap:20px;align-items:flex-start">
    <img src="${owner}" style="width:470px;padding:20px;background:white"><img src="${technician}" style="width:390px;padding:20px;background:white"><img src="${label}" style="width:234px"></body>`);
  await page.screenshot({ path: join(projectFolder, 'docs', 'screenshots', 'papers.png') });
  await page.close();
}

/** A device of eight answers, measured once, and opened for the first time. */
async function taught() {
  const sketch = {
    maker: 'Torvik',
    name: 'Pilot',
    family: 'handheld',
    forms: ['2230', '2242'],
    key: 'M',
    protocols: ['NVMe'],
    lanes: 4,
    showsCapacity: 'binary-called-decimal',
  };
  await post('/api/teach', { sketch });
  await post('/api/profiles/torvik-pilot/figures', {
    way: 'measured',
    placeId: 'drive',
    figureId: 'form.roomBelowMm',
    readings: [0.62, 0.6, 0.58],
    toolPlusMinus: 0.05,
    tool: 'feeler gauge',
  });
  await picture('teach', '/devices/torvik-pilot');
  const takenIn = await post('/api/jobs', {
    profileId: 'torvik-pilot',
    owner: 'Deck 3',
    serial: '',
    place: 'ferry Merrow',
    wish: 'bigger',
    wantedGB: 1000,
    dataToKeep: true,
    oldDrive: { formFactor: '2230-S3-M', labelGB: 256, usedBytes: 100e9 },
    encryption: 'no',
    card: 'no',
    swollen: 'no',
    consent: true,
    chargePercent: 20,
    promisedAt: null,
    note: '',
  });
  const { id } = (await takenIn.json()).value;
  const record = (what, of = '', more = {}) => act({ kind: 'record', recorded: { what, of, ...more } }, id);
  await record('switch-off');
  await record('unscrew', 'back cover', { part: 'cover', count: 8, lengthMm: 6.5, bit: 'PH0' });
  await record('pry', 'back cover', { part: 'cover', note: 'from the lower edge' });
  await record('unplug', 'battery', { part: 'battery', latch: 'plug' });
  await record('ground');
  await record('unscrew', 'shield', { part: 'shield', count: 3, lengthMm: 3.4, bit: 'PH0' });
  await picture('record', `/jobs/${id}/open`);
}

try {
  await picture('bench', '/', { ready: 'Pale: runs alone' });
  await picture('take-in', '/jobs/new');
  await picture('fit', `/jobs/${job}/fit`, { chart: true });
  await picture('ask', '/ask?q=osprey%202280-D2-M%202%20TB%207000');
  await picture('logbook', '/logbook');
  await picture('shelf', '/shelf');
  await picture('device', '/devices/braskit-osprey');
  await act({ kind: 'choose', driveId: 'ostrel-marl-2000', padIds: ['lindrel-soft-250'] });
  await act({ kind: 'lay-out', wish: { holdBackPercent: 10 } });
  await picture('data', `/jobs/${job}/data`);
  await things();
  await steps((now, done) => done < 7);
  await picture('open', `/jobs/${job}/open`);
  await steps((now) => stationOf(now) === 'open');
  await images();
  const { job: docked } = await act({ kind: 'dock', caseId: 'tarn-2' });
  await act({ kind: 'arm', label: docked.dock.new.benchLabel });
  await act({ kind: 'copy' });
  await picture('carry-over', `/jobs/${job}/carry-over`, { ready: 'about' });
  await picture('dock', '/dock', { ready: 'MB/s' });
  while ((await view()).copy.kind === 'running') await new Promise((resolve) => setTimeout(resolve, 300));
  await steps((now) => stationOf(now) === 'swap' && now.nextStepId !== 'drive-in');
  await steps(() => true);
  // A real device: its time runs, and the page says what it should show by now.
  await act({ kind: 'power-on' });
  await new Promise((resolve) => setTimeout(resolve, 14_000));
  await picture('first-power', `/jobs/${job}/first-power`);
  await act({ kind: 'switch-off' });
  await act({ kind: 'observe-start', outcome: 'dark' });
  await picture('diagnosis', `/jobs/${job}/first-power`);
  await act({ kind: 'switch-on' });
  while (!(await view()).device?.prompt) await new Promise((resolve) => setTimeout(resolve, 300));
  const { job: running } = await act({ kind: 'press', key: 'refuse' });
  const shown = running.lastStart.readings;
  const read = (name, value, more = {}) =>
    act({
      kind: 'read',
      name,
      ...more,
      value: {
        known: true,
        value,
        minus: 0,
        plus: 0,
        origin: { kind: 'reading', note: 'shown by the simulated device' },
      },
    });
  await read('size-shown', shown.sizeShownBytes);
  await read('read-test', shown.readTestBytesPerS);
  await read('parts-shown', shown.parts);
  const { readings, functions } = (await view()).profile.proofs;
  if (readings.includes('drive-temperature'))
    await read('drive-temperature', shown.driveC, { load: { roomC: 24, minutes: 240 } });
  if (readings.includes('write-test')) await read('write-test', shown.writeTestBytesPerS);
  if (readings.includes('timed-copy')) await read('timed-copy', shown.timedCopyBytesPerS);
  await act({ kind: 'functions', results: functions.map(({ id }) => ({ id, result: 'works' })) });
  await picture('prove', `/jobs/${job}/prove`);
  await act({ kind: 'prove' });
  await papers();
  await taught();
  await picture('learned', '/learned');
} finally {
  await browser.close();
  await demo.stop();
}
