import { profileFaults } from '@/core/device';
import { renewShipped } from '@/server/shipped';
import { jobView, openWorkshop } from './workshop';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openRuntime, readProfiles } from '@/server';
import { memoryDatabase } from './memory-database';
import { migrate, readMigrations } from '@/server/migrate';
import { inProcess } from './workshop';

const at = '2026-11-20T08:00:00.000Z';

/** A job as the release before kept it. */
const oldJob = {
  schema: 'jicara.job/1',
  id: 'Q-0500',
  route: 'copy-on-dock',
  takeIn: {
    profileId: 'braskit-osprey',
    owner: 'Bosun',
    serial: '',
    place: '',
    wish: 'bigger',
    wantedGB: 2000,
    dataToKeep: true,
    oldDrive: { sizeCode: '2242-S3-M', labelGB: 512, usedBytes: 420e6 },
    encryption: 'no',
    card: 'no',
    swollen: 'no',
    consent: true,
    chargePercent: 20,
    promisedAt: null,
    note: '',
  },
  measures: {},
  choice: { driveId: 'ostrel-marl-2000', padId: 'lindrel-soft-250' },
  wish: { holdBackPercent: 10 },
  dock: null,
  copy: null,
  outcome: null,
  lastStart: null,
  readings: {},
  proved: false,
  handedOver: null,
};

it('a workshop of the release before opens: devices and parts in today’s format, its jobs with their choices', async () => {
  const folder = await mkdtemp(join(tmpdir(), 'jicara-upgrade-'));
  const database = await memoryDatabase();
  const migrations = await readMigrations(join(process.cwd(), 'src/server/migrations'));
  expect((await migrate(database, migrations.slice(0, 2))).ok).toBe(true);
  await database.query(
    "insert into device_profile (id, maker, name, document) values ('braskit-osprey', 'Braskit', 'Osprey', $1)",
    [{ schema: 'jicara.device/1', id: 'braskit-osprey' }],
  );
  await database.query("insert into drive values ('ostrel-marl-2000', 'Ostrel', 'Marl', 2000, 16800, $1)", [
    { schema: 'jicara.drive/1' },
  ]);
  for (const [id, choice] of [
    ['Q-0500', oldJob.choice],
    ['Q-0501', { driveId: 'kelvane-dusk-1000', padId: null }],
    ['Q-0502', null],
  ] as const)
    await database.query(
      'insert into job (id, profile_id, owner, taken_in_at, document) values ($1, $2, $3, $4, $5)',
      [id, 'braskit-osprey', 'Bosun', at, { ...oldJob, id, choice, wish: choice ? oldJob.wish : null }],
    );
  const opened = await openRuntime({
    dataFolder: folder,
    projectFolder: process.cwd(),
    kind: 'own',
    threads: inProcess,
    database,
  });
  if (!opened.ok) throw new Error(opened.fault.sentence);
  const view = async (id: string) => await jobView(opened.value, id);
  expect(await view('Q-0500')).toMatchObject({
    job: {
      choice: { padIds: ['lindrel-soft-250'], reason: null },
      takeIn: { oldDrive: { formFactor: '2242-S3-M' }, systemVersion: null },
    },
    build: { drive: { id: 'ostrel-marl-2000' }, pads: [{ id: 'lindrel-soft-250' }] },
    layoutFault: null,
  });
  expect((await view('Q-0501')).job.choice?.padIds).toEqual([]);
  expect((await view('Q-0502')).job.choice).toBeNull();
  await opened.value.close();
  await rm(folder, { recursive: true, force: true });
});

it('profiles of one’s own that do not say what powers them stay, and the shipped ones are renewed once, not at each start', async () => {
  const { runtime, close } = await openWorkshop();
  const { database } = runtime;
  const demo = join(process.cwd(), 'demo');
  await database.query(
    `insert into device_profile (id, maker, name, document)
     select 'own-player', maker, 'Own', jsonb_set(document, '{id}', '"own-player"') #- '{procedure,power}' #- '{firstPower,cables}'
     from device_profile where id = 'braskit-osprey'`,
  );
  await database.transaction((sql) => renewShipped(sql, demo, '2026-11-25T08:00:00.000Z'));
  await database.query(
    `update device_profile set document = jsonb_set(document, '{family}', '"as we know it"') where id = 'braskit-wren'`,
  );
  await database.transaction((sql) => renewShipped(sql, demo, '2026-11-25T08:00:00.000Z'));
  const kept = await database.query<{ id: string; power: string; family: string }>(
    `select id, document->'procedure'->>'power' as power, document->>'family' as family from device_profile
     where id in ('own-player', 'braskit-wren') order by id`,
  );
  expect(kept).toMatchObject([
    { id: 'braskit-wren', family: 'as we know it' },
    { id: 'own-player', power: 'cell' },
  ]);
  await close();
});

