import { type Result, ok, refuse } from '../result';
import { type Procedure, backId } from '../work';

/** Better words for a step, as a job has found them; `was` is what stood there before them. */
export type BetterWords = { stepId: string; was: string; how: string };

const changedSince = () =>
  refuse(
    'words-changed',
    'These words are others by now: somebody else has changed them since this job began.',
    'Look at “How to open it” on the device’s page, and change them there.',
  );

/**
 * A procedure in which a step, or the way back of one, is told in other words. Nothing else of it changes. Faults: `no-step` where the procedure has no such
 * step with words of its own (what was recorded, measured or worked out for one job), `words-changed` where they are not what the job
 * was shown.
 */
export function withWords(
  procedure: Procedure,
  { stepId, was, how }: BetterWords,
): Result<{ procedure: Procedure; title: string }> {
  for (const list of ['open', 'swap', 'close'] as const)
    for (const [at, step] of procedure[list].entries()) {
      const isBack = list === 'open' && stepId === backId(step.id);
      if (step.id !== stepId && !isBack) continue;
      const told = isBack && 'back' in step ? step.back : step;
      if ('none' in told) break;
      if (told.how !== was) return changedSince();
      const better = isBack && 'back' in step ? { ...step, back: { ...told, how } } : { ...step, how };
      const steps = procedure[list].map((one, i) => (i === at ? better : one));
      return ok({ procedure: { ...procedure, [list]: steps }, title: told.title });
    }
  return refuse(
    'no-step',
    'This step has no words of its own in the procedure of the device.',
    'Write a note on the job instead, or change the procedure on the device’s page.',
  );
}
