import { randomLcg, randomNormal } from 'd3-random';
import fc from 'fast-check';
import { type Day, type DayTask, type Plan, chancesOf, planDay, slipsOf } from '.';

const exactly = (minutes: number) => ({ least: minutes, middle: minutes, most: minutes });
const task = (id: string, jobId: string, minutes: number, more: Partial<DayTask> = {}): DayTask => ({
  id,
  jobId,
  station: 'open',
  what: id,
  hands: true,
  mains: false,
  machine: null,
  minutes: exactly(minutes),
  after: [],
  notBefore: 0,
  ...more,
});
const always = [{ from: 0, to: 100_000 }];
const worker = (initials: string, windows = always, mains = false) => ({
  initials,
  name: initials,
  mains,
  windows,
});
const job = (id: string, promisedMin: number | null = null) => ({
  id,
  device: id,
  who: '',
  promisedMin,
  held: null,
});

/** Looks a plan over by itself: order, hands, rights, hours, machines, lengths. Returns what is wrong. */
function wrongWith({ tasks, crew, machines }: Day, { slots, never }: Plan): string[] {
  const wrong: string[] = [];
  const at = new Map(slots.map((slot) => [slot.taskId, slot]));
  const of = new Map(tasks.map((one) => [one.id, one]));
  if (at.size + never.length !== tasks.length) wrong.push('a task is missing');
  for (const { taskId, from, to, by } of slots) {
    const { hands, mains, minutes, after, notBefore } = of.get(taskId)!;
    for (const before of after) {
      const other = at.get(before);
      if (other && other.to > from + 1e-6) wrong.push(`${taskId} begins before ${before} is done`);
      if (!other && never.includes(before)) wrong.push(`${taskId} stands though ${before} never does`);
    }
    if (from < notBefore - 1e-6) wrong.push(`${taskId} is too early`);
    if (!hands && Math.abs(to - from - minutes.middle) > 1e-6) wrong.push(`${taskId} has another length`);
    if (hands) {
      const who = crew.find(({ initials }) => initials === by);
      if (!who) wrong.push(`${taskId} is done by nobody`);
      const { pin } = of.get(taskId)!;
      if (pin && (pin.by !== by || from < pin.fromMin - 1e-6))
        wrong.push(`${taskId} is not where it is pinned`);
      if (mains && !who?.mains) wrong.push(`${taskId} is done by one who may not`);
      const inHours =
        who?.windows.reduce(
          (sum, one) => sum + Math.max(0, Math.min(to, one.to) - Math.max(from, one.from)),
          0,
        ) ?? 0;
      if (Math.abs(inHours - minutes.middle) > 1e-6)
        wrong.push(`${taskId}: ${inHours} worked of ${minutes.middle}`);
    }
  }
  for (const { initials, windows } of crew) {
    const own = slots
      .filter(({ by, from, to }) => by === initials && to > from)
      .sort((a, b) => a.from - b.from);
    for (const [i, one] of own.entries()) {
      const next = own[i + 1];
      if (next && next.from < one.to - 1e-6) wrong.push(`${initials} does two things at ${next.from}`);
    }
    if (windows.length === 0 && own.length > 0) wrong.push(`${initials} is not here`);
  }
  for (const [machine, count] of Object.entries(machines)) {
    const own = slots.filter(({ taskId }) => of.get(taskId)?.machine === machine);
    for (const { from } of own)
      if (own.filter((one) => one.from <= from + 1e-9 && one.to > from + 1e-6).length > count)
        wrong.push(`${machine} runs too often at ${from}`);
  }
  return wrong;
}

/** A job as they come to a bench: hands, a copy or a wait of its own, hands again. */
function benchJob(id: string, random: () => number): DayTask[] {
  const minutes = (least: number, most: number) => Math.round(least + random() * (most - least));
  const chain: [string, number, Partial<DayTask>][] = [
    ['plan', minutes(3, 6), {}],
    ['open', minutes(8, 30), { mains: random() < 0.15 }],
    ...(random() < 0.7
      ? ([
          ['dock', 3, {}],
          ['copy', minutes(15, 70), { hands: false, machine: 'dock' }],
        ] as [string, number, Partial<DayTask>][])
      : ([['wait', minutes(5, 40), { hands: false }]] as [string, number, Partial<DayTask>][])),
    ['close', minutes(10, 35), {}],
    ['start', 4, {}],
    ['prove', minutes(5, 12), {}],
  ];
  return chain.map(([name, length, more], i) =>
    task(`${id}-${name}`, id, length, { ...more, after: i === 0 ? [] : [`${id}-${chain[i - 1]![0]}`] }),
  );
}

