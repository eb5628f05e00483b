import { ActRequest, type ActKind, type StandInKind, decide, onlyAdds, readsHistory } from '@/core/acts';
import { type Loaded, lessonsOf, partsOfJob } from '@/core/job-view';
import type { Job } from '@/core/job';
import type { Lesson } from '@/core/learn';
import { type Result, ok, refuse } from '@/core/result';
import { keepLessons } from './lessons';
import { loadContext } from './job-context';
import { inHand, thingsOf } from './in-hand';
import { keepNumbers, numbered } from './issue-numbers';
import type { Sql } from './database';
import { type StoredJob, findJob, historyOf, lastLineAt, wasDone } from './jobs';
import { recordStickSeen } from './restore';
import type { Runtime } from './runtime';
import { type Checked, saveDecision } from './save-act';
import { takesParts } from './shelf';
import { settleJob } from './shelf-book';
import { standIns } from './stand-ins';
import { formFault, nobodyWorking } from './take-in-device';

const stale = () =>
  refuse(
    'stale',
    'This job was changed in another window meanwhile; nothing was overwritten.',
    'Look at what is new, then do it again.',
  );

const turnsDevice: ActKind[] = ['switch-on', 'switch-off', 'power-on'];
const deviceWrites = () =>
  refuse(
    'busy',
    'The device is being restored: it is on, and writes.',
    'Stop it safely at Carry over first.',
  );

/** A clock is never more exact than this between two windows, ms. */
const clockPlayMs = 120_000;

/** A clock that was set back is asked about: waits, terms and promises count by it, and history goes one way. */
async function clockRuns(sql: Sql, jobId: string, at: string): Promise<Result<null>> {
  const last = await lastLineAt(sql, jobId);
  return last === null || Date.parse(at) + clockPlayMs >= Date.parse(last)
    ? ok(null)
    : refuse(
        'clock-back',
        `This computer’s clock says ${at.slice(0, 16).replace('T', ' ')} (UTC); the last line of this job is of ${last.slice(0, 16).replace('T', ' ')}.`,
        'Set the clock right. Where it is right now, and was wrong before, say so.',
      );
}

/** SQLSTATE 23505, unique_violation: this very request was written a moment ago. */
const isDouble = (error: unknown) => (error as { code?: string })?.code === '23505';

/**
 * Does an act to a job: checks the version that the person saw, the holds and the rules, then saves document and history in
 * one transaction. What a stand-in does is recorded afterwards. An act that is sent again is done once: while the first is
 * under way the second gets its answer, afterwards it is known by its id.
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
  const { requestId } = parsed.data;
  if (requestId === undefined) return act(runtime, jobId, parsed.data, asked);
  const key = `${jobId} ${requestId}`;
  const underWay = runtime.underWay.get(key);
  if (underWay) return underWay;
  const doing = act(runtime, jobId, parsed.data, asked).finally(() => runtime.underWay.delete(key));
  runtime.underWay.set(key, doing);
  return doing;
}

/** Does it with what it needs in hand: drives and sticks are taken before the first look at them, and held to the record. */
async function act(
  runtime: Runtime,
  jobId: string,
  request: ActRequest,
  asked: string | null,
): Promise<Result<null>> {
  const found = await findJob(runtime.database, jobId);
  if (!found.ok) return found;
  const things = thingsOf(request.act, found.value.state.job);
  if (things.length === 0) return actOn(runtime, found.value, request, asked);
  const giveBack = runtime.inHand.take(things);
  if (!giveBack) return inHand();
  try {
    // Read again: what stood there may have changed before it was in hand.
    const now = await findJob(runtime.database, jobId);
    return now.ok ? await actOn(runtime, now.value, request, asked) : now;
  } finally {
    giveBack();
  }
}

async function actOn(
  runtime: Runtime,
  stored: StoredJob,
  request: ActRequest,
  asked: string | null,
): Promise<Result<null>> {
  const { act: wanted, version } = request;
  const requestId = request.requestId ?? null;
  const { database } = runtime;
  const { id: jobId } = stored.state.job;
  const loaded = await loadContext(runtime, stored, wanted, asked);
  if (!loaded.ok) return loaded;
  const context = readsHistory(wanted.kind)
    ? { ...loaded.value, history: await historyOf(database, jobId) }
    : loaded.value;
  if (!context.by) return nobodyWorking();
  // Sent again because its answer was lost: it stands, whoever did what since.
  if (requestId !== null && (await wasDone(database, jobId, requestId))) return ok(null);
  if (wanted.kind !== 'clock-is-right') {
    const clock = await clockRuns(database, jobId, context.at);
    if (!clock.ok) return clock;
  }
  const whateverElse = onlyAdds(wanted.kind);
  if (stored.version !== version && !whateverElse) return stale();
  const decided = decide(stored.state, wanted, context);
  if (!decided.ok) return decided;
  if (turnsDevice.includes(wanted.kind) && runtime.copies.isRunning(jobId)) return deviceWrites();
  const checked: Checked = { stored, context, requestId };
  if (decided.value === null) return standIns[wanted.kind as StandInKind](runtime, checked, wanted);
  const decision = decided.value;
  try {
    const saved = await database.transaction(async (sql) => {
      const { job, given } = await numbered(sql, decision.job);
      if (!(await saveDecision(sql, runtime, stored, context.by, { ...decision, job }, requestId)))
        return false;
      await keepNumbers(sql, job.id, given, context.at);
      if (wanted.kind === 'hand-over' || wanted.kind === 'take-back')
        await putThrough(sql, runtime, checked, { job, isOut: wanted.kind === 'hand-over' });
      if (wanted.kind === 'observe-start') await recordStickSeen(sql, runtime, checked, wanted.outcome);
      return true;
    });
    // Somebody was quicker by a moment: what only adds is added to what stands now.
    if (!saved) return whateverElse ? act(runtime, jobId, request, asked) : stale();
  } catch (error) {
    if (requestId !== null && isDouble(error)) return ok(null);
    throw error;
  }
  if (wanted.kind === 'hand-over' || wanted.kind === 'take-back') runtime.learned.clear();
  runtime.changes.tell(jobId, stored.version + 1);
  return ok(null);
}

/** What follows from a hand-over, or from taking it back: what it taught, and the parts that it used off the shelf. */
async function putThrough(
  sql: Sql,
  runtime: Runtime,
  { stored, context }: Checked,
  { job, isOut }: { job: Job; isOut: boolean },
): Promise<void> {
  await keepLessons(sql, job, taughtBy(stored, context));
  // One that was opened again took its parts the first time.
  if (job.openedAgain || !takesParts(runtime, job.takeIn.practice)) return;
  await settleJob(sql, job.id, isOut ? partsOfJob(stored.state, context) : [], context);
}

/** What a job teaches as it is handed over; one that is taken back teaches nothing yet, and has no history loaded. */
const taughtBy = ({ state }: StoredJob, context: Loaded): Lesson[] =>
  context.history === null ? [] : lessonsOf({ ...state, history: context.history }, context);
