import type { Prepared } from './schedule';

/** Longest chain of minutes before each task, and behind it with its own, as if every machine and hand were free. */
export function headsAndTails({ tasks, before, behind, minutes }: Prepared): {
  head: number[];
  tail: number[];
} {
  const head = tasks.map(() => -1);
  const tail = tasks.map(() => -1);
  const headOf = (task: number): number => {
    const known = head[task] ?? -1;
    if (known >= 0) return known;
    const own = Math.max(
      tasks[task]?.notBefore ?? 0,
      0,
      ...(before[task] ?? []).map((one) => headOf(one) + (minutes[one] ?? 0)),
    );
    head[task] = own;
    return own;
  };
  const tailOf = (task: number): number => {
    const known = tail[task] ?? -1;
    if (known >= 0) return known;
    const own = (minutes[task] ?? 0) + Math.max(0, ...(behind[task] ?? []).map(tailOf));
    tail[task] = own;
    return own;
  };
  tasks.forEach((_, task) => {
    headOf(task);
    tailOf(task);
  });
  return { head, tail };
}

/**
 * No plan can be through before this minute: the longest chain of one job with the hands at their own hours (critical path), and what all
 * hands, and each machine, have to do in all (resource energy). Infinite where something can never be done.
 */
export function leastEnd(day: Prepared): number {
  const { tasks, minutes, calendars, may, machines } = day;
  if (tasks.length === 0) return 0;
  const { head, tail } = headsAndTails(day);
  let least = chainEnd(day);
  // Hands by who may do them: those that only a few may, and all together.
  for (const some of [tasks.map((_, i) => i), tasks.flatMap(({ mains }, i) => (mains ? [i] : []))]) {
    const own = some.filter((i) => tasks[i]?.hands);
    if (own.length === 0) continue;
    const people = calendars.filter((_, person) => own.some((i) => may[i]?.includes(person)));
    const work = own.reduce((sum, i) => sum + (minutes[i] ?? 0), 0);
    const behindThem = Math.min(...own.map((i) => (tail[i] ?? 0) - (minutes[i] ?? 0)));
    least = Math.max(least, whenWorked(people, work) + behindThem);
    if (own.length <= mostCompared) least = Math.max(least, amongThem(day, own, people.length, head, tail));
  }
  for (const [machine, count] of Object.entries(machines)) {
    const own = tasks.flatMap((task, i) => (task.machine === machine ? [i] : []));
    if (own.length === 0) continue;
    const work = own.reduce((sum, i) => sum + (minutes[i] ?? 0), 0);
    const first = Math.min(...own.map((i) => head[i] ?? 0));
    const last = Math.min(...own.map((i) => (tail[i] ?? 0) - (minutes[i] ?? 0)));
    least = Math.max(least, first + work / Math.max(1, count) + last);
    if (own.length <= mostCompared) least = Math.max(least, amongThem(day, own, count, head, tail));
  }
  return least;
}

/** More tasks than these are not compared in all their subsets: of many the sum alone is close. */
const mostCompared = 120;

/**
 * The bound of parallel machines with heads and tails (Carlier 1987): of all tasks that cannot begin before some r and have at least some q
 * behind them, `count` at once begin at the `count` earliest heads at best, and leave the shortest tails.
 */
function amongThem(
  { minutes }: Prepared,
  own: readonly number[],
  count: number,
  head: readonly number[],
  tail: readonly number[],
): number {
  const all = own
    .map((i) => ({ r: head[i] ?? 0, p: minutes[i] ?? 0, q: (tail[i] ?? 0) - (minutes[i] ?? 0) }))
    .sort((a, b) => a.r - b.r);
  const many = Math.max(1, count);
  let least = 0;
  for (let from = 0; from < all.length; from += 1) {
    const late = all.slice(from).sort((a, b) => b.q - a.q);
    let work = 0;
    const heads: number[] = [];
    const tails: number[] = [];
    for (const { r, p, q } of late) {
      work += p;
      heads.push(r);
      tails.push(q);
      if (heads.length < many) continue;
      const sumOf = (list: number[]) =>
        [...list]
          .sort((a, b) => a - b)
          .slice(0, many)
          .reduce((sum, one) => sum + one, 0);
      least = Math.max(least, (sumOf(heads) + work + sumOf(tails)) / many);
    }
  }
  return least;
}

/** When the longest chain is through, each of its hands by whoever is quickest there, as if nobody else had work. */
function chainEnd({ tasks, before, calendars, may, minutes }: Prepared): number {
  const ends = tasks.map(() => -1);
  const endOf = (task: number): number => {
    const known = ends[task] ?? -1;
    if (known >= 0) return known;
    const begin = Math.max(0, tasks[task]?.notBefore ?? 0, ...(before[task] ?? []).map(endOf));
    const length = minutes[task] ?? 0;
    const end = tasks[task]?.hands
      ? Math.min(
          Number.POSITIVE_INFINITY,
          ...(may[task] ?? []).map((person) => {
            const calendar = calendars[person];
            return calendar ? calendar.clockAt(calendar.workedAt(begin) + length, length === 0) : Infinity;
          }),
        )
      : begin + length;
    ends[task] = end;
    return end;
  };
  return Math.max(0, ...tasks.map((_, task) => endOf(task)));
}

/** The minute of the clock by which these people together have worked so much. */
function whenWorked(people: Prepared['calendars'], work: number): number {
  if (people.reduce((sum, { total }) => sum + total, 0) < work - 1e-9) return Number.POSITIVE_INFINITY;
  let low = 0;
  let high = 1;
  const at = (clock: number) => people.reduce((sum, calendar) => sum + calendar.workedAt(clock), 0);
  while (at(high) < work - 1e-9) high *= 2;
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (at(middle) < work - 1e-9) low = middle;
    else high = middle;
  }
  return high;
}