function benchDay(seed: number, jobs: number): Day {
  const random = randomLcg(seed);
  const list = Array.from({ length: jobs }, (_, i) => `J${i}`);
  const hours = [
    { from: 0, to: 240 },
    { from: 270, to: 540 },
    { from: 1440, to: 1680 },
    { from: 1710, to: 1980 },
    { from: 2880, to: 3420 },
    { from: 4320, to: 4860 },
  ];
  return {
    tasks: list.flatMap((id) => benchJob(id, random)),
    jobs: list.map((id) => job(id)),
    crew: [worker('IM', hours), worker('TK', hours, true)],
    machines: { dock: 2 },
  };
}

describe('a day', () => {
  it('is valid, and within 3 % of the bound on nine seeded days of ten', () => {
    const gaps = Array.from({ length: 20 }, (_, i) => {
      // Of fewer jobs the bound says little: those are held against all that can be done, below.
      const day = benchDay(i / 20 + 0.01, 7 + (i % 9));
      const plan = planDay(day, randomLcg(0.5));
      expect([i, wrongWith(day, plan)]).toEqual([i, []]);
      expect(plan.endMin).toBeGreaterThanOrEqual(plan.leastMin - 1e-6);
      return plan.gap ?? Infinity;
    });
    expect(gaps.filter((gap) => gap <= 0.03).length).toBeGreaterThanOrEqual(18);
  });

  it('forty jobs take under two seconds, and two hundred under ten', () => {
    for (const [jobs, seconds] of [
      [40, 2],
      [200, 10],
    ] as const) {
      const day = benchDay(0.3, jobs);
      // Two hundred jobs want more days than the hours above have: a crew of ten.
      const crew =
        jobs === 200
          ? Array.from({ length: 10 }, (_, i) => worker(`T${i}`, day.crew[0]!.windows as typeof always, true))
          : day.crew;
      const begun = process.cpuUsage();
      const plan = planDay({ ...day, crew, machines: { dock: jobs / 10 } }, randomLcg(0.5));
      const { user, system } = process.cpuUsage(begun);
      expect([jobs, (user + system) / 1e6 < seconds]).toEqual([jobs, true]);
      expect(wrongWith({ ...day, crew, machines: { dock: jobs / 10 } }, plan)).toEqual([]);
    }
  });

  it('is as short as any on days small enough to try all', () => {
    const random = randomLcg(0.77);
    for (let n = 0; n < 120; n += 1) {
      const day = smallDay(random);
      const plan = planDay(day, randomLcg(0.5));
      expect(wrongWith(day, plan)).toEqual([]);
      expect([n, anyShorter(day, plan.endMin)]).toEqual([n, false]);
    }
  });

  it('hands keep busy while machines run: the long copy is begun first', () => {
    const day: Day = {
      tasks: [
        task('a-open', 'a', 10),
        task('a-close', 'a', 10, { after: ['a-open'] }),
        task('b-open', 'b', 10),
        task('b-copy', 'b', 60, { hands: false, machine: 'dock', after: ['b-open'] }),
        task('b-close', 'b', 10, { after: ['b-copy'] }),
      ],
      jobs: [job('a'), job('b')],
      crew: [worker('IM')],
      machines: { dock: 1 },
    };
    const plan = planDay(day, randomLcg(0.1));
    expect(plan.slots[0]!.taskId).toBe('b-open');
    expect([plan.endMin, plan.gap]).toEqual([80, 0]);
  });

  it('keeps a promise before all else, goes over a break, and says what nobody can do', () => {
    const day: Day = {
      tasks: [
        task('a', 'a', 50),
        task('b', 'b', 20),
        task('c', 'c', 5, { mains: true }),
        task('d', 'c', 5, { after: ['c'] }),
        task('e', 'e', 5, { hands: false, machine: 'oven' }),
      ],
      jobs: [job('a', 130), job('b', 25), job('c'), job('e')],
      crew: [
        worker('IM', [
          { from: 0, to: 30 },
          { from: 60, to: 200 },
        ]),
        worker('TK', []),
      ],
      machines: { dock: 1 },
    };
    const plan = planDay(day, randomLcg(0.1));
    expect(plan.slots.map(({ taskId, from, to }) => [taskId, from, to])).toEqual([
      ['b', 0, 20],
      ['a', 20, 100],
    ]);
    expect(plan.never).toEqual(['c', 'd', 'e']);
    expect(plan.gap).toBeNull();
    expect(wrongWith(day, plan)).toEqual([]);
  });

  it('made anew after a fact changed, it moves as little as it may', () => {
    const day = benchDay(0.42, 8);
    const before = planDay(day, randomLcg(0.5));
    const [first] = before.slots;
    const left: Day = { ...day, tasks: day.tasks.filter(({ id }) => id !== first!.taskId) };
    const after = planDay(left, randomLcg(0.5), before.order);
    const at = (plan: Plan) => new Map(plan.slots.map(({ taskId }, rank) => [taskId, rank]));
    const [was, is] = [at(before), at(after)];
    const ids = left.tasks.map(({ id }) => id);
    const pairs = ids.flatMap((a, n) => ids.slice(n + 1).map((b) => [a, b] as const));
    const turned = pairs.filter(([a, b]) => was.get(a)! < was.get(b)! !== is.get(a)! < is.get(b)!).length;
    expect(turned / pairs.length).toBeLessThan(0.12);
    expect(planDay(left, randomLcg(0.5), before.order)).toEqual(after);
  });

  it('keeps every pin, and what runs already runs on', () => {
    const random = randomLcg(0.31);
    for (let n = 0; n < 40; n += 1) {
      const day = benchDay(n / 40 + 0.003, 5);
      const tasks = day.tasks.map((one): DayTask => {
        if (!one.hands || one.mains || random() > 0.2) return one;
        return {
          ...one,
          pin: { by: random() < 0.5 ? 'IM' : 'TK', fromMin: Math.round(random() * 900) - 60 },
        };
      });
      const pinned = { ...day, tasks };
      expect([n, wrongWith(pinned, planDay(pinned, randomLcg(0.5)))]).toEqual([n, []]);
    }
    const runs: Day = {
      tasks: [
        task('a', 'a', 60, { hands: false, machine: 'dock', runs: true }),
        task('b', 'b', 5, { hands: false, machine: 'dock' }),
      ],
      jobs: [job('a'), job('b', 5)],
      crew: [],
      machines: { dock: 1 },
    };
    // The promise of b would want it first.
    expect(planDay(runs, randomLcg(0.1)).slots.map(({ taskId, from }) => [taskId, from])).toEqual([
      ['a', 0],
      ['b', 60],
    ]);
  });

  it('tells which promise slips if one copy takes as long as it may, and no other', () => {
    const copy = { least: 20, middle: 30, most: 50 };
    const day: Day = {
      tasks: [
        task('a-copy', 'a', 0, { hands: false, machine: 'dock', minutes: copy }),
        task('a-close', 'a', 10, { after: ['a-copy'] }),
        task('b-copy', 'b', 0, { hands: false, machine: 'dock', minutes: copy }),
        task('b-close', 'b', 10, { after: ['b-copy'] }),
        task('c', 'c', 5),
      ],
      jobs: [job('a', 65), job('b', 85), job('c', 2)],
      crew: [worker('IM')],
      machines: { dock: 1 },
    };
    const order = ['a-copy', 'b-copy', 'c', 'a-close', 'b-close'];
    // a: through at 40, at 60 if its copy is long. b: at 70, at 90 if either copy is long. c is late already.
    expect(slipsOf(day, { order })).toEqual([
      { taskId: 'a-copy', overMin: 20, late: [{ jobId: 'b', byMin: 5 }] },
      { taskId: 'b-copy', overMin: 20, late: [{ jobId: 'b', byMin: 5 }] },
    ]);
    expect(slipsOf({ ...day, jobs: [job('a', 65), job('b', 95), job('c')] }, { order })).toEqual([]);
  });

  it('of nothing is nothing; promises that are over and lengths of nothing break nothing', () => {
    const nothing: Day = { tasks: [], jobs: [], crew: [], machines: {} };
    expect(planDay(nothing, randomLcg(0.1))).toMatchObject({ slots: [], endMin: 0, gap: 0, never: [] });
    fc.assert(
      fc.property(
        fc.array(fc.nat(5), { maxLength: 12 }),
        fc.integer({ min: -500, max: 50 }),
        (lengths, promised) => {
          const day: Day = {
            tasks: lengths.map((length, i) =>
              task(`t${i}`, 'a', length, { after: i > 1 ? [`t${i - 2}`, 'gone'] : [] }),
            ),
            jobs: [job('a', promised)],
            crew: [
              worker('IM', [
                { from: 10, to: 30 },
                { from: 40, to: 400 },
              ]),
            ],
            machines: {},
          };
          return wrongWith(day, planDay(day, randomLcg(0.2))).length === 0;
        },
      ),
      { numRuns: 30 },
    );
  });
});

