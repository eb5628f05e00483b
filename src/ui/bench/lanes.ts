import type { Day, DayTask, Slot } from '@/core/day';

/** Minutes that the line shows at least, and at most: an evening and the night say nothing. */
const leastMinutes = 180;
const mostMinutes = 600;
/** Before the first work begins there is nothing to see: the line begins a little ahead of it. */
const waitShown = 60;
const ahead = 15;
const hourMs = 3_600_000;

/** One row of the day: somebody’s hands, a machine, or what devices do alone. */
export type Lane = { id: string; name: string; person: string | null; slots: Slot[] };

/** The stretch of time that is drawn, minutes from now, with its full hours. */
export type Stretch = { begin: number; end: number; hours: number[]; share: (minutes: number) => number };

/** What part of the day is drawn: from its first work on, for some hours. */
export function stretchOf(slots: readonly Slot[], now: string): Stretch {
  const firstMin = Math.min(...slots.map(({ from }) => from), Number.MAX_SAFE_INTEGER);
  const begin = slots.length > 0 && firstMin > waitShown ? firstMin - ahead : 0;
  const last = Math.max(0, ...slots.map(({ to }) => to));
  const end = begin + Math.max(leastMinutes, Math.min(mostMinutes, last - begin));
  const nowMs = Date.parse(now);
  const firstHour = Math.ceil((nowMs + begin * 60_000) / hourMs) * hourMs;
  const step = end - begin > 420 ? 2 : 1;
  const hours = Array.from(
    { length: Math.floor((end - begin) / 60 / step) + 1 },
    (_, i) => (firstHour + i * step * hourMs - nowMs) / 60_000,
  ).filter((minutes) => minutes < end);
  const share = (minutes: number) => (Math.max(begin, Math.min(end, minutes)) - begin) / (end - begin);
  return { begin, end, hours, share };
}

const machineNames: Readonly<Record<string, string>> = Object.freeze({ dock: 'Dock', network: 'Network' });

/** One lane for each person, each machine that is used, and what devices do alone. Those that overlap in one lane get one each. */
export function lanesOf(day: Day, slots: readonly Slot[]): Lane[] {
  const tasks = new Map(day.tasks.map((task) => [task.id, task]));
  const people = day.crew.map(({ initials, name }) => ({
    id: initials,
    name,
    person: initials,
    slots: slots.filter(({ by }) => by === initials),
  }));
  const runs = (is: (task: DayTask) => boolean) =>
    slots.filter(({ taskId, by, from, to }) => {
      const task = tasks.get(taskId);
      return by === null && to > from && task !== undefined && is(task);
    });
  const machines = Object.keys(day.machines).map((machine) => ({
    id: machine,
    name: machineNames[machine] ?? machine,
    person: null,
    slots: runs((task) => task.machine === machine),
  }));
  const alone = {
    id: 'alone',
    name: 'By itself',
    person: null,
    slots: runs(({ machine }) => machine === null),
  };
  return [...people, ...[...machines, alone].filter((lane) => lane.slots.length > 0).flatMap(apart)];
}

/** Slots that overlap stand below one another. */
function apart(lane: Lane): Lane[] {
  const rows: Slot[][] = [];
  for (const slot of lane.slots) {
    const free = rows.find((row) => (row.at(-1)?.to ?? 0) <= slot.from + 1e-6);
    if (free) free.push(slot);
    else rows.push([slot]);
  }
  return rows.map((row, i) => ({
    ...lane,
    id: `${lane.id}-${i}`,
    name: i === 0 ? lane.name : '',
    slots: row,
  }));
}
