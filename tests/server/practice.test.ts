import { beginPractice } from '@/core/practice';
import { variantsOf } from '@/core/work';
import { dryRuns, keepPractice, practiceView } from '@/server';
import { findProfile, saveProfile } from '@/server/devices';
import { type Workshop, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const run = (more: object) => ({
  profileId: 'braskit-osprey',
  remembered: ['cover'],
  missed: ['foil'],
  ...more,
});

it('what was picked at the wrong time is counted for all who practise; what one remembers is their own', async () => {
  const { runtime } = workshop;
  const wrong = [
    { insteadOf: 'cover', picked: 'foil' },
    { insteadOf: 'cover', picked: 'foil' },
    { insteadOf: 'foil', picked: 'fan' },
  ];
  expect((await keepPractice(runtime, run({ wrong }), 'IM')).ok).toBe(true);
  expect((await keepPractice(runtime, run({ wrong: wrong.slice(2) }), 'TK')).ok).toBe(true);
  const { mistakes, records } = await practiceView(runtime, 'TK');
  expect(mistakes['braskit-osprey']).toEqual([
    { insteadOf: 'cover', picked: 'foil', times: 2 },
    { insteadOf: 'foil', picked: 'fan', times: 2 },
  ]);
  expect(records['braskit-osprey']!.map(({ stepId }) => stepId).sort()).toEqual(['cover', 'foil']);
});

it('sent twice it is counted once; an odd one is refused and counts nothing', async () => {
  const { runtime } = workshop;
  const wrong = [{ insteadOf: 'foil', picked: 'cover' }];
  for (let n = 0; n < 2; n += 1) await keepPractice(runtime, run({ wrong }), 'TK', 'practice-once');
  expect(await keepPractice(runtime, run({ wrong: [{ insteadOf: '', picked: 'x' }] }), 'TK')).toMatchObject({
    ok: false,
    fault: { code: 'form' },
  });
  // A page of before sends none.
  expect((await keepPractice(runtime, run({}), 'TK')).ok).toBe(true);
  const { mistakes } = await practiceView(runtime);
  expect(mistakes['braskit-osprey']!.find(({ picked }) => picked === 'cover')).toEqual({
    ...wrong[0],
    times: 1,
  });
});

it('a run is kept with the version that was run through; a changed device has a version that nobody ran through', async () => {
  const { runtime } = workshop;
  const { versions } = await practiceView(runtime);
  const version = versions['braskit-osprey']!;
  const of = async () => (await dryRuns(runtime.database, 'braskit-osprey'))['braskit-osprey'] ?? [];
  expect(await of()).toEqual([]);
  // Two steps of it are no run through.
  expect((await keepPractice(runtime, run({ version }), 'IM')).ok).toBe(true);
  expect(await of()).toEqual([]);
  const osprey = (await findProfile(runtime.database, 'braskit-osprey'))!;
  const [first, ...others] = beginPractice(osprey.procedure, 1, variantsOf(osprey.procedure)[0]).steps.map(
    (step) => step.id,
  );
  const whole = { remembered: others, missed: [first] };
  expect((await keepPractice(runtime, run({ version, ...whole }), 'IM')).ok).toBe(true);
  const at = runtime.now().toISOString();
  expect(await of()).toEqual([{ version, by: 'IM', at, steps: others.length + 1, missed: 1 }]);
  expect((await practiceView(runtime)).dryRuns['braskit-osprey']).toHaveLength(1);
  // A version that the device never had is refused, and nothing of that run is kept.
  const before = (await practiceView(runtime, 'RB')).records['braskit-osprey'];
  expect(await keepPractice(runtime, run({ version: version + 1 }), 'RB')).toMatchObject({
    ok: false,
    fault: { code: 'not-found' },
  });
  expect((await practiceView(runtime, 'RB')).records['braskit-osprey']).toEqual(before);
  // Changed, its new version was run through by nobody; what was run through before stands.
  await runtime.database.transaction((sql) => saveProfile(sql, osprey, { at, by: 'IM', why: 'again' }));
  expect((await practiceView(runtime)).versions['braskit-osprey']).toBe(version + 1);
  expect((await of()).map((one) => one.version)).toEqual([version]);
});
