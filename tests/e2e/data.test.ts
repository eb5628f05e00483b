import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import axe from 'axe-core';
import { buildTable, fillWish, makeFat32, partitionTypeCodes, usableSectors } from '@/core/disk';
import { type App, type Seen, act, call, hands, until, view, visit, withApp } from './app';
import { tabTo } from './keyboard';

jest.setTimeout(1_500_000);
let app: App;
let seen: Seen;
const id = 'Q-0412';

withApp((all) => ({ app, seen } = all));

const driveSectors = 500_000;
const image = join(tmpdir(), `jicara-e2e-${process.pid}.img`);
afterAll(() => rm(image, { force: true }));

/** A small drive with a start part and one for games, written by the product’s own makers. */
async function makeImage() {
  const file = await open(image, 'w');
  await file.truncate(driveSectors * 512);
  const parts = [
    [2048, 82_047, partitionTypeCodes.efiSystem, 'start'],
    [83_968, 480_000 - 1, partitionTypeCodes.basicData, 'games'],
  ] as const;
  for (const [firstSector, lastSector, , name] of parts) {
    const made = makeFat32({
      sectorBytes: 512,
      totalSectors: lastSector - firstSector + 1,
      hiddenSectors: firstSector,
      sectorsPerCluster: 1,
      tables: 2,
      roomForSectors: name === 'games' ? 4_000_000 : 0,
      volumeLabel: name.toUpperCase(),
      serial: 1,
      files: [{ path: 'EFI/BOOT/BOOTX64.EFI', bytes: 70_000 }],
    });
    for (const { offset, bytes } of made.writes)
      await file.write(bytes, 0, bytes.length, firstSector * 512 + offset);
  }
  const guid = (n: number) => `0000000${n}-0000-4000-8000-000000000000`;
  const table = {
    kind: 'gpt' as const,
    sectorBytes: 512,
    driveSectors,
    diskGuid: guid(0),
    ...usableSectors(driveSectors, 512),
    partitions: parts.map(([firstSector, lastSector, typeGuid, name], i) => ({
      number: i + 1,
      typeGuid,
      partGuid: guid(i + 1),
      firstSector,
      lastSector,
      attributes: '0',
      name,
    })),
  };
  for (const { offset, bytes } of buildTable(table)) await file.write(bytes, 0, bytes.length, offset);
  await file.close();
}

async function digestOf(path: string) {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

it('an image is read in the browser, planned by keyboard and counted; nothing leaves the machine', async () => {
  await makeImage();
  const { page } = seen;
  await visit(page, '/look-inside');
  await page.getByLabel('Image to look into').setInputFiles(image);
  await page.getByRole('img', { name: /Map of the drive: start, FAT32.*games, FAT32/u }).waitFor();
  await page.getByText('nothing encrypted', { exact: false }).waitFor();
  const border = page.getByRole('slider', { name: 'End of games' });
  await border.waitFor();
  const most = Number(await border.getAttribute('aria-valuemax'));
  await tabTo(page, 'End of games');
  await page.keyboard.press('Shift+ArrowLeft');
  await page.locator(`[role="slider"][aria-label="End of games"][aria-valuenow="${most - 1}"]`).waitFor();
  await page.keyboard.press('Home');
  const least = await border.getAttribute('aria-valuemin');
  await page.locator(`[role="slider"][aria-label="End of games"][aria-valuenow="${least}"]`).waitFor();
  await tabTo(page, 'Count it');
  await page.keyboard.press('Enter');
  await page.getByText(await digestOf(image)).waitFor();
  await page.evaluate(axe.source);
  const found = await page.evaluate(() =>
    (window as unknown as { axe: typeof axe }).axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa'] }),
  );
  expect(found.violations.map(({ id: rule, nodes }) => `${rule}: ${nodes[0]?.html}`)).toEqual([]);
});

it('what is no image of a drive is told so', async () => {
  const { page } = seen;
  await visit(page, '/look-inside');
  await page.getByLabel('Image to look into').setInputFiles({
    name: 'letter.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('Dear purser, '.repeat(200)),
  });
  await page.getByText('This is not an image of a drive', { exact: false }).waitFor();
});

it('each fault to practise with is noticed by the copy itself, which then goes on to the end', async () => {
  const { page } = seen;
  const practise = (...faults: string[]) => call(app, '/api/dock/faults', { faults });
  const start = () => act(app, id, { kind: 'copy' });
  const stands = () =>
    until(
      () => view(app, id),
      (v) => v.copy.kind !== 'running',
    );
  const faultOf = async () => ((await stands()).copy as { fault?: { code: string } }).fault?.code;
  expect(
    await act(app, id, { kind: 'choose', driveId: 'ostrel-marl-2000', padIds: ['lindrel-soft-250'] }),
  ).toBe('ok');
  expect(await act(app, id, { kind: 'lay-out', wish: fillWish })).toBe('ok');
  await hands(app, id, 'open');
  expect(await act(app, id, { kind: 'dock', caseId: 'tarn-5' })).toBe('ok');
  const label = (await view(app, id)).job.dock!.new.benchLabel;
  expect(await act(app, id, { kind: 'arm', label })).toBe('ok');

  await practise('wrong-drive');
  expect(await start()).toBe('ok');
  expect(await faultOf()).toBe('other-drive');
  await practise('unplugged');
  expect(await start()).toBe('ok');
  expect(await faultOf()).toBe('unplugged');
  await visit(page, '/dock');
  await page.getByText('A drive was unplugged', { exact: false }).waitFor();
  await practise('flipped-bits');
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByText('is not what was written', { exact: false }).waitFor();

  await practise('slow-cable', 'bad-sectors', 'full-cache');
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.getByRole('progressbar').waitFor();
  await page.getByText('do not unplug').first().waitFor();
  await visit(page, `/jobs/${id}/carry-over`);
  await page.getByText('Far below what the links carry', { exact: false }).waitFor();
  await page.getByText('The cable carries only USB 2.0', { exact: false }).waitFor();
  await page.getByText('The rate fell', { exact: false }).waitFor({ timeout: 120_000 });
  await page
    .getByText('could not be read, in system and games', { exact: false })
    .first()
    .waitFor({ timeout: 300_000 });
  await page.getByText('Would it start?').waitFor();
  await page.getByText('1 of 12 speak against it').waitFor();
  const proof = (await view(app, id)).job as unknown as { copy: { unreadable: { area: string }[] } };
  // One of the two bad places may lie in what was copied before the fault was switched on.
  const areas = proof.copy.unreadable.map(({ area }) => area);
  expect(areas.length).toBeGreaterThan(0);
  for (const area of areas) expect(area).toMatch(/^(SYSTEM|GAMES)\/.*\.(BIN|DAT)$/u);
  await practise();
});
