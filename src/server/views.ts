import { fit } from '@/core/fit';
import {
  type BenchCard,
  type BenchColumn,
  type BenchView,
  type FrameView,
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
import { worstMargin } from '@/core/margin';
import type { StationId } from '@/core/route';
import { allProfiles } from './catalogue';
import { loadContext } from './job-context';
import { type StoredJob, benchJobIds, findJob } from './jobs';
import type { Runtime } from './runtime';
import { allTechnicians, readSettings } from './workshop';

export async function frameView(runtime: Runtime): Promise<FrameView> {
  return {
    settings: await readSettings(runtime.database),
    technicians: await allTechnicians(runtime.database),
    now: runtime.now().toISOString(),
  };
}

export async function jobView(runtime: Runtime, jobId: string): Promise<JobView | null> {
  const stored = await findJob(runtime.database, jobId);
  return stored && viewOf(runtime, stored);
}

async function viewOf(runtime: Runtime, stored: StoredJob): Promise<JobView> {
  const context = await loadContext(runtime, runtime.database, stored);
  const { state } = stored;
  const { job, facts, history } = state;
  const frame = await frameView(runtime);
  const holds = holdsOf(state, context);
  const cord = cordOf(state, context);
  const copy = await runtime.copies.state(job.id, facts['copy.verified']?.value === true);
  const secondsLeft = copy.kind === 'running' ? (copy.progress?.secondsLeft ?? null) : null;
  return {
    job,
    version: stored.version,
    frame,
    profile: context.profile,
    drive: context.drive,
    pad: context.pad,
    drives: context.drives,
    pads: context.pads,
    cases: context.cases,
    cord,
    current: currentStation(cord),
    facts,
    holds,
    stationHolds: Object.fromEntries(
      cord.flatMap(({ id }) => {
        const hold = stationHold(id, holds, state);
        return hold ? [[id, hold]] : [];
      }),
    ),
    acts: actsOf(job, context).map((act) => ({ ...act, done: state.doneSteps.includes(act.id) })),
    nextActId: nextAct(state, context)?.id ?? null,
    ledger: ledgerOf(state, context),
    source: context.source,
    layout: context.layout,
    layoutOrigin: context.layoutOrigin,
    layoutFault: context.layoutFault,
    copy,
    promise: promiseMargin(state, context, runtime.now(), secondsLeft),
    prove: proveMargins(context.profile, context.layout, job.readings, job.copy),
    sheet: makeSheet(state, { ...context, technicians: frame.technicians, now: runtime.now() }),
    history,
  };
}

const stationWords: Record<StationId, string> = {
  'take-in': 'Take in',
  fit: 'Choose a drive that fits',
  data: 'Lay out the new drive',
  open: 'Open the device',
  'carry-over': 'Carry the system over',
  swap: 'Swap the drive',
  close: 'Close the device',
  'first-power': 'Switch it on',
  prove: 'Prove the result',
  'hand-over': 'Hand over',
};

function cardOf(view: JobView): BenchCard {
  const { job, current, cord, copy } = view;
  const held = cord.some(({ state }) => state === 'held') ? (view.stationHolds[current] ?? null) : null;
  const act = view.acts.find(({ id }) => id === view.nextActId);
  const working = act && act.station === current ? act.title : stationWords[current];
  const column: BenchColumn =
    copy.kind === 'running'
      ? 'machine'
      : held && held.code !== 'label'
        ? 'held'
        : current === 'hand-over'
          ? 'ready'
          : 'hands';
  const drive = view.drive;
  const { labelGB, usedBytes } = job.takeIn.oldDrive;
  const old = { labelGB, usedBytes, dataToKeep: job.takeIn.dataToKeep };
  return {
    id: job.id,
    station: current,
    device: view.profile.name,
    who: [job.takeIn.place, job.takeIn.owner].filter(Boolean).join(' · '),
    column,
    next:
      copy.kind === 'running'
        ? 'Copying, then it reads everything back'
        : copy.kind === 'interrupted' && current === 'carry-over'
          ? 'The copy was interrupted: go on with it'
          : column === 'held'
            ? held!.remedy
            : working,
    promise: view.promise,
    promisedAt: job.takeIn.promisedAt,
    worst: drive
      ? worstMargin(fit({ profile: view.profile, measures: job.measures, drive, pad: view.pad, old }).margins)
      : null,
  };
}

export async function benchView(runtime: Runtime): Promise<BenchView> {
  const ids = await benchJobIds(runtime.database);
  const load = async (list: string[]) => {
    const views: JobView[] = [];
    for (const id of list) {
      const view = await jobView(runtime, id);
      if (view) views.push(view);
    }
    return views;
  };
  const handedOver = await load(ids.handedOver);
  return {
    frame: await frameView(runtime),
    cards: (await load(ids.open)).map(cardOf),
    handedOver: handedOver.map((view) => ({
      id: view.job.id,
      device: view.profile.name,
      who: view.job.takeIn.owner,
      at: view.job.handedOver?.at ?? '',
    })),
    hasProfiles: (await allProfiles(runtime.database)).length > 0,
  };
}
