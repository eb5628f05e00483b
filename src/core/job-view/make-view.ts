import { placeOf } from '../device';
import { factorOf, heatKeys, nobodyLearned, readKeys } from '../learn';
import type { Spread } from '../link';
import {
  type DecideContext,
  stepsOf,
  placeIdOf,
  dueStepsOf,
  holdsOf,
  ledgerOf,
  stopsOfStep,
  waitUntil,
  proveMargins,
  type JobRecord,
  type JobState,
  promiseMargin,
  stationStatesOf,
  currentStation,
  stationHold,
} from '../job';
import { diagnosisView } from './diagnosis-view';
import { holdOn } from '../work';
import { makeSheet } from './make-sheet';
import { rankWays } from '../route';
import { connectionsOf, wayFactsOf } from './way-facts';
import type { JobChange, JobView } from './view';
import { type CopyState, rehearsalMargin } from '../copy';
/** What was loaded for a job: its catalogue entries, its drives as read, its copy as it runs. */
export type Loaded = DecideContext &
  Pick<JobView, 'cases' | 'source' | 'layoutOrigin' | 'layoutFault' | 'evidence'>;

/** Seconds that a copy still takes: what a running one has left, else its forecast; null where nothing is known of it. */
export function copySecondsLeft(
  state: JobState,
  loaded: DecideContext & Pick<Loaded, 'cases' | 'source'>,
  copy: CopyState,
): number | null {
  const running = copy.kind === 'running' ? copy.progress?.rate.secondsLeft?.middle : undefined;
  if (running !== undefined || state.job.route !== 'copy-on-dock') return running ?? null;
  // A simulated copy that runs is through in a moment, whatever its owner stated.
  if (copy.kind === 'running' && state.job.takeIn.practice) return null;
  const { profile, drive, cases, source } = loaded;
  return connectionsOf(state.job, profile, { drive, cases, source })[0]?.whole.middle ?? null;
}

/** Minutes that a copy still takes, as a range; null where nothing is known of it. */
export function copySpread(state: JobState, loaded: Loaded, copy: CopyState): Spread | null {
  const running = copy.kind === 'running' ? copy.progress?.rate.secondsLeft : undefined;
  const { profile, drive, cases, source } = loaded;
  const seconds = running ?? connectionsOf(state.job, profile, { drive, cases, source })[0]?.whole;
  return seconds ? { least: seconds.least / 60, middle: seconds.middle / 60, most: seconds.most / 60 } : null;
}

/** How readings of such a build came out here before; null where none of its drive, or of its build, was taken. */
function readBefore({ job }: JobState, { profile, learned, at, findBuild }: Loaded): JobView['readBefore'] {
  const build = job.choice && findBuild(job.choice);
  if (!build || !learned) return { read: null, heat: null };
  const placeId = placeOf(profile, placeIdOf(job)).id;
  const known = (kind: 'read-test' | 'heat', keys: string[]) => {
    const factor = factorOf(learned[kind].quantity, keys, at);
    return factor.from > 0 ? factor : null;
  };
  const ids = { driveId: build.drive.id, sinkId: build.sink?.id ?? null };
  return {
    read: known('read-test', readKeys(profile.id, placeId, build.drive.id)),
    heat: known('heat', heatKeys(profile.id, placeId, ids)),
  };
}

/** What of a job’s view an act can change, from its state and what was loaded for it alone. */
export function makeChange(
  state: JobState,
  loaded: Loaded,
  now: Pick<
    JobView,
    'version' | 'copy' | 'knowsHoles' | 'driveFiles' | 'photos' | 'pictures' | 'device' | 'deviceS' | 'wiping'
  >,
): Omit<JobChange, 'since' | 'newLines' | 'sheet'> {
  const { job, facts } = state;
  const { profile, drive, cases, source, layout, layoutOrigin, layoutFault } = loaded;
  const holds = holdsOf(state, loaded);
  const stations = stationStatesOf(state, loaded);
  const due = dueStepsOf(state, loaded);
  return {
    ...now,
    job,
    drive,
    build: job.choice && loaded.findBuild(job.choice),
    cases,
    stations,
    current: currentStation(stations),
    facts,
    holds,
    stationHolds: Object.fromEntries(
      stations.flatMap(({ id }) => {
        const hold = stationHold(id, holds);
        return hold ? [[id, hold]] : [];
      }),
    ),
    steps: stepsOf(job, loaded).map((step) => ({ ...step, done: state.doneSteps.includes(step.id) })),
    nextStepId: due[0]?.id ?? null,
    alongsideIds: due.slice(1).map(({ id }) => id),
    nextHold: due[0] ? holdOn(holds, stopsOfStep(due[0])) : null,
    waitUntil: (due[0] && waitUntil(state, loaded, due[0])?.toISOString()) ?? null,
    ledger: ledgerOf(state, loaded),
    source,
    layout,
    layoutOrigin,
    layoutFault,
    evidence: loaded.evidence && [...loaded.evidence, rehearsalMargin(job.rehearsal)],
    ways: rankWays(profile, wayFactsOf(state, profile, loaded)),
    promise: promiseMargin(state, loaded, new Date(loaded.at), copySecondsLeft(state, loaded, now.copy)),
    diagnosis: diagnosisView(profile, job, { ...(loaded.learned ?? nobodyLearned), at: loaded.at }),
    sticks: loaded.sticks,
    prove: proveMargins(profile, layout, job, job.choice && loaded.findBuild(job.choice)),
    readBefore: readBefore(state, loaded),
    ...(job.recording ? { profile } : {}),
  };
}

/** A job as its screens draw it, from its state and what was loaded for it alone. */
export function makeView(
  record: JobRecord,
  loaded: Loaded,
  now: Parameters<typeof makeChange>[2] & Pick<JobView, 'frame'>,
): JobView {
  const { frame, ...changing } = now;
  return {
    ...makeChange(record, loaded, changing),
    frame,
    profile: loaded.profile,
    sheet: record.job.handedOver?.sheet ?? makeSheet(record, loaded),
    history: record.history,
  };
}

/** Whether the hand-over sheet is looked at by now. */
export const isNearEnd = ({ job, current }: Pick<JobView, 'job' | 'current'>): boolean =>
  job.proved || current === 'prove' || current === 'hand-over';

/** A view after a change of it; null where lines of history are missing in between, so that all of it must be read anew. */
export function changedView(before: JobView, change: JobChange): JobView | null {
  const { newLines, since, sheet, ...changed } = change;
  if (since !== before.version || change.version - since !== newLines.length) return null;
  return {
    ...before,
    ...changed,
    sheet: sheet ?? before.sheet,
    history: [...before.history, ...newLines],
    frame: { ...before.frame, now: newLines.at(-1)?.at ?? before.frame.now },
  };
}
