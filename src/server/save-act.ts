import { type Decision, type Loaded, type Report, decideReport } from '@/core/job';
import type { Sql } from './database';
import { loadContext } from './job-context';
import { type StoredJob, appendHistory, findJob, updateJob } from './jobs';
import type { Runtime } from './runtime';

/** An act that was permitted: the job and what was loaded for it as they stood. */
export type Checked = { stored: StoredJob; context: Loaded };

/** Writes a decision: the job's document and one line of history. False where somebody was first. */
export async function saveDecision(
  sql: Sql,
  runtime: Runtime,
  stored: StoredJob,
  by: string,
  decision: Decision,
  requestId: string | null = null,
): Promise<boolean> {
  const at = runtime.now().toISOString();
  if (!(await updateJob(sql, decision.job, stored.version))) return false;
  await appendHistory(sql, decision.job.id, { ...decision.entry, at, by }, requestId);
  return true;
}

/** Records what a stand-in reports, on the job as it stands by then. */
export async function record(runtime: Runtime, jobId: string, by: string, report: Report): Promise<void> {
  const version = await runtime.database.transaction(async (sql) => {
    const stored = await findJob(sql, jobId);
    if (!stored) throw new Error('a job that was reported on is gone');
    const decision = decideReport(stored.state, report, await loadContext(runtime, sql, stored));
    if (!(await saveDecision(sql, runtime, stored, by, decision)))
      throw new Error('the job changed inside its own transaction');
    return stored.version + 1;
  });
  runtime.changes.tell(jobId, version);
}
