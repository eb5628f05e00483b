import type { DayTask, TaskPin, Worker } from '@/core/day';
import type { Sql } from './database';

/** Every pin that was set and not taken out, by task. */
export async function allPins(sql: Sql): Promise<Record<string, TaskPin>> {
  const rows = await sql.query<{ taskId: string; by: string; at: Date }>(
    'select task_id as "taskId", by, at from day_pin',
  );
  return Object.fromEntries(
    rows.map(({ taskId, by, at }) => [taskId, { by, at: new Date(at).toISOString() }]),
  );
}

/** Tasks with the pins that can be followed, and why the others cannot. */
export function withPins(
  tasks: readonly DayTask[],
  pins: Record<string, TaskPin>,
  { crew, nowMs }: { crew: readonly Worker[]; nowMs: number },
): { tasks: DayTask[]; loose: string[] } {
  const loose: string[] = [];
  const pinned = tasks.map((task): DayTask => {
    const pin = pins[task.id];
    if (!pin) return task;
    const who = crew.find(({ initials }) => initials === pin.by);
    if (!who || !task.hands || (task.mains && !who.mains)) {
      loose.push(
        `${task.what} of ${task.jobId} was pinned to ${pin.by}, who ${who ? 'may not do it' : 'is no technician here'}.`,
      );
      return task;
    }
    return { ...task, pin: { by: pin.by, fromMin: (Date.parse(pin.at) - nowMs) / 60_000 } };
  });
  return { tasks: pinned, loose };
}
