import type { Day, Plan } from '@/core/day';
import type { BenchCard } from '@/core/job-view';
import { showDuration } from '@/core/units';
import { type MomentShow, clockOf } from './day-clock';

export type Next = { jobId: string; station: string; title: string; hint: string; isNow: boolean };

/** Less than this from now is now. */
const soonMinutes = 1;

/** What somebody does next by the plan: at once, or when; null where nothing of the day is theirs. */
export function nextOf(
  {
    day,
    plan,
    cards,
    now,
    show,
  }: { day: Day; plan: Plan; cards: readonly BenchCard[]; now: string; show: MomentShow },
  initials: string | null,
): Next | null {
  const slot = plan.slots.find(({ by }) => by !== null && (initials === null || by === initials));
  const task = slot && day.tasks.find(({ id }) => id === slot.taskId);
  const card = task && cards.find(({ id }) => id === task.jobId);
  if (!slot || !task || !card) return null;
  const isNow = slot.from <= soonMinutes;
  // What a job waits for at this moment is said as the job itself says it.
  const isFirst = day.tasks.find(({ jobId }) => jobId === task.jobId) === task;
  const minutes = showDuration(Math.max(1, Math.round(task.minutes.middle)) * 60);
  const when = isNow ? 'now' : clockOf(now, show).moment(slot.from);
  return {
    jobId: card.id,
    station: isFirst ? card.station : '',
    title: isFirst ? card.next : task.what,
    hint: `${when}, about ${minutes}${isFirst && task.what !== card.next ? ` · ${task.what}` : ''}`,
    isNow,
  };
}
