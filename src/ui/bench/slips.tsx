import type { Day, Slip } from '@/core/day';
import { showDuration } from '@/core/units';

/** More than these are not told: the worst come first. */
const toldAtMost = 3;

/** Which promise breaks if one copy or wait takes as long as it may; nothing where none does. */
export function Slips({ day, slips }: { day: Day; slips: readonly Slip[] }) {
  if (slips.length === 0) return null;
  const duration = (minutes: number) => showDuration(Math.max(1, Math.round(minutes)) * 60);
  const deviceOf = (id: string) => day.jobs.find((job) => job.id === id)?.device ?? '';
  return (
    <section aria-label="What slips if something takes long">
      <ul className="text-[0.875rem] text-tight">
        {slips.slice(0, toldAtMost).map(({ taskId, overMin, late }) => {
          const task = day.tasks.find(({ id }) => id === taskId);
          return (
            <li key={taskId}>
              If “{task?.what}” of {task?.jobId} takes {duration(overMin)} longer, as one in ten does,{' '}
              {late
                .map(({ jobId, byMin }) => `${deviceOf(jobId)} ${jobId} is late by ${duration(byMin)}`)
                .join(', ')}
              .
            </li>
          );
        })}
      </ul>
    </section>
  );
}
