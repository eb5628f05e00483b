import { type Result, ok } from '../result';
import type { FactSetting } from '../work';
import type { HistoryKind } from './history-kind';
import type { Job } from './job';
import type { Decision } from './report';

/** A decision that is one line of history with the facts that it states. */
export const said = (
  job: Job,
  kind: HistoryKind,
  sentence: string,
  changes: FactSetting[] = [],
  stepId: string | null = null,
): Result<Decision> => ok({ job, entry: { kind, sentence, changes, stepId } });
