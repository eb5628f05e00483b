import * as z from 'zod';
import { isRecording, lastStepOf, said, stopsOfStep } from '../job';
import { type Result, ok, refuse } from '../result';
import {
  GoesFirst,
  type Recording,
  RecordedAct,
  nextRecordedId,
  procedureOfRecording,
  undoneInReverse,
} from '../teach';
import { type HandStep, factValue, procedureFaults, wayIn } from '../work';
import { type Asked, personAct } from './record';

/** What is done while a device is opened that nobody has written down. */

/** More acts than this were never needed to open anything: a key is stuck. */
const most = 40;

const recordSchema = z.object({ kind: z.literal('record'), recorded: RecordedAct });
type RecordAsked = Asked<z.infer<typeof recordSchema>>;

const isBeingRecorded = ({ state: { job } }: Asked<unknown>): Result<null> =>
  job.recording === null
    ? refuse('written', 'How this device is opened is written down.', 'Follow its steps at Open.')
    : isRecording(job)
      ? ok(null)
      : refuse('recorded', 'The recording was ended.', 'Take the end back, then go on recording.');

/** The recording with one more act, and the step that this act is. */
function recorded({
  state: { job },
  act,
  context,
}: RecordAsked): { recording: Recording; step: HandStep } | null {
  if (!job.recording) return null;
  const id = nextRecordedId(job.recording);
  const recording = { ...job.recording, acts: [...job.recording.acts, { id, act: act.recorded }] };
  const { power } = context.profile.procedure;
  const step = wayIn(procedureOfRecording(recording, power)).find((one) => one.id === id);
  return step ? { recording, step } : null;
}

export const record = personAct(recordSchema, {
  words: 'record an act of opening',
  afterHandOver: false,
  needs(asked) {
    const may = isBeingRecorded(asked);
    if (!may.ok) return may;
    return (asked.state.job.recording?.acts.length ?? 0) < most
      ? ok(null)
      : refuse('too-many', `More than ${most} acts were recorded.`, 'Take the last ones back.');
  },
  stops(asked) {
    const made = recorded(asked);
    return made ? stopsOfStep(made.step) : ['opening'];
  },
  permit({ state: { facts }, act }) {
    return act.recorded.what === 'draw' && factValue(facts, 'drive.inserted') === false
      ? refuse('drive-out', 'No drive is in the place any more.', 'End the recording.')
      : ok(null);
  },
  decide(asked) {
    const made = recorded(asked);
    if (!made) return refuse('written', 'How this device is opened is written down.', 'Follow its steps.');
    const { recording, step } = made;
    return said({ ...asked.state.job, recording }, 'step', step.title, step.effects, step.id);
  },
});

export const recordUndo = personAct(z.object({ kind: z.literal('record-undo') }), {
  words: 'take the last recorded act back',
  afterHandOver: false,
  needs: ({ state: { job } }) =>
    job.recording === null
      ? refuse('written', 'How this device is opened is written down.', 'Take its steps back.')
      : ok(null),
  stops: [],
  permit: ({ state: { job } }) =>
    job.dock
      ? refuse('docked', 'The old drive lies on the dock.', 'Finish the copy, then go on to Swap.')
      : ok(null),
  /** Of an ended recording the end is taken back first. */
  decide({ state }) {
    const { job } = state;
    const recording = job.recording ?? { acts: [], ended: false };
    const last = recording.acts.at(-1);
    const done = lastStepOf(state);
    if (done && done.stepId !== last?.id)
      return refuse('swapped', 'Steps after the recording are done.', 'Take those back first.');
    if (recording.ended)
      return said(
        { ...job, recording: { acts: recording.acts, ended: false } },
        'record-end',
        'The recording goes on.',
      );
    if (!last || !done) return refuse('no-step', 'Nothing is recorded yet.', 'Record the first act.');
    const without = { ...recording, acts: recording.acts.slice(0, -1) };
    return said(
      { ...job, recording: without },
      'step-back',
      'Took back what was recorded last.',
      done.before,
      last.id,
    );
  },
});

const endSchema = z.object({
  kind: z.literal('record-end'),
  /** What goes back in another order than it came off. */
  order: z.array(GoesFirst).max(40).optional(),
});

/** Only acts that are undone have a place in the way back, each one place; none before itself. */
function orderStands({
  state: { job },
  context,
  act: { order = [] },
}: Asked<z.infer<typeof endSchema>>): Result<null> {
  if (order.length === 0) return ok(null);
  const undone = new Set(undoneInReverse(job.recording ?? { acts: [] }).map(({ id }) => id));
  const isPlaced = order.every(({ id, before }) => id !== before && undone.has(id) && undone.has(before));
  if (isPlaced && new Set(order.map(({ id }) => id)).size === order.length) {
    // A way back that cannot be gone is told now, and not when the device lies open.
    const { power } = context.profile.procedure;
    const recording = { acts: job.recording?.acts ?? [] };
    const plain = procedureFaults(procedureOfRecording(recording, power)).map(({ message }) => message);
    const [fault] = procedureFaults(procedureOfRecording({ ...recording, order }, power)).filter(
      ({ message }) => !plain.includes(message),
    );
    return fault
      ? refuse('order', `In that order ${fault.message}.`, 'Leave that one in its turn.')
      : ok(null);
  }
  return refuse(
    'order',
    'That is no order of what goes back.',
    'Say of each act once before which other one it goes back.',
  );
}

export const recordEnd = personAct(endSchema, {
  words: 'say that the way in is recorded',
  afterHandOver: false,
  needs(asked) {
    const may = isBeingRecorded(asked);
    return may.ok ? orderStands(asked) : may;
  },
  stops: [],
  permit: ({ state: { job, facts } }) =>
    job.takeIn.oldDrive === null || factValue(facts, 'drive.inserted') === false
      ? ok(null)
      : refuse(
          'drive-inside',
          'The old drive is still in the device.',
          'Record that it was drawn, then end the recording.',
        ),
  decide: ({ state: { job }, act: { order = [] } }) =>
    said(
      {
        ...job,
        recording: { acts: job.recording?.acts ?? [], ended: true, ...(order.length > 0 && { order }) },
      },
      'record-end',
      `The way in is recorded: ${job.recording?.acts.length ?? 0} acts. The way back is made from it.`,
    ),
});
