import { type PinAnswer, PinForm, type TaskPin } from '@/core/day';
import { type Result, ok, refuse } from '@/core/result';
import { benchView } from './bench-view';
import { allPins } from './day-pins';
import { once } from './requests';
import type { Runtime } from './runtime';
import { formFault } from './take-in-device';
import { allTechnicians } from './workshop';

const isSame = (a: TaskPin | null, b: TaskPin | null) =>
  a === b || (a !== null && b !== null && a.by === b.by && Date.parse(a.at) === Date.parse(b.at));

/**
 * Pins a piece of the day's work to somebody and a beginning, moves the pin, or takes it out. Faults: `form`, `not-found` (no such work
 * is left), `not-allowed` (they may not do it), `changed` (somebody else moved it meanwhile).
 */
export async function pinTask(
  runtime: Runtime,
  form: unknown,
  { by, requestId }: { by: string | null; requestId: string | null },
): Promise<Result<PinAnswer>> {
  const parsed = PinForm.safeParse(form);
  if (!parsed.success) return formFault(parsed.error);
  const { taskId, pin, was } = parsed.data;
  const task = (await benchView(runtime)).day.tasks.find(({ id }) => id === taskId);
  if (!task?.hands)
    return refuse('not-found', 'This work is not to be done any more.', 'Look at the day as it stands now.');
  const done = await runtime.database.transaction((sql) =>
    once(sql, requestId, runtime.now().toISOString(), async (): Promise<Result<TaskPin | null>> => {
      const stands = (await allPins(sql))[taskId] ?? null;
      // Sent again, or two of one mind: it is as it was wanted.
      if (isSame(stands, pin)) return ok(pin);
      if (!isSame(stands, was))
        return refuse(
          'changed',
          stands ? `Meanwhile it was pinned to ${stands.by}.` : 'Meanwhile its pin was taken out.',
          'The day shows it as it stands now; move it again if it should be elsewhere.',
        );
      if (!pin) {
        await sql.query('delete from day_pin where task_id = $1', [taskId]);
        return ok(null);
      }
      const who = (await allTechnicians(sql)).find(({ initials }) => initials === pin.by);
      if (!who) return refuse('not-found', 'Nobody here has these initials.', 'Pick one of the technicians.');
      if (task.mains && !who.mains)
        return refuse(
          'not-allowed',
          `${who.name} may not open a mains supply.`,
          'Give it to somebody who is trained for it and allowed to.',
        );
      await sql.query(
        `insert into day_pin (task_id, by, at, set_by, set_at) values ($1, $2, $3, $4, $5)
         on conflict (task_id) do update set by = excluded.by, at = excluded.at, set_by = excluded.set_by, set_at = excluded.set_at`,
        [taskId, pin.by, pin.at, by, runtime.now().toISOString()],
      );
      return ok(pin);
    }),
  );
  // Taken behind the transaction: whatever is read from then on knows of it.
  return done.ok ? ok({ pin: done.value, at: runtime.now().toISOString() }) : done;
}
