import { type Decision, type Report, decideReport } from '@/core/job';
import { type Loaded } from '@/core/job-view';
import type { Sql } from './database';
import { loadContext } from './job-context';
import { type StoredJob, jobOf, saveLine } from './jobs';
import type { Runtime } from './runtime';

/** An act that was permitted: the job and what was loaded for it as they stood. */
export type Checked = { stored: StoredJob; context: Loaded; requestId: string | null };

/** For what is recorded behind the act itself: the act’s id is used up by its first line. */
export const afterwards = (checked: Checked): Checked => ({ ...checked, requestId: null });

/** Writes a decision: the job's document and one line of history. False where somebody was first. */
export const saveDecision = (
  sql: Sql,
  runtime: Runtime,
  stored: StoredJob,
  by: string,
  decision: Decision,
  requestId: string | null = null,
): Promise<boolean> =>
  saveLine(sql, stored, decision.job, { ...decision.entry, at: runtime.now().toISOString(), by }, requestId);

/** How often a report looks at the job anew where somebody was first; each time an act of a person came between. */
const mostTries = 20;

/** Records what a stand-in reports, on the job as it stands by then. */
export async function record(
  runtime: Runtime,
  { stored, context, requestId }: Checked,
  report: Report,
): Promise<void> {
  const { id } = stored.state.job;
  for (let tries = 0; tries < mostTries; tries += 1) {
    const now = await jobOf(runtime.database, id);
    const loaded = await loadContext(runtime, now);
    if (!loaded.ok) throw new Error(loaded.fault.sentence);
    const decision = decideReport(now.state, report, loaded.value);
    const saved = await runtime.database.transaction((sql) =>
      saveDecision(sql, runtime, now, context.by, decision, requestId),
    );
    if (!saved) continue;
    runtime.changes.tell(id, now.version + 1);
    return;
  }
  throw new Error(`a report on ${id} was overtaken ${mostTries} times`);
}
