import { type DecideContext, actsOf, dueActsOf, holdsOf, ledgerOf, waitUntil } from './acts-of';
import { diagnosisView } from './diagnosis-view';
import { proveMargins } from './expect';
import type { JobState } from './job';
import { makeSheet } from './make-sheet';
import { rankWays } from '../route';
import { promiseMargin } from './promise';
import { wayFactsOf } from './way-facts';
import { cordOf, currentStation, stationHold } from './stations';
import type { CopyState, JobView } from './view';

/** What was loaded for a job: its catalogue entries, its drives as read, its copy as it runs. */
export type Loaded = DecideContext &
  Pick<JobView, 'cases' | 'source' | 'layoutOrigin' | 'layoutFault' | 'evidence'>;

/** Seconds that a running copy still takes; null where none runs or nothing is known yet. */
export const copySecondsLeft = (copy: CopyState): number | null =>
  copy.kind === 'running' ? (copy.progress?.rate.secondsLeft?.middle ?? null) : null;

/** A job as its screens draw it, from its state and what was loaded for it alone. */
export function makeView(
  state: JobState,
  loaded: Loaded,
  now: Pick<
    JobView,
    'version' | 'frame' | 'copy' | 'knowsHoles' | 'photos' | 'pictures' | 'device' | 'deviceS'
  >,
): JobView {
  const { job, facts, history } = state;
  const { profile, drive, cases, source, layout, layoutOrigin, layoutFault } = loaded;
  const holds = holdsOf(state, loaded);
  const cord = cordOf(state, loaded);
  const due = dueActsOf(state, loaded);
  return {
    ...now,
    job,
    profile,
    drive,
    build: job.choice && loaded.findBuild(job.choice),
    cases,
    cord,
    current: currentStation(cord),
    facts,
    holds,
    stationHolds: Object.fromEntries(
      cord.flatMap(({ id }) => {
        const hold = stationHold(id, holds);
        return hold ? [[id, hold]] : [];
      }),
    ),
    acts: actsOf(job, loaded).map((act) => ({ ...act, done: state.doneSteps.includes(act.id) })),
    nextActId: due[0]?.id ?? null,
    alongsideIds: due.slice(1).map(({ id }) => id),
    waitUntil: (due[0] && waitUntil(state, loaded, due[0])?.toISOString()) ?? null,
    ledger: ledgerOf(state, loaded),
    source,
    layout,
    layoutOrigin,
    layoutFault,
    evidence: loaded.evidence,
    ways: rankWays(profile, wayFactsOf(state, loaded)),
    promise: promiseMargin(state, loaded, new Date(loaded.at), copySecondsLeft(now.copy)),
    diagnosis: diagnosisView(profile, job),
    sticks: loaded.sticks,
    prove: proveMargins(profile, layout, job),
    sheet: job.handedOver?.sheet ?? makeSheet(state, loaded),
    history,
  };
}
