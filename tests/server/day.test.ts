import { randomLcg } from 'd3-random';
import { planDay } from '@/core/day';
import type { PinForm } from '@/core/day';
import { addTechnician, benchView, pinTask } from '@/server';
import { type Workshop, act, jobView, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());
const plan = async () => {
  const view = await benchView(workshop.runtime);
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

describe('pins', () => {
  const set = (form: PinForm, requestId: string | null = null) =>
    pinTask(workshop.runtime, form, { by: 'IM', requestId });
  const at = '2026-05-18T12:15:00.000Z';

  it('hold a piece of work to somebody and a beginning, and what comes before it is done by then', async () => {
    const { day, frame } = await plan();
    const [first] = day.tasks.filter(({ jobId, hands }) => jobId === 'Q-0413' && hands).slice(1);
    const pin = { by: 'TK', at: new Date(Date.parse(frame.now) + 3 * 3_600_000).toISOString() };
    expect(await set({ taskId: first!.id, pin, was: null }, 'once-1')).toMatchObject({
      ok: true,
      value: { pin },
    });
    const there = await plan();
    const slot = there.plan.slots.find(({ taskId }) => taskId === first!.id)!;
    expect([slot.by, Math.round(slot.from) >= 180]).toEqual(['TK', true]);
    expect(there.pins[first!.id]).toEqual(pin);
    // Sent again, it is done once.
    expect(await set({ taskId: first!.id, pin, was: null }, 'once-1')).toMatchObject({
      ok: true,
      value: { pin },
    });
    // Two people with the same piece of work: the second one is told, and nothing moves.
    expect(await set({ taskId: first!.id, pin: { by: 'IM', at }, was: null })).toMatchObject({
      ok: false,
      fault: { code: 'changed', sentence: expect.stringContaining('TK') },
    });
    expect((await plan()).pins[first!.id]).toEqual(pin);
    expect(await set({ taskId: first!.id, pin: null, was: pin })).toMatchObject({
      ok: true,
      value: { pin: null },
    });
    expect((await plan()).pins).toEqual({});
  });

  it('of work that is no longer there, of machines, to nobody and of odd words are refused', async () => {
    const { day } = await plan();
    const copy = day.tasks.find(({ machine }) => machine === 'dock')!;
    const hands = day.tasks.find((one) => one.hands)!;
    const faults = [
      await set({ taskId: 'Q-0001 gone', pin: { by: 'IM', at }, was: null }),
      await set({ taskId: copy.id, pin: { by: 'IM', at }, was: null }),
      await set({ taskId: hands.id, pin: { by: 'ZZ', at }, was: null }),
      await pinTask(
        workshop.runtime,
        { taskId: hands.id, pin: { by: 'IM', at: 'soon' } },
        { by: null, requestId: null },
      ),
    ];
    expect(faults.map((one) => (one.ok ? 'ok' : one.fault.code))).toEqual([
      'not-found',
      'not-found',
      'not-found',
      'form',
    ]);
  });

  it('to somebody who may not open mains are refused; set before that, they are loose and said', async () => {
    const { day } = await plan();
    const mains = day.tasks.find((one) => one.mains)!;
    expect(await set({ taskId: mains.id, pin: { by: 'IM', at }, was: null })).toMatchObject({
      ok: false,
      fault: { code: 'not-allowed' },
    });
    await workshop.runtime.database.query(
      "insert into day_pin (task_id, by, at, set_by, set_at) values ($1, 'IM', now(), null, now())",
      [mains.id],
    );
    const { loosePins, plan: planned } = await plan();
    expect(loosePins).toEqual([expect.stringContaining('may not do it')]);
    expect(planned.never).toEqual([]);
    await workshop.runtime.database.query('delete from day_pin');
  });
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
