import { ActRequest, type JobAct, decide } from '@/core/job';
import { type Result, ok, refuse } from '@/core/result';
import { loadContext } from './job-context';
import { findJob, wasDone } from './jobs';
import type { Runtime } from './runtime';
import { type Checked, saveDecision } from './save-act';
import { recordStickSeen } from './restore';
import { standIns } from './stand-ins';
import { formFault, nobodyWorking } from './take-in-device';

const noJob = (id: string) =>
  refuse('no-job', `There is no job ${id.slice(0, 20)} on this bench.`, 'Look for it on the bench.');

const stale = () =>
  refuse(
    'stale',
    'This job was changed in another window meanwhile; nothing was overwritten.',
    'Look at what is new, then do it again.',
  );

const turnsDevice: JobAct['kind'][] = ['switch-on', 'switch-off', 'power-on'];
const deviceWrites = () =>
  refuse(
    'busy',
    'The device is being restored: it is on, and writes.',
    'Stop it safely at Carry over first.',
  );

/**
 * Does an act to a job: checks the version that the person saw, the holds and the rules, then saves document and
 * history in one transaction. Docking, copying and switching on are done by the stand-ins and recorded afterwards.
 */
export async function doAct(
  runtime: Runtime,
  jobId: string,
  request: unknown,
  /** Whom the window names that asks. */
  asked: string | null = null,
): Promise<Result<null>> {
  const parsed = ActRequest.safeParse(request);
  if (!parsed.success) return formFault(parsed.error);
  const { act, version, requestId = null } = parsed.data;
  const checked = await runtime.database.transaction(async (sql): Promise<Result<Checked | 'done'>> => {
    const stored = await findJob(sql, jobId);
    if (!stored) return noJob(jobId);
    const context = await loadContext(runtime, sql, stored, act, asked);
    if (!context.by) return nobodyWorking();
    // Sent again because its answer was lost: it stands, whoever did what since.
    if (requestId !== null && (await wasDone(sql, jobId, requestId))) return ok('done');
    // Looking changes nothing that somebody could have meant otherwise.
    if (stored.version !== version && act.kind !== 'look') return stale();
    const decided = decide(stored.state, act, context);
    if (!decided.ok) return decided;
    if (turnsDevice.includes(act.kind) && runtime.copies.isRunning(jobId)) return deviceWrites();
    const byStandIn = standIns[act.kind] !== undefined;
    if (!byStandIn && !(await saveDecision(sql, runtime, stored, context.by, decided.value, requestId)))
      return stale();
    if (act.kind === 'observe-start') await recordStickSeen(sql, runtime, { stored, context }, act.outcome);
    return ok({ stored, context });
  });
  if (!checked.ok) return checked;
  if (checked.value === 'done') return ok(null);
  const standIn = standIns[act.kind];
  if (standIn) return standIn(runtime, checked.value, act);
  runtime.changes.tell(jobId, checked.value.stored.version + 1);
  return ok(null);
}
