import { PartQuery, partsView, searchParts, takeInDevice } from '@/server';
import { jobView, type Workshop, act, openWorkshop, switchOn } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const view = async (id: string) => await jobView(workshop.runtime, id);
const doing = (id: string, what: object) => act(workshop.runtime, id, what);

/** Takes a device in and chooses the first drive that fits it, in the way asked for. */
async function begin(profileId: string, formFactor: string, route: string): Promise<string> {
  const { runtime } = workshop;
  const taken = await takeInDevice(runtime, {
    profileId,
    owner: 'Purser',
    serial: '',
    place: 'lounge',
    wish: 'bigger',
    wantedGB: 1000,
    dataToKeep: true,
    oldDrive: { formFactor, labelGB: 512, usedBytes: 200e6 },
    encryption: 'no',
    card: 'no',
    swollen: 'no',
    consent: true,
    chargePercent: 20,
    systemVersion: '99.0.0',
    promisedAt: null,
    note: '',
  });
  if (!taken.ok) throw new Error(taken.fault.sentence);
  const { id } = taken.value;
  const drives = await searchParts(runtime.database, PartQuery.parse({ kind: 'drive', limit: 200 }));
  const { sinks, pads } = await partsView(runtime);
  const cooled = [
    [null, []],
    ...sinks.flatMap((sink) => pads.map((pad) => [sink.id, [pad.id]] as const)),
  ] as const;
  const chosen = async () => {
    for (const [sinkId, padIds] of cooled)
      for (const { id: driveId } of drives.parts)
        if ((await doing(id, { kind: 'choose', driveId, sinkId, padIds, reason: 'for this test' })) === 'ok')
          return true;
    return false;
  };
  expect(await chosen()).toBe(true);
  if (route !== 'copy-on-dock') expect(await doing(id, { kind: 'route', route })).toBe('ok');
  return id;
}

/** Does the steps that are left; a wait passes, a board is told by the first of its revisions. */
async function hands(id: string): Promise<void> {
  for (let now = await view(id); now.nextStepId !== null; now = await view(id)) {
    const said = await doing(id, { kind: 'step', stepId: now.nextStepId });
    if (said === 'wait') workshop.pass(600);
    else expect([now.nextStepId, said]).toEqual([now.nextStepId, 'ok']);
  }
}

it('a console formats its empty drive: it asks, is answered, tests it, and asks once more', async () => {
  const id = await begin('quenlo-atrium', '2230-S3-M', 'format');
  // What lies on the old drive does not come across, and somebody says so.
  expect(await doing(id, { kind: 'step', stepId: (await view(id)).nextStepId })).toBe('hold-second-copy');
  expect(await doing(id, { kind: 'observe', fact: 'second-copy.made', value: true })).toBe('ok');
  await hands(id);
  expect(await doing(id, { kind: 'switch-on' })).toBe('ok');
  workshop.pass(30);
  // Nothing was plugged in: it stays dark, behind its worry point.
  expect(await doing(id, { kind: 'look' })).toBe('ok');
  expect((await view(id)).job.lastStart).toMatchObject({ code: 'dark' });
  expect(await doing(id, { kind: 'step-back' })).toBe('is-on');
  expect(await doing(id, { kind: 'switch-off' })).toBe('ok');
  expect(await doing(id, { kind: 'observe', fact: 'mains.plugged', value: true })).toBe('ok');
  expect(await doing(id, { kind: 'switch-on' })).toBe('ok');
  workshop.pass(2);
  expect(await doing(id, { kind: 'press', key: 'drive' })).toBe('not-asked');
  expect(await doing(id, { kind: 'look' })).toBe('ok');
  const asked = await view(id);
  expect(asked.device?.prompt).toMatchObject({ id: 'format', answer: 'accept' });
  expect(asked.current).toBe('carry-over');
  expect(await doing(id, { kind: 'press', key: 'accept' })).toBe('ok');
  workshop.pass(10);
  expect(await doing(id, { kind: 'look' })).toBe('ok');
  expect((await view(id)).device?.prompt).toMatchObject({ id: 'move', answer: 'refuse' });
  expect(await doing(id, { kind: 'press', key: 'refuse' })).toBe('ok');
  const started = await view(id);
  expect(started.job).toMatchObject({ outcome: 'started', power: null });
  expect(started.job.installed?.benchLabel).toMatch(/^KV-/u);
  expect(started.current).toBe('prove');
  expect(started.history.map(({ sentence }) => sentence).join('\n')).toMatch(
    /At “FORMAT THE NEW STORAGE\?”: accepted\.\n.*wrote its drive by itself: formatted\.\n.*refused\.\nIt started/u,
  );
});

