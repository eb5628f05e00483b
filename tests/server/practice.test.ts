import { keepPractice, practiceView } from '@/server';
import { type Workshop, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
}, 60_000);
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
