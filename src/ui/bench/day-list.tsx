import type { Day, Slot } from '@/core/day';
import { type MomentShow, clockOf } from './day-clock';
import { lanesOf } from './lanes';

type Props = { day: Day; slots: readonly Slot[]; now: string; show: MomentShow };

/** The plan as a list, for paper alone: whose hands, or which machine, from when to when, at what. */
export function DayList({ day, slots, now, show }: Props) {
  const clock = clockOf(now, show);
  const tasks = new Map(day.tasks.map((task) => [task.id, task]));
  const devices = new Map(day.jobs.map(({ id, device }) => [id, device]));
  const lanes = lanesOf(day, slots);
  // Lanes of one machine that overlap bear its name once.
  const nameAt = (at: number) => lanes.slice(0, at + 1).findLast(({ name }) => name !== '')?.name ?? '';
  const rows = lanes.flatMap((lane, i) => lane.slots.map((slot) => ({ who: nameAt(i), ...slot })));
  return (
    <table className="hidden w-full text-[0.8125rem] print:table" aria-label="The day, line by line">
      <tbody>
        {rows.map(({ who: name, taskId, from, to }) => {
          const task = tasks.get(taskId);
          return (
            <tr key={taskId} className="break-inside-avoid border-b">
              <td className="w-28 py-0.5 font-semibold">{name}</td>
              <td className="figures w-40">
                {clock.moment(from)} to {clock.time(to)}
              </td>
              <td>{task?.what}</td>
              <td className="w-40 text-right">
                {devices.get(task?.jobId ?? '')} {task?.jobId}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