it('a handheld restores itself over the network, is spoiled by a key, and begins anew', async () => {
  const id = await begin('braskit-heron', '2280-S3-M', 'network');
  expect(await doing(id, { kind: 'step', stepId: (await view(id)).nextStepId })).toBe('hold-second-copy');
  expect(await doing(id, { kind: 'observe', fact: 'second-copy.made', value: true })).toBe('ok');
  await hands(id);
  await doing(id, { kind: 'observe', fact: 'charger.connected', value: true });
  expect(await switchOn(workshop, id)).toBe('ok');
  // An empty drive finds nothing, which is right, and the work goes on to Carry over.
  expect((await view(id)).current).toBe('carry-over');
  expect(await doing(id, { kind: 'switch-off' })).toBe('ok');
  expect(await doing(id, { kind: 'switch-on', menu: true })).toBe('ok');
  workshop.pass(5);
  const { menu } = (await view(id)).device!;
  expect(menu!.map(({ id: entry, note }) => [entry, note])).toEqual([
    ['drive', 'nothing on it'],
    ['network', 'long; then leave it alone'],
  ]);
  expect(await doing(id, { kind: 'press', key: 'network' })).toBe('ok');
  workshop.pass(10);
  expect((await view(id)).device?.phase?.leaveAlone).toBe(true);
  expect(await doing(id, { kind: 'press', key: 'touch' })).toBe('ok');
  expect(await doing(id, { kind: 'look' })).toBe('ok');
  expect((await view(id)).job.lastStart).toMatchObject({ code: 'spoiled' });
  expect(await doing(id, { kind: 'switch-off' })).toBe('ok');
  expect(await doing(id, { kind: 'switch-on', menu: true })).toBe('ok');
  workshop.pass(5);
  expect(await doing(id, { kind: 'press', key: 'network' })).toBe('ok');
  workshop.pass(600);
  expect(await doing(id, { kind: 'press', key: 'refuse' })).toBe('ok');
  expect(await doing(id, { kind: 'look' })).toBe('ok');
  expect((await view(id)).job).toMatchObject({ outcome: 'started' });
});

it('a recorder wants its cables in their order, and a network restore only where the job takes it', async () => {
  const id = await begin('vellamar-skein', '3.5-inch', 'format');
  expect(await doing(id, { kind: 'observe', fact: 'mains.plugged', value: true })).toBe('not-closed');
  await doing(id, { kind: 'observe', fact: 'second-copy.made', value: true });
  expect(await doing(id, { kind: 'revision', revisionId: 'screwed' })).toBe('ok');
  await workshop.runtime.database.query('update technician set mains = true');
  await hands(id);
  const plug = (fact: string) => doing(id, { kind: 'observe', fact, value: true });
  expect(await plug('mains.plugged')).toBe('cable-order');
  expect(await plug('feeds.on')).toBe('ok');
  expect(await plug('mains.plugged')).toBe('cable-order');
  expect(await plug('cables.outside')).toBe('ok');
  expect(await plug('mains.plugged')).toBe('ok');
  expect(await doing(id, { kind: 'switch-on' })).toBe('ok');
  expect(await doing(id, { kind: 'press', key: 'network' })).toBe('other-way');
  workshop.pass(600);
  expect(await doing(id, { kind: 'look' })).toBe('ok');
  expect((await view(id)).job).toMatchObject({ outcome: 'started' });
});

it('the maker’s storage mode has its own limit, and the lower charge counts until it is chosen', async () => {
  const id = await begin('braskit-heron', '2280-S3-M', 'copy-on-dock');
  await doing(id, { kind: 'charge', percent: 35 });
  const next = async () => doing(id, { kind: 'step', stepId: (await view(id)).nextStepId });
  expect(await next()).toBe('hold-charge');
  expect(await doing(id, { kind: 'charge-policy', policy: 'storage-mode' })).toBe('ok');
  expect(await next()).toBe('ok');
  expect(await doing(id, { kind: 'charge-policy', policy: 'low-charge' })).toBe('opened');
  let said = 'ok';
  while (said === 'ok') said = await next();
  expect(said).toBe('hold-storage-mode');
  expect(await doing(id, { kind: 'observe', fact: 'storage-mode.entered', value: true })).toBe('ok');
  expect(await next()).toBe('ok');
});
