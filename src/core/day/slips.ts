import type { Day } from './model';
import type { Plan } from './plan';
import { prepare, schedule } from './schedule';

/** What one long run does to the promises of the day. */
export type Slip = {
  taskId: string;
  /** By how much it runs over here: to the far end of its range. */
  overMin: number;
  /** Jobs whose promise holds by the plan and would not then, and by how much it would be missed. */
  late: { jobId: string; byMin: number }[];
};

/**
 * What slips if a copy or a wait takes as long as nine in ten of its kind: the plan's order kept, one length at a time. Only those that
 * break a promise are told, the one that breaks most first.
 */
export function slipsOf(day: Day, plan: Pick<Plan, 'order'>): Slip[] {
  const prepared = prepare(day);
  const order = plan.order.flatMap((id) => prepared.indexOf.get(id) ?? []);
  const lateBy = (minutes: readonly number[]): (number | null)[] => {
    const { to } = schedule({ ...prepared, minutes }, order);
    return prepared.ends.map(({ tasks, promisedMin }) =>
      promisedMin === null ? null : Math.max(0, ...tasks.map((task) => to[task] ?? 0)) - promisedMin,
    );
  };
  const asPlanned = lateBy(prepared.minutes);
  return day.tasks
    .flatMap(({ id, hands, minutes: { middle, most } }, i): Slip[] => {
      const overMin = most - middle;
      if (hands || overMin <= 0) return [];
      const over = lateBy(prepared.minutes.map((minutes, one) => (one === i ? most : minutes)));
      const late = day.jobs.flatMap((job, n) => {
        const byMin = over[n] ?? null;
        return byMin !== null && byMin > 0 && (asPlanned[n] ?? 1) <= 0 ? [{ jobId: job.id, byMin }] : [];
      });
      return late.length > 0 ? [{ taskId: id, overMin, late }] : [];
    })
    .sort((a, b) => b.late.length - a.late.length || b.overMin - a.overMin);
}
