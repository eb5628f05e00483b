import {
  addTechnician,
  allProfiles,
  benchView,
  bringInCatalogue,
  changeSettings,
  frameView,
  takeInDevice,
} from '@/server';
import { type Workshop, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop('own');
});
afterAll(() => workshop.close());

describe('an own workshop', () => {
  it('begins empty: nobody works, nothing is known, nothing can be taken in', async () => {
    const view = await benchView(workshop.runtime);
    expect(view).toMatchObject({ cards: [], handedOver: [], frame: { hasProfiles: false } });
    expect(view.frame).toMatchObject({ technicians: [], settings: { working: null, timeZone: 'UTC' } });
    expect(await takeInDevice(workshop.runtime, {})).toMatchObject({ ok: false, fault: { code: 'form' } });
  });

  it('picks the first technician as working, and keeps names behind their initials', async () => {
    const { runtime } = workshop;
    expect(await addTechnician(runtime, { initials: 'ab', name: '  Abel Brink ' })).toMatchObject({
      ok: true,
    });
    await addTechnician(runtime, { initials: 'CD', name: 'Cara Dune' });
    await addTechnician(runtime, { initials: 'AB', name: 'Abel Brink-Dune' });
    expect(await frameView(runtime)).toMatchObject({
      settings: { working: 'AB' },
      technicians: [
        { initials: 'AB', name: 'Abel Brink-Dune' },
        { initials: 'CD', name: 'Cara Dune' },
      ],
    });
  });

  it.each([
    [{ initials: '', name: 'X' }, 'Initials are'],
    [{ initials: 'ABCDE', name: 'X' }, 'Initials are'],
    [{ initials: 'A-B', name: 'X' }, 'Initials are'],
    [{ initials: 'AB', name: '' }, 'Say the name'],
    [{ initials: 'AB', name: 'x'.repeat(10_000) }, 'under 80'],
  ])('refuses the technician %j', async (form, words) => {
    const result = await addTechnician(workshop.runtime, form);
    expect(result.ok ? '' : result.fault.sentence).toContain(words);
  });

  it.each([
    [{ currency: 'euro' }, 'three letters'],
    [{ timeZone: 'Nowhere/Land' }, 'not known'],
    [{ pace: 'warp' }, 'pace'],
    [{ locale: 'xx' }, 'locale'],
    [{ workshop: ' ' }, 'Name the workshop'],
    [{ working: 'ZZ' }, 'Nobody here'],
  ])('refuses the settings %j and changes nothing', async (form, words) => {
    const before = await frameView(workshop.runtime);
    const result = await changeSettings(workshop.runtime, form);
    expect(result.ok ? '' : result.fault.sentence).toContain(words);
    expect(await frameView(workshop.runtime)).toEqual(before);
  });

  it('changes one setting and leaves the others', async () => {
    await changeSettings(workshop.runtime, { timeZone: 'Europe/Lisbon' });
    await changeSettings(workshop.runtime, { working: 'CD' });
    expect((await frameView(workshop.runtime)).settings).toMatchObject({
      timeZone: 'Europe/Lisbon',
      working: 'CD',
      currency: 'EUR',
    });
  });

  it('brings in the shipped catalogue, again without doubling it', async () => {
    const { runtime } = workshop;
    await bringInCatalogue(runtime);
    await bringInCatalogue(runtime);
    expect((await allProfiles(runtime.database)).map((profile) => profile.name)).toEqual([
      'Heron',
      'Osprey',
      'Plover',
      'Wren',
      'Atrium',
      'Vault',
      'Reed',
      'Skein',
    ]);
    expect((await benchView(runtime)).frame.hasProfiles).toBe(true);
    const [{ count }] = (await runtime.database.query<{ count: number }>(
      "select count(*) as count from part where kind = 'drive'",
    )) as [{ count: number }];
    expect(count).toBe(68);
  });
});
