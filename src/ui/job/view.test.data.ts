import {
  type DecideContext,
  type JobState,
  type JobView,
  actsOf,
  cordOf,
  currentStation,
  holdsOf,
  ledgerOf,
  makeSheet,
  nextAct,
  promiseMargin,
  proveMargins,
  stationHold,
} from '@/core/job';
import { Bench, drives, pads } from '@/core/job/job.test.data';
import { defaultSettings } from '@/core/workshop';

const now = new Date('2026-11-24T08:00:00.000Z');

/** A job's view made from the core alone, as the server makes it from the database. */
export function viewOf(bench: Bench, more: Partial<JobView> = {}): JobView {
  const state: JobState = bench.state;
  const context: DecideContext = bench.context;
  const holds = holdsOf(state, context);
  const cord = cordOf(state, context);
  const pad = pads.find(({ id }) => id === state.job.choice?.padId) ?? null;
  const technicians = [{ initials: 'IM', name: 'Ines Marrow' }];
  return {
    job: state.job,
    version: 1,
    frame: { settings: { ...defaultSettings, working: 'IM' }, technicians, now: now.toISOString() },
    profile: context.profile,
    drive: context.drive,
    pad,
    drives,
    pads,
    cases: [
      {
        schema: 'jicara.case/1',
        id: 'tarn-2',
        model: 'Tarn 2',
        link: 'USB 2.0',
        rateBytesPerS: 38e6,
        source: 'test',
      },
    ],
    cord,
    current: currentStation(cord),
    facts: state.facts,
    holds,
    stationHolds: Object.fromEntries(
      cord.flatMap(({ id }) => {
        const hold = stationHold(id, holds, state);
        return hold ? [[id, hold]] : [];
      }),
    ),
    acts: actsOf(state.job, context).map((act) => ({ ...act, done: state.doneSteps.includes(act.id) })),
    nextActId: nextAct(state, context)?.id ?? null,
    ledger: ledgerOf(state, context),
    source: null,
    layout: context.layout,
    layoutOrigin: context.layout ? 'expected' : null,
    layoutFault: null,
    copy: { kind: 'none' },
    promise: promiseMargin(state, context, now, null),
    prove: proveMargins(context.profile, context.layout, state.job.readings, state.job.copy),
    sheet: makeSheet(state, { ...context, pad, technicians, now }),
    history: state.history,
    ...more,
  };
}
