import type { Mistake } from './mistake-schema';

/**
 * One of the steps that were really picked here, drawn by how often each was; null where none of those that may be offered was. `random`
 * gives 0 up to 1.
 */
export function drawMistake<Step extends { id: string }>(
  mistakes: readonly Mistake[],
  nextId: string,
  offered: readonly Step[],
  random: () => number,
): Step | null {
  const own = mistakes.flatMap(({ insteadOf, picked, times }) => {
    const step = insteadOf === nextId ? offered.find(({ id }) => id === picked) : undefined;
    return step ? [{ step, times }] : [];
  });
  let at = random() * own.reduce((sum, { times }) => sum + times, 0);
  return own.find(({ times }) => (at -= times) < 0)?.step ?? null;
}
