import { randomLcg } from 'd3-random';
import { planDay } from '@/core/day';
import { addTechnician, dayView } from '@/server';
import { type Workshop, act, jobView, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
}, 60_000);
afterAll(() => workshop.close());
const plan = async () => {
  const view = await dayView(workshop.runtime);
  return { ...view, plan: planDay(view.day, randomLcg(0.4)) };
};

it('a day is made of what the open jobs still want: a chain each, ending in its hand-over, in hours and by rights', async () => {
  const { day, plan: planned } = await plan();
  expect(day.jobs.map(({ id }) => id).sort()).toEqual(['Q-0412', 'Q-0413', 'Q-0414', 'Q-0415', 'Q-0416']);
  for (const { id } of day.jobs) {
    const own = day.tasks.filter(({ jobId }) => jobId === id);
    expect(own.at(-1)!.what).toBe('Hand over');
    own.forEach(({ after }, i) => expect(after).toEqual(i === 0 ? [] : [own[i - 1]!.id]));
  }
  expect(day.tasks.some(({ machine }) => machine === 'dock')).toBe(true);
  expect(planned.never).toEqual([]);
  // Eight in the morning, UTC; the line's hours are those of its own clock.
  expect(day.crew.every(({ windows }) => windows.length > 0)).toBe(true);
  for (const { mains, initials } of day.crew)
    if (!mains)
      expect(
        planned.slots.filter(
          ({ taskId, by }) => by === initials && day.tasks.find(({ id }) => id === taskId)!.mains,
        ),
      ).toEqual([]);
});

it('what is done falls out of it, and what is held says so', async () => {
  const before = (await plan()).day.tasks.filter(({ jobId }) => jobId === 'Q-0412').length;
  const { runtime } = workshop;
  expect(
    await act(runtime, 'Q-0412', {
      kind: 'choose',
      driveId: 'ostrel-marl-2000',
      padIds: ['lindrel-soft-250'],
    }),
  ).toBe('ok');
  const after = await plan();
  expect(after.day.tasks.filter(({ jobId }) => jobId === 'Q-0412')).toHaveLength(before - 1);
  const { holds } = await jobView(runtime, 'Q-0414');
  expect(holds.length).toBeGreaterThan(0);
  expect(after.day.jobs.find(({ id }) => id === 'Q-0414')!.held).toContain('card');
});

it('nobody with hours leaves all hands undone, and says so; hours that are no hours are refused', async () => {
  const { runtime } = workshop;

  for (const [initials, name, mains] of [
    ['IM', 'Ines Marrow', false],
    ['TK', 'Tovan Kell', true],
  ] as const)
    await addTechnician(runtime, { initials, name, mains, hours: '' });
  const { day, plan: planned } = await plan();
  expect(planned.never.length).toBe(day.tasks.length);
  expect(planned.slots).toEqual([]);
  // How short such a day could be nobody can say.
  expect(planned.gap).toBeNull();
  await addTechnician(runtime, { initials: 'IM', name: 'Ines Marrow', mains: false, hours: '00:00-24:00' });
  const wrong = { initials: 'IM', name: 'Ines Marrow', mains: false, hours: '17:00-08:00' };
  expect(await addTechnician(runtime, wrong)).toMatchObject({ ok: false, fault: { code: 'form' } });
  const back = await plan();
  expect(back.plan.slots.some(({ by }) => by === 'IM')).toBe(true);
});