/** A day of up to five tasks of one to four minutes. */
function smallDay(random: () => number): Day {
  const pick = (n: number) => Math.floor(random() * n);
  const tasks = Array.from({ length: 3 + pick(3) }, (_, i): DayTask => {
    const kind = pick(4);
    return task(`t${i}`, `j${i % 3}`, 1 + pick(4), {
      hands: kind > 0,
      machine: kind === 0 ? 'dock' : null,
      after: i > 0 && pick(2) === 0 ? [`t${pick(i)}`] : [],
      notBefore: pick(4) === 0 ? pick(3) : 0,
    });
  });
  const crew =
    pick(2) === 0
      ? [worker('A')]
      : [
          worker('A'),
          worker('B', [
            { from: 0, to: 3 },
            { from: 5, to: 100 },
          ]),
        ];
  return { tasks, jobs: ['j0', 'j1', 'j2'].map((id) => job(id)), crew, machines: { dock: 1 } };
}

/** Tries every start and person for every task, in whole minutes: whether any day is over before `end`. */
function anyShorter({ tasks, crew, machines }: Day, end: number): boolean {
  const placed: { id: string; from: number; to: number; by: string | null }[] = [];
  /** Minute by minute in someone's hours. */
  const workTo = (windows: Day['crew'][number]['windows'], from: number, length: number): number => {
    let left = length;
    let clock = from;
    while (left > 0) {
      const isHere = windows.some((one) => clock >= one.from && clock + 1 <= one.to);
      if (isHere) left -= 1;
      clock += 1;
      if (clock > end) return Infinity;
    }
    return clock;
  };
  const isHereAt = (windows: Day['crew'][number]['windows'], clock: number) =>
    windows.some((one) => clock >= one.from && clock + 1 <= one.to);
  const go = (i: number): boolean => {
    if (i === tasks.length) return true;
    const { id, hands, machine, minutes, after, notBefore } = tasks[i]!;
    const earliest = Math.max(
      notBefore,
      ...after.map((one) => placed.find((other) => other.id === one)!.to),
      0,
    );
    for (const person of hands ? crew : [null])
      for (let from = earliest; from + minutes.middle < end; from += 1) {
        if (person && !isHereAt(person.windows, from)) continue;
        const to = person ? workTo(person.windows, from, minutes.middle) : from + minutes.middle;
        if (to >= end) break;
        const clash = placed.filter((one) => one.from < to && one.to > from);
        if (person && clash.some(({ by }) => by === person.initials)) continue;
        if (
          machine !== null &&
          clash.filter((one) => tasks.find((t) => t.id === one.id)!.machine === machine).length >=
            (machines[machine] ?? 0)
        )
          continue;
        placed.push({ id, from, to, by: person?.initials ?? null });
        if (go(i + 1)) return true;
        placed.pop();
      }
    return false;
  };
  return go(0);
}

