import type { Day, Plan } from '@/core/day';
import { showDuration } from '@/core/units';
import { showTime } from '../clock';

export type Next = { jobId: string; title: string; hint: string; isNow: boolean };

/** Less than this from now is now. */
const soonMinutes = 1;

/** What somebody does next by the plan: at once, or when; null where nothing of the day is theirs. */
export function nextOf(
  day: Day,
  plan: Plan,
  initials: string | null,
  now: string,
  show: { locale: string; timeZone: string },
): Next | null {
  const slot = plan.slots.find(({ by }) => by === initials);
  const task = slot && day.tasks.find(({ id }) => id === slot.taskId);
  if (!slot || !task) return null;
  const job = day.jobs.find(({ id }) => id === task.jobId);
  const at = new Date(Date.parse(now) + slot.from * 60_000).toISOString();
  const isNow = slot.from <= soonMinutes;
  const minutes = showDuration(Math.max(1, task.minutes.middle) * 60);
  return {
    jobId: task.jobId,
    title: `${task.what}: ${job?.device ?? ''}`,
    hint: `${isNow ? 'now' : `at ${showTime(at, show)}`}, about ${minutes} · ${task.jobId}${job?.who ? `, ${job.who}` : ''}`,
    isNow,
  };
}