it('a profile that today’s proof refuses is read all the same, told with its step, and keeps no job from being read', async () => {
  const { runtime, close } = await openWorkshop();
  const { database } = runtime;
  const spoil = (table: string) =>
    `update ${table} set document = jsonb_set(document, '{procedure,open,3,needs}',
       '[{"fact": "never.so", "value": true}]') where id = 'braskit-heron'`;
  await database.query(spoil('device_profile'));
  const { profiles, unread } = await readProfiles(database);
  expect([profiles.length, unread]).toEqual([8, []]);
  const heron = profiles.find(({ id }) => id === 'braskit-heron')!;
  expect(profileFaults(heron).map(({ message }) => message)).toContainEqual(
    expect.stringMatching(/^step .*never\.so/u),
  );
  // Its job goes on with the profile that it began with.
  expect((await jobView(runtime, 'Q-0413'))?.profile.name).toBe('Heron');
  await close();
});

it('what stood under words that were given up is kept under those that count', async () => {
  const database = await memoryDatabase();
  const migrations = await readMigrations(join(process.cwd(), 'src/server/migrations'));
  expect((await migrate(database, migrations.slice(0, 9))).ok).toBe(true);
  await database.execute(`
    insert into device_profile (id, maker, name, document) values ('one', 'Braskit', 'Osprey', '{}');
    insert into technician (initials, name) values ('IM', 'Ines Marrow');
    insert into job (id, profile_id, owner, taken_in_at, document) values
      ('Q-0500', 'one', 'Bosun', now(), '{"chargeSchool": "storage-mode", "route": "stick"}'),
      ('Q-0501', 'one', 'Bosun', now(), '{"route": "stick"}');
    insert into practice_record (initials, profile_id, acts) values ('IM', 'one',
      '[{"actId": "off", "intervalDays": 2, "dueOn": "2026-11-26"}, {"actId": "cover", "intervalDays": 1, "dueOn": "2026-11-27"}]');
  `);
  expect((await migrate(database, migrations)).ok).toBe(true);
  expect(await database.query('select document from job order by id')).toEqual([
    { document: { chargePolicy: 'storage-mode', route: 'stick' } },
    { document: { route: 'stick' } },
  ]);
  expect(await database.query('select steps from practice_record')).toEqual([
    {
      steps: [
        { stepId: 'off', intervalDays: 2, dueOn: '2026-11-26' },
        { stepId: 'cover', intervalDays: 1, dueOn: '2026-11-27' },
      ],
    },
  ]);
  await database.close();
});

it('copies of before are told by their grade, those on a sheet that was handed over too', async () => {
  const database = await memoryDatabase();
  const migrations = await readMigrations(join(process.cwd(), 'src/server/migrations'));
  expect((await migrate(database, migrations.slice(0, 10))).ok).toBe(true);
  const copy = (mode: string) => ({ blocks: 3, readBack: { mode, reason: 'x' } });
  await database.execute(
    "insert into device_profile (id, maker, name, document) values ('one', 'B', 'O', '{}')",
  );
  for (const [id, document] of [
    ['Q-0501', { copy: copy('skipped'), handedOver: null }],
    ['Q-0502', { copy: copy('last'), handedOver: { sheet: { copy: copy('each'), device: 'D' } } }],
    ['Q-0503', { copy: null, handedOver: { sheet: { copy: null } } }],
  ] as const)
    await database.query(
      "insert into job (id, profile_id, owner, taken_in_at, document) values ($1, 'one', 'Bosun', $2, $3)",
      [id, at, document],
    );
  expect((await migrate(database, migrations)).ok).toBe(true);
  expect(await database.query('select document from job order by id')).toEqual([
    {
      document: {
        copy: { ...copy('skipped'), grade: 'not-read-back', simulated: true },
        handedOver: null,
      },
    },
    {
      document: {
        copy: { ...copy('last'), grade: 'read-back', simulated: true },
        handedOver: {
          sheet: { copy: { ...copy('each'), grade: 'read-back', simulated: true }, device: 'D' },
        },
      },
    },
    { document: { copy: null, handedOver: { sheet: { copy: null } } } },
  ]);
  await database.close();
});
