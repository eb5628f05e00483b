import type { Incoming, Need, Stock } from './model';

/** What a job waits for: a part that is not there, and the day it comes; null where none is ordered, or no day was said. */
export type Delivery = {
  jobId: string;
  partId: string;
  missing: number;
  ordered: number;
  expected: string | null;
};

/** What should be here by now: the day it was expected on is over. `today` by the workshop's own calendar, ISO 8601. */
export const isOverdue = ({ expected }: Pick<Incoming, 'expected'>, today: string): boolean =>
  expected !== null && expected < today;

const byPromise = (a: Need, b: Need): number =>
  (a.promisedAt ?? '9').localeCompare(b.promisedAt ?? '9') || a.jobId.localeCompare(b.jobId);

/** What was bought for the job itself before the rest, then by the day. */
const fitting = (jobId: string, incoming: readonly Incoming[]): Incoming[] =>
  incoming
    .filter((one) => one.jobId === null || one.jobId === jobId)
    .sort(
      (a, b) =>
        Number(b.jobId === jobId) - Number(a.jobId === jobId) ||
        (a.expected ?? '9').localeCompare(b.expected ?? '9') ||
        a.id - b.id,
    );

/**
 * Who waits for which delivery. What lies on the shelf goes to the jobs that have it in hand, then to the earliest promise; what comes is
 * given out in the same order. A job that gets its parts from the shelf is not told.
 */
export function deliveriesOf(
  stocks: readonly Stock[],
  needs: readonly Need[],
  incoming: readonly Incoming[],
): Delivery[] {
  const left = new Map(stocks.map(({ id, onShelf }) => [id, onShelf]));
  const coming = new Map(incoming.map(({ id, count }) => [id, count]));
  const inOrder = [...needs].sort((a, b) => Number(b.isOut) - Number(a.isOut) || byPromise(a, b));
  return inOrder.flatMap(({ jobId, partId, count, isOut }): Delivery[] => {
    const there = Math.min(count, Math.max(0, left.get(partId) ?? 0));
    left.set(partId, (left.get(partId) ?? 0) - there);
    const missing = count - there;
    // Who has it in hand waits for nothing, whatever the book says.
    if (missing === 0 || isOut) return [];
    let ordered = 0;
    let expected: string | null = null;
    let isKnown = true;
    for (const one of fitting(
      jobId,
      incoming.filter((other) => other.partId === partId),
    )) {
      const take = Math.min(missing - ordered, coming.get(one.id) ?? 0);
      if (take === 0) continue;
      coming.set(one.id, (coming.get(one.id) ?? 0) - take);
      ordered += take;
      if (one.expected === null) isKnown = false;
      else if (expected === null || one.expected > expected) expected = one.expected;
    }
    return [{ jobId, partId, missing, ordered, expected: ordered === missing && isKnown ? expected : null }];
  });
}
