import type { Plan } from '@/core/day';
import { type MomentShow, clockOf } from './day-clock';
import type { Planned } from './use-plan';

/** From this chance on a promise is called likely. */
const likely = 0.5;

/** The day in one line: how many devices, when all is done, whether the promises hold. */
export function dayWords({
  count,
  held,
  planned,
  now,
  show,
}: {
  count: number;
  /** Jobs that are held: what becomes of their promises nobody can say. */
  held: readonly string[];
  planned: Planned | null;
  now: string;
  show: MomentShow;
}): string {
  const devices = `${count === 0 ? 'no' : count} ${count === 1 ? 'device' : 'devices'} on the bench`;
  if (!planned || count === 0) return devices;
  const promises = planned.chances.flatMap(({ jobId, holds }) =>
    holds === null || held.includes(jobId) ? [] : [holds],
  );
  const kept = promises.filter((holds) => holds >= likely).length;
  const all = clockOf(now, show).moment(planned.plan.endMin);
  return [
    devices,
    doneWords(planned.plan, all),
    ...(promises.length === 0
      ? []
      : [
          kept === promises.length && held.length === 0
            ? 'all promises likely hold'
            : `${kept} of ${promises.length} promises likely hold`,
        ]),
    ...(held.length > 0 ? [`${held.length} held`] : []),
  ].join(' · ');
}

/** When all is done, and how far that is from the shortest day; what nobody here can do is said first. */
const doneWords = ({ gap, never, slots }: Plan, at: string): string =>
  gap === null
    ? `${never.length} ${never.length === 1 ? 'piece' : 'pieces'} of work nobody here can do${slots.length > 0 ? `; the rest is done ${at}` : ''}`
    : `all done ${at}, ${gapWords(gap)}`;

/** How far from the shortest day that can be. */
const gapWords = (gap: number): string =>
  gap < 0.005
    ? 'as short as it can be'
    : `at most ${Math.ceil(gap * 100)} % longer than the shortest that can be`;
