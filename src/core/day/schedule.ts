import { Calendar } from './calendar';
import type { Day, DayTask, Slot } from './model';

// Looked up once: inner loops are quicker with names of their own.
const { max, min } = Math;
const never = Number.POSITIVE_INFINITY;

type Busy = { from: number; to: number };

/** A day in the form that is scheduled again and again: tasks by index, who may do them, calendars. */
export type Prepared = {
  tasks: readonly DayTask[];
  indexOf: ReadonlyMap<string, number>;
  before: readonly (readonly number[])[];
  behind: readonly (readonly number[])[];
  calendars: readonly Calendar[];
  /** For each task the last task of hands of its job before it: whoever does that goes on where it costs nothing. */
  handsBefore: readonly (number | null)[];
  /** For each task of hands: who may do it, as indices of the crew. */
  may: readonly (readonly number[])[];
  /** What runs already, then what is pinned, by its beginning: they are placed before all others. */
  pinned: readonly number[];
  minutes: readonly number[];
  machines: Day['machines'];
  crew: Day['crew'];
  /** For each job its last tasks and its promise. */
  ends: readonly { tasks: readonly number[]; promisedMin: number | null }[];
};

/** A pinned task cannot begin before its pin. */
const heldToPin = (task: DayTask): DayTask =>
  task.pin ? { ...task, notBefore: max(task.notBefore, task.pin.fromMin) } : task;

/**
 * Looks everything up once. Tasks that name one before them that is not there are taken as free to begin; a pin to somebody who may not
 * do the task leaves it undone.
 */
export function prepare({ tasks: given, jobs, crew, machines }: Day): Prepared {
  const tasks = given.map(heldToPin);
  const pinFrom = (i: number) => tasks[i]?.pin?.fromMin ?? 0;
  const indexOf = new Map(tasks.map(({ id }, i) => [id, i]));
  const before = tasks.map(({ after }) => after.flatMap((id) => indexOf.get(id) ?? []));
  const behind = tasks.map((): number[] => []);
  for (const [i, list] of before.entries()) for (const one of list) behind[one]?.push(i);
  const lastHands = (own: readonly number[]): number | null => {
    const [one] = own;
    if (one === undefined) return null;
    return tasks[one]?.hands ? one : lastHands(before[one] ?? []);
  };
  return {
    tasks,
    indexOf,
    before,
    behind,
    handsBefore: before.map((own) => lastHands(own)),
    calendars: crew.map(({ windows }) => new Calendar(windows)),
    may: tasks.map(({ hands, mains, pin }) =>
      hands
        ? crew.flatMap((one, i) => ((!mains || one.mains) && (!pin || pin.by === one.initials) ? [i] : []))
        : [],
    ),
    pinned: [
      ...tasks.flatMap(({ runs }, i) => (runs ? [i] : [])),
      ...tasks.flatMap(({ pin }, i) => (pin ? [i] : [])).sort((a, b) => pinFrom(a) - pinFrom(b)),
    ],
    minutes: tasks.map(({ minutes }) => max(0, minutes.middle)),
    machines,
    crew,
    ends: jobs.map(({ id, promisedMin }) => ({
      tasks: tasks.flatMap(({ jobId }, i) => (jobId === id ? [i] : [])),
      promisedMin,
    })),
  };
}

/** Where each task stands: begin, end, and who by index of the crew (-1: nobody); infinite where it can never be done. */
export type Placed = { from: Float64Array; to: Float64Array; by: Int16Array };

/** The first place in someone's worked minutes, from `worked` on, where so much fits between what stands there. */
function firstGap(busy: readonly Busy[], worked: number, minutes: number): number {
  let at = worked;
  for (const { from, to } of busy) {
    if (to <= at) continue;
    if (from - at >= minutes) break;
    at = max(at, to);
  }
  return at;
}

function insert(busy: Busy[], one: Busy): void {
  let at = busy.length;
  while (at > 0 && (busy[at - 1]?.from ?? 0) > one.from) at -= 1;
  busy.splice(at, 0, one);
}

/** The first minute from `from` on at which a machine of this many is free for so long. */
function freeMachine(busy: readonly Busy[], count: number, from: number, minutes: number): number {
  let at = from;
  for (;;) {
    const during = busy.filter((one) => one.from < at + minutes && one.to > at);
    if (during.length < count) return at;
    // Peaks only at beginnings: how many run at once at each of them.
    const points = [at, ...during.map((one) => one.from).filter((one) => one > at)];
    const isFull = points.some(
      (point) => during.filter((one) => one.from <= point && one.to > point).length >= count,
    );
    if (!isFull) return at;
    at = min(...during.map(({ to }) => to).filter((to) => to > at));
  }
}

/**
 * The serial schedule of an order (Kolisch 1996): one task after another, each as early as those before it, the hands and the machines
 * allow. The order need not respect what comes before what: a task waits for those. Pinned tasks, and what must be done before them, stand
 * first.
 */
export function schedule(day: Prepared, order: readonly number[]): Placed {
  const { tasks, before, calendars, may, minutes, machines, pinned, handsBefore } = day;
  const count = tasks.length;
  const from = new Float64Array(count).fill(-1);
  const to = new Float64Array(count).fill(-1);
  const by = new Int16Array(count).fill(-1);
  const busy = calendars.map((): Busy[] => []);
  const inMachine = new Map<string, Busy[]>();
  const isPlaced = (task: number) => (to[task] ?? -1) >= 0;
  const place = (task: number): void => {
    if (isPlaced(task)) return;
    for (const one of before[task] ?? []) place(one);
    const { hands, machine, notBefore } = tasks[task]!;
    const length = minutes[task] ?? 0;
    let earliest = max(0, notBefore);
    for (const one of before[task] ?? []) earliest = max(earliest, to[one] ?? 0);
    if (hands) {
      const last = handsBefore[task] ?? null;
      const same = last === null ? -1 : (by[last] ?? -1);
      let best = never;
      let who = -1;
      let worked = 0;
      for (const person of may[task] ?? []) {
        const calendar = calendars[person]!;
        const gap = firstGap(busy[person] ?? [], calendar.workedAt(earliest), length);
        if (gap + length > calendar.total + 1e-9) continue;
        const end = calendar.clockAt(gap + length, length === 0);
        if (end < best - 1e-9 || (person === same && end < best + 1e-9))
          [best, who, worked] = [end, person, gap];
      }
      if (who >= 0) {
        insert(busy[who] ?? [], { from: worked, to: worked + length });
        from[task] = max(earliest, calendars[who]!.clockAt(worked, true));
      } else from[task] = never;
      to[task] = best;
      by[task] = who;
      return;
    }
    let begin = earliest;
    if (machine !== null && earliest < never) {
      const own = inMachine.get(machine) ?? [];
      inMachine.set(machine, own);
      const there = machines[machine] ?? 0;
      begin = there > 0 ? freeMachine(own, there, earliest, length) : never;
      if (begin < never) insert(own, { from: begin, to: begin + length });
    }
    from[task] = begin;
    to[task] = begin + length;
  };
  for (const task of pinned) place(task);
  for (const task of order) place(task);
  return { from, to, by };
}

/** Slots of a placed day, in the order in which they begin. */
export const slotsOf = ({ tasks, crew }: Prepared, { from, to, by }: Placed): Slot[] =>
  tasks
    .map(({ id }, i) => ({
      taskId: id,
      from: from[i] ?? 0,
      to: to[i] ?? 0,
      by: crew[by[i] ?? -1]?.initials ?? null,
    }))
    .sort((a, b) => a.from - b.from || a.to - b.to);
