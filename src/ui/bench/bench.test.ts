import type { Day, DayTask, Plan, Slot } from '@/core/day';
import type { BenchCard } from '@/core/job-view';
import { dayWords } from './day-words';
import { lanesOf, stretchOf } from './lanes';
import { nextOf } from './next-of';

const now = '2026-11-24T07:40:00.000Z';
const show = { locale: 'en-GB', timeZone: 'UTC' };
const exactly = (minutes: number) => ({ least: minutes, middle: minutes, most: minutes });
const task = (id: string, jobId: string, more: Partial<DayTask> = {}): DayTask => ({
  id,
  jobId,
  station: 'open',
  what: id,
  hands: true,
  mains: false,
  machine: null,
  minutes: exactly(12.4),
  after: [],
  notBefore: 0,
  ...more,
});
const slot = (taskId: string, from: number, to: number, by: string | null = null): Slot => ({
  taskId,
  from,
  to,
  by,
});
const day: Day = {
  tasks: [
    task('open', 'Q-1'),
    task('copy-1', 'Q-1', { hands: false, machine: 'dock' }),
    task('copy-2', 'Q-2', { hands: false, machine: 'dock' }),
    task('close', 'Q-1'),
    task('rest', 'Q-2', { hands: false }),
  ],
  jobs: ['Q-1', 'Q-2'].map((id) => ({ id, device: `Device ${id}`, who: '', promisedMin: null, held: null })),
  crew: [
    { initials: 'IM', name: 'Ines Marrow', mains: false, windows: [] },
    { initials: 'TK', name: 'Tovan Kell', mains: true, windows: [] },
  ],
  machines: { dock: 2, network: 1 },
};
const card = (id: string, next: string): BenchCard => ({
  id,
  station: 'open',
  device: `Device ${id}`,
  who: '',
  column: 'hands',
  next,
  worst: null,
});
const plan = (slots: Slot[], more: Partial<Plan> = {}): Plan => ({
  slots,
  endMin: Math.max(0, ...slots.map(({ to }) => to)),
  leastMin: 0,
  gap: 0,
  never: [],
  order: [],
  ...more,
});

describe('lanes', () => {
  it('are one for each person, for each machine that runs, and one more where two run at once', () => {
    const lanes = lanesOf(day, [
      slot('open', 0, 12, 'IM'),
      slot('copy-1', 12, 60),
      slot('copy-2', 30, 70),
      slot('rest', 5, 9),
      slot('close', 60, 60, 'TK'),
    ]);
    expect(lanes.map(({ name, person, slots }) => [name, person, slots.map(({ taskId }) => taskId)])).toEqual(
      [
        ['Ines Marrow', 'IM', ['open']],
        ['Tovan Kell', 'TK', ['close']],
        ['Dock', null, ['copy-1']],
        ['', null, ['copy-2']],
        ['By itself', null, ['rest']],
      ],
    );
  });

  it('show some hours from now, or from shortly before the first work of the morning; full hours of the clock', () => {
    const soon = stretchOf([slot('open', 0, 30, 'IM')], now);
    expect([soon.begin, soon.end, soon.hours]).toEqual([0, 180, [20, 80, 140]]);
    const morning = stretchOf([slot('open', 800, 1700, 'IM')], now);
    expect([morning.begin, morning.end]).toEqual([785, 1385]);
    expect(morning.hours.map((minutes) => minutes - 20)).toEqual([780, 900, 1020, 1140, 1260]);
    expect([morning.share(785), morning.share(1085), morning.share(9999)]).toEqual([0, 0.5, 1]);
    expect(stretchOf([], now)).toMatchObject({ begin: 0, end: 180 });
  });
});

describe('the next act', () => {
  const given = (slots: Slot[]) => ({
    day,
    plan: plan(slots),
    cards: [card('Q-1', 'Cover off'), card('Q-2', 'Copying')],
    now,
    show,
  });

  it('is the first of whoever works, said as its job says it, now or when', () => {
    const slots = [slot('open', 0, 12, 'IM'), slot('close', 50, 62, 'TK')];
    expect(nextOf(given(slots), 'IM')).toEqual({
      jobId: 'Q-1',
      station: 'open',
      title: 'Cover off',
      hint: 'now, about 12 min · open',
      isNow: true,
    });
    // Not the first of its job: as the plan calls it, and no station that it has not reached.
    expect(nextOf(given(slots), 'TK')).toMatchObject({ station: '', title: 'close', isNow: false });
    expect(nextOf(given(slots), 'TK')!.hint).toContain('Tue 08:30');
  });

  it('is the first of all where nobody was picked, and nothing where nothing is theirs', () => {
    const slots = [slot('copy-1', 0, 5), slot('close', 50, 62, 'TK')];
    expect(nextOf(given(slots), null)?.title).toBe('close');
    expect(nextOf(given(slots), 'IM')).toBeNull();
  });
});

it('the day in one line: how many, when all is done, how far from the shortest, which promises likely hold', () => {
  const words = (more: Partial<Plan>, holds: (number | null)[], held: string[] = []) =>
    dayWords({
      count: 2,
      held,
      planned: {
        plan: plan([slot('open', 0, 80, 'IM')], more),
        chances: holds.map((one, i) => ({
          jobId: `Q-${i}`,
          endMin: 0,
          lateEndMin: 0,
          holds: one,
          slackMin: null,
        })),
        slips: [],
      },
      now,
      show,
    });
  expect(words({}, [0.9, null])).toBe(
    '2 devices on the bench · all done Tue 09:00, as short as it can be · all promises likely hold',
  );
  // What is held keeps no promise yet.
  expect(words({}, [0.9, 1], ['Q-1'])).toMatch(/1 of 1 promises likely hold · 1 held$/u);
  expect(words({ gap: 0.041 }, [0.9, 0.2])).toContain(
    'at most 5 % longer than the shortest that can be · 1 of 2',
  );
  expect(words({ gap: null, never: ['open'] }, [])).toContain('1 piece of work nobody here can do');
  expect(dayWords({ count: 1, held: [], planned: null, now, show })).toBe('1 device on the bench');
});
