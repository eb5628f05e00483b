import { type DecideContext, type Decision, type HistoryKind, type Job, keepWhatFits, said } from '../job';
import type { Result } from '../result';
import type { FactSetting } from '../work';

/** A decision about a job whose measures or old drive changed: a choice that no longer fits is taken back, and it says so. */
export function judgedAnew(
  job: Job,
  kind: HistoryKind,
  sentence: string,
  context: DecideContext,
  changes: FactSetting[] = [],
): Result<Decision> {
  const { job: judged, why } = keepWhatFits(job, context);
  return said(judged, kind, why ? `${sentence} ${why}` : sentence, changes);
}
