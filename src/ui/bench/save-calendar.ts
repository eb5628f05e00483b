import type { Day, Plan } from '@/core/day';
import { saveFile } from '../save-file';

/** One person’s part of the plan as an iCalendar file (RFC 5545). */
export async function saveCalendar({
  day,
  plan,
  now,
  who,
  workshop,
}: {
  day: Day;
  plan: Plan;
  now: string;
  who: string;
  workshop: string;
}): Promise<void> {
  const { createEvents } = await import('ics');
  const tasks = new Map(day.tasks.map((task) => [task.id, task]));
  const at = (minutes: number): [number, number, number, number, number] => {
    const moment = new Date(Date.parse(now) + minutes * 60_000);
    return [
      moment.getUTCFullYear(),
      moment.getUTCMonth() + 1,
      moment.getUTCDate(),
      moment.getUTCHours(),
      moment.getUTCMinutes(),
    ];
  };
  const { value } = createEvents(
    plan.slots
      .filter(({ by, from, to }) => by === who && to > from)
      .map(({ taskId, from, to }) => {
        const task = tasks.get(taskId);
        const job = day.jobs.find(({ id }) => id === task?.jobId);
        return {
          uid: `${taskId.replaceAll(' ', '-')}@jicara`,
          title: `${task?.what ?? ''}: ${job?.device ?? ''} ${task?.jobId ?? ''}`,
          description: `${job?.who ?? ''}. As planned at ${workshop}.`,
          start: at(from),
          end: at(to),
          startInputType: 'utc' as const,
          endInputType: 'utc' as const,
          startOutputType: 'utc' as const,
          endOutputType: 'utc' as const,
        };
      }),
  );
  if (value) saveFile(`day-${who}.ics`, value, 'text/calendar');
}
