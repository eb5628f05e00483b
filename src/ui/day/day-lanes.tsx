import type { Day, DayTask, Slot } from '@/core/day';
import Link from '../link';
import { showTime } from '../clock';

/** Minutes that the line shows at least, and at most: an evening and the night say nothing. */
const leastMinutes = 180;
const mostMinutes = 600;
/** Bars narrower than this share of the line bear no words: they are read by pointing, and by who hears them. */
const leastShareForWords = 0.045;

type Lane = { id: string; name: string; slots: Slot[]; isFull?: boolean };

/** Colours of jobs, by their place in the list; words and numbers tell them apart as well. */
const fills = ['--part-a', '--part-b', '--part-c', '--part-d', '--part-e'];

/** Lanes of hands and machines on one time line from now on. */
export function DayLanes({
  day,
  slots,
  now,
  show,
}: {
  day: Day;
  slots: readonly Slot[];
  now: string;
  show: { locale: string; timeZone: string };
}) {
  const tasks = new Map(day.tasks.map((task) => [task.id, task]));
  const jobAt = new Map(day.jobs.map((job, i) => [job.id, { job, fill: fills[i % fills.length] }]));
  // Before the first work begins there is nothing to see.
  const firstMin = Math.min(...slots.map(({ from }) => from), Number.MAX_SAFE_INTEGER);
  const begin = firstMin > 60 && slots.length > 0 ? firstMin - 15 : 0;
  const last = Math.max(0, ...slots.map(({ to }) => to));
  const end = begin + Math.max(leastMinutes, Math.min(mostMinutes, last - begin));
  const at = (minutes: number) => new Date(Date.parse(now) + minutes * 60_000).toISOString();
  const share = (minutes: number) =>
    `${((Math.max(begin, Math.min(end, minutes)) - begin) / (end - begin)) * 100}%`;
  const hourMs = 3_600_000;
  const firstHour = Math.ceil((Date.parse(now) + begin * 60_000) / hourMs) * hourMs;
  const step = end - begin > 420 ? 2 : 1;
  const hours = Array.from(
    { length: Math.floor((end - begin) / 60 / step) + 1 },
    (_, i) => (firstHour + i * step * hourMs - Date.parse(now)) / 60_000,
  ).filter((minutes) => minutes < end);
  const beyond = slots.filter(({ from }) => from >= end).length;
  return (
    <section aria-label="Hands and machines from now on">
      <div className="relative ml-28 h-6 text-[12px] text-soft" aria-hidden>
        {hours.map((minutes) => (
          <span
            key={minutes}
            className="figures absolute -translate-x-1/2 max-sm:even:hidden"
            style={{ left: share(minutes) }}
          >
            {showTime(at(minutes), show)}
          </span>
        ))}
      </div>
      {lanesOf(day, slots, tasks).map((lane) => (
        <div key={lane.id} className="flex items-stretch border-b border-dashed last:border-0">
          <h3 className="w-28 shrink-0 py-3 pr-2 text-[14px]">{lane.name}</h3>
          <ul className="relative min-h-12 min-w-0 flex-1 bg-surface">
            {hours.map((minutes) => (
              <li
                key={minutes}
                aria-hidden
                className="absolute inset-y-0 w-px bg-line"
                style={{ left: share(minutes) }}
              />
            ))}
            {lane.slots
              .filter(({ from }) => from < end)
              .map(({ taskId, from, to }) => {
                const task = tasks.get(taskId);
                const known = task && jobAt.get(task.jobId);
                if (!task || !known) return null;
                const words = `${showTime(at(from), show)} to ${showTime(at(to), show)}: ${task.what}, ${known.job.device} ${task.jobId}`;
                return (
                  <li
                    key={taskId}
                    className="absolute inset-y-1"
                    style={{ left: share(from), width: `calc(${share(Math.min(to, end))} - ${share(from)})` }}
                  >
                    <Link
                      href={`/jobs/${task.jobId}`}
                      aria-label={words}
                      title={words}
                      className="flex h-full min-w-1 items-center overflow-hidden rounded-md px-1 text-[12px] leading-tight whitespace-nowrap text-white"
                      style={{ background: `var(${known.fill})` }}
                    >
                      {(to - from) / (end - begin) > leastShareForWords && (
                        <span className="truncate">
                          {task.what} · {known.job.device}
                        </span>
                      )}
                    </Link>
                  </li>
                );
              })}
          </ul>
        </div>
      ))}
      {beyond > 0 && (
        <p className="mt-2 text-[14px] text-soft">
          {beyond} {beyond === 1 ? 'piece of work begins' : 'pieces of work begin'} later than is shown here;
          the list below has every job.
        </p>
      )}
    </section>
  );
}

/** One lane for each person, each machine that is used, and what devices do alone. Those that overlap in one lane get one each. */
function lanesOf(day: Day, slots: readonly Slot[], tasks: ReadonlyMap<string, DayTask>): Lane[] {
  const people = day.crew.map(({ initials, name }) => ({
    id: initials,
    name,
    slots: slots.filter(({ by }) => by === initials),
  }));
  const machines = ['dock', 'network'].map((machine) => ({
    id: machine,
    name: machine === 'dock' ? 'Dock' : 'Network',
    slots: slots.filter(({ taskId }) => tasks.get(taskId)?.machine === machine),
  }));
  const alone = {
    id: 'alone',
    name: 'By itself',
    slots: slots.filter(
      ({ taskId, by, from, to }) => by === null && tasks.get(taskId)?.machine === null && to > from,
    ),
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
  return rows.map((row, i) => ({ id: `${lane.id}-${i}`, name: i === 0 ? lane.name : '', slots: row }));
}
