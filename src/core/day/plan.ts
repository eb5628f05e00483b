import { headsAndTails, leastEnd } from './bound';
import type { Day, Slot } from './model';
import { type Placed, type Prepared, prepare, schedule, slotsOf } from './schedule';

/** A planned day: what stands where, when all is done, and how far from the best that can be. */
export type Plan = {
  slots: Slot[];
  /** When the last of it is done, minutes; what can never be done is not counted. */
  endMin: number;
  /** No plan is through before. */
  leastMin: number;
  /** Share by which it may be longer than it must, 0 where it is as short as can be; null where some of it can never be done. */
  gap: number | null;
  /** Ids of tasks that nobody here can do, or no machine. */
  never: string[];
  /** The order that it was made from: where a plan is made anew it begins there, so that little moves. */
  order: string[];
};

/** Places tried for a task at each round of the search; rounds by how many tasks there are, so that a large day stays quick. */
const triesAtMost = 2500;
const workAtMost = 2_400_000;

/** A plan that stands is kept where the best one is no shorter than by this factor. */
const keepsWithin = 1.02;

/** The order of the plan before, with what is new behind it by a rule; null where there was none. */
function asBefore(
  { indexOf }: Prepared,
  former: readonly string[],
  rule: readonly number[],
): number[] | null {
  const known = former.flatMap((id) => indexOf.get(id) ?? []);
  const isKnown = new Set(known);
  return known.length === 0 ? null : [...known, ...rule.filter((i) => !isKnown.has(i))];
}

type Tried = { order: readonly number[]; placed: Placed; cost: number };

function tried(day: Prepared, order: readonly number[]): Tried {
  const placed = schedule(day, order);
  return { order, placed, cost: costOf(day, placed) };
}

/** Moves single tasks in the order while that is no worse, until it is as short as can be, or good enough. */
function improved(
  day: Prepared,
  from: Tried,
  {
    tries,
    leastMin,
    random,
    enough,
  }: { tries: number; leastMin: number; random: () => number; enough: number },
): Tried {
  let best = from;
  const count = day.tasks.length;
  const isDone = () =>
    best.cost <= enough || (endOf(best.placed) <= leastMin + 1e-6 && lateOf(day, best.placed) === 0);
  for (let i = 0; i < tries && count > 1 && !isDone(); i += 1) {
    const at = Math.floor(random() * count);
    const to = Math.floor(random() * count);
    if (at === to) continue;
    const next = [...best.order];
    const [moved] = next.splice(at, 1);
    next.splice(to, 0, moved ?? 0);
    const other = tried(day, next);
    if (other.cost <= best.cost) best = other;
  }
  return best;
}

/** Late minutes count more than all else; then the end of the day; then that jobs are through early. */
const weights = { late: 1000, end: 1, each: 0.001 } as const;

function costOf({ ends }: Prepared, { to }: Placed): number {
  let late = 0;
  let end = 0;
  let each = 0;
  for (const { tasks, promisedMin } of ends) {
    let last = 0;
    for (const task of tasks) {
      const done = to[task] ?? 0;
      if (Number.isFinite(done) && done > last) last = done;
    }
    each += last;
    end = Math.max(end, last);
    if (promisedMin !== null) late += Math.max(0, last - promisedMin);
  }
  return late * weights.late + end * weights.end + each * weights.each;
}

/** Orders to begin with: by the promise, by the longest rest, machines early, short jobs first. */
function rules(day: Prepared): number[][] {
  const { tail } = headsAndTails(day);
  const { tasks, ends } = day;
  const promise = new Map<number, number>();
  const machineTail = new Map<number, number>();
  const length = new Map<number, number>();
  for (const { tasks: own, promisedMin } of ends) {
    const sum = own.reduce((total, i) => total + (day.minutes[i] ?? 0), 0);
    const alone = own.reduce((total, i) => total + (tasks[i]?.hands ? 0 : (day.minutes[i] ?? 0)), 0);
    for (const i of own) {
      promise.set(i, promisedMin ?? Number.MAX_SAFE_INTEGER);
      machineTail.set(i, alone);
      length.set(i, sum);
    }
  }
  const by = (key: (task: number) => number) =>
    tasks.map((_, i) => i).sort((a, b) => key(a) - key(b) || a - b);
  return [
    by((i) => promise.get(i) ?? 0),
    by((i) => (promise.get(i) ?? 0) - (tail[i] ?? 0)),
    by((i) => -(tail[i] ?? 0)),
    by((i) => -(machineTail.get(i) ?? 0)),
    by((i) => length.get(i) ?? 0),
    tasks.map((_, i) => i),
  ];
}

/**
 * Plans a day: several rules of priority, each as a serial schedule, the best of them made better by moving single tasks in the order
 * (iterated local search with a small chance of going on from an equal one). `random` gives numbers 0..1; the same numbers give the same
 * plan. `former` is the order of the plan before: it is the first to be tried, and kept where nothing beats it.
 */
export function planDay(day: Day, random: () => number, former: readonly string[] = []): Plan {
  const prepared = prepare(day);
  const count = day.tasks.length;
  const leastMin = leastEnd(prepared);
  const candidates = rules(prepared);
  const kept = asBefore(prepared, former, candidates[0] ?? []);
  if (kept) candidates.unshift(kept);
  let best = tried(prepared, candidates[0] ?? []);
  for (const one of candidates.slice(1)) {
    const other = tried(prepared, one);
    if (other.cost < best.cost - 1e-6) best = other;
  }
  const tries = Math.min(triesAtMost, Math.floor(workAtMost / Math.max(1, count * Math.sqrt(count))));
  best = improved(prepared, best, { tries, leastMin, random, enough: 0 });
  if (kept) {
    // What stood stays, or moves task by task until it is next to as good: people have read it.
    const enough = best.cost * keepsWithin;
    const asItWas = improved(prepared, tried(prepared, kept), { tries, leastMin, random, enough });
    if (asItWas.cost <= enough) best = asItWas;
  }
  const { order, placed } = best;
  const endMin = endOf(placed);
  // Before anybody is here there is no day: a night in front of it makes no plan better.
  const begins = Math.min(leastMin, ...placed.from);
  const never = day.tasks.flatMap(({ id }, i) => (Number.isFinite(placed.to[i] ?? 0) ? [] : [id]));
  return {
    slots: slotsOf(prepared, placed).filter(({ to }) => Number.isFinite(to)),
    endMin,
    leastMin,
    gap:
      never.length > 0
        ? null
        : leastMin <= begins
          ? 0
          : Math.max(0, (endMin - begins) / (leastMin - begins) - 1),
    never,
    order: order.flatMap((i) => day.tasks[i]?.id ?? []),
  };
}

const endOf = ({ to }: Placed): number =>
  to.reduce((most, one) => (Number.isFinite(one) ? Math.max(most, one) : most), 0);

const lateOf = ({ ends }: Prepared, { to }: Placed): number =>
  ends.reduce((sum, { tasks, promisedMin }) => {
    const last = Math.max(0, ...tasks.map((task) => to[task] ?? 0).filter(Number.isFinite));
    return sum + (promisedMin === null ? 0 : Math.max(0, last - promisedMin));
  }, 0);
