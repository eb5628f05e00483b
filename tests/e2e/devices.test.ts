import { readFileSync } from 'node:fs';
import { type App, type Seen, call, visit, withApp } from './app';
import { walk } from './walk';

jest.setTimeout(1_500_000);
let app: App;
let seen: Seen;
withApp((all) => ({ app, seen } = all));

it.each(['braskit-heron', 'braskit-plover', 'braskit-wren'])(
  '%s goes from taking in to its papers in the browser, by Space and Enter',
  async (profileId) => {
    const { deliveredDrives } = JSON.parse(readFileSync(`demo/devices/${profileId}.json`, 'utf8')) as {
      deliveredDrives: { formFactor: string; labelGB: number }[];
    };
    const [{ formFactor, labelGB }] = deliveredDrives as [(typeof deliveredDrives)[number]];
    const taken = await call(app, '/api/jobs', {
      profileId,
      owner: 'Purser',
      serial: '',
      place: 'lounge',
      wish: 'bigger',
      wantedGB: 1000,
      dataToKeep: true,
      oldDrive: { formFactor, labelGB, usedBytes: 150e6 },
      encryption: 'no',
      card: 'no',
      swollen: 'no',
      consent: true,
      chargePercent: 15,
      systemVersion: '99.0.0',
      promisedAt: null,
      note: '',
    });
    expect(taken).toMatchObject({ ok: true });
    const { id } = taken.value as { id: string };
    expect((await walk(app, seen.page, id)).length).toBeGreaterThan(4);
    const { page } = seen;
    await visit(page, `/jobs/${id}/hand-over`);
    await page.getByRole('article', { name: 'Owner’s page' }).getByText('Purser').waitFor();
    await page.getByText('Technician’s sheet').first().click();
    await page
      .getByRole('article', { name: 'Technician’s sheet' })
      .getByText('In place', { exact: false })
      .or(page.getByText('Screws:'))
      .first()
      .waitFor();
  },
);