describe('chances', () => {
  const range = { least: 15, middle: 20, most: 28 };
  const day = (promised: number): Day => ({
    tasks: [
      { ...task('a', 'a', 20), minutes: range },
      { ...task('b', 'b', 20, { after: ['a'] }), minutes: range },
    ],
    jobs: [job('a', promised), job('b', 60)],
    crew: [worker('IM')],
    machines: {},
  });

  it('of a promise at the far end of its range are nine in ten, at its middle one in two', () => {
    const holds = (promised: number) => {
      const plan = planDay(day(promised), randomLcg(0.1));
      return chancesOf(day(promised), plan, randomNormal.source(randomLcg(0.9))(0, 1));
    };
    expect(holds(28)[0]!.holds).toBeGreaterThan(0.84);
    expect(holds(20)[0]!.holds).toBeCloseTo(0.5, 0);
    expect(holds(10)[0]!.holds).toBe(0);
    expect(holds(28)[0]!.slackMin).toBe(8);
    const [, second] = holds(28);
    expect(second!.lateEndMin).toBeGreaterThan(second!.endMin);
    expect(second!.holds).toBeGreaterThan(0.95);
    // Four in five are never through before what was planned.
    const quick = { least: 2, middle: 20, most: 20 };
    const early = { ...day(99), tasks: day(99).tasks.map((one) => ({ ...one, minutes: quick })) };
    for (const one of chancesOf(
      early,
      planDay(early, randomLcg(0.1)),
      randomNormal.source(randomLcg(0.9))(0, 1),
    ))
      expect(one.lateEndMin).toBeGreaterThanOrEqual(one.endMin);
  });
});
