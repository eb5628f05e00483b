import { type DecideContext, type Decision, type JobState, holdsOf, leadsBack } from '../job';
import { type Result, ok, refuse } from '../result';
import { holdOn, type Stop } from '../work';
import type { Asked, PersonAct, StandInAct } from './record';
import { type ActKind, type JobAct, actTable } from './table';
import type { z } from 'zod';

/** A record as it is looked up: the table’s own types say that each gets its own kind of act. */
type AnyRecord = PersonAct<z.ZodType<JobAct>> | StandInAct<z.ZodType<JobAct>>;

/** The record of an act; null for a kind that stands in no line of the table. */
const recordOf = (kind: ActKind): AnyRecord | null =>
  Object.hasOwn(actTable, kind) ? (actTable[kind] as unknown as AnyRecord) : null;

const unknownAct = (kind: string) =>
  refuse('no-act', `“${kind.slice(0, 20)}” is nothing that can be done to a job.`, 'See /api/schemas/act.');

const closed = () =>
  refuse(
    'closed',
    'This job was handed over.',
    'Take it back at Hand over first, or take the device in again.',
  );

const turnedBack = () =>
  refuse(
    'turned-back',
    'This job turned back: the old drive goes in again.',
    'Finish the way back; then take the device in anew for another drive.',
  );

/** The first hold that stops any of these, as a fault. */
function heldBy({ state, context }: Asked<unknown>, stops: readonly Stop[]): Result<null> {
  const hold = stops.length === 0 ? null : holdOn(holdsOf(state, context), stops);
  return hold ? refuse(`hold-${hold.code}`, `${hold.what}. ${hold.why}`, hold.remedy) : ok(null);
}

/** The kinds of hold that stop an act as it stands now. */
export function stopsOf(state: JobState, act: JobAct, context: DecideContext): readonly Stop[] {
  const stops = recordOf(act.kind)?.stops ?? [];
  return typeof stops === 'function' ? stops({ state, act, context }) : stops;
}

/**
 * May this act be done now? The server asks before anything starts, and again with the act itself.
 * Returns the fault with its remedy, or nothing.
 */
export function permit(state: JobState, act: JobAct, context: DecideContext): Result<null> {
  const record = recordOf(act.kind);
  if (!record) return unknownAct(act.kind);
  if (state.job.handedOver && !record.afterHandOver) return closed();
  if (record.carries && leadsBack(state.job)) return turnedBack();
  const asked = { state, act, context };
  const needed = record.needs(asked);
  if (!needed.ok) return needed;
  const held = heldBy(asked, stopsOf(state, act, context));
  return held.ok ? record.permit(asked) : held;
}

/**
 * What an act makes of a job, or why it may not be. Null for those that a stand-in does: permitted, and what comes of them
 * comes back as a report.
 */
export function decide(state: JobState, act: JobAct, context: DecideContext): Result<Decision | null> {
  const permitted = permit(state, act, context);
  if (!permitted.ok) return permitted;
  const record = recordOf(act.kind);
  if (!record) return unknownAct(act.kind);
  return record.doneBy === 'person' ? record.decide({ state, act, context }) : ok(null);
}

/** Whether an act keeps its sense whatever others did since the person looked. */
export const onlyAdds = (kind: ActKind): boolean => recordOf(kind)?.onlyAdds === true;

/** Whether deciding an act reads the whole history of its job. */
export function readsHistory(kind: ActKind): boolean {
  const record = recordOf(kind);
  return record?.doneBy === 'person' && record.readsHistory === true;
}
