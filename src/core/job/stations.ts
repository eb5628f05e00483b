import { type StationId, type StationState, stationNames, stationsOf, writesItself } from '../route';
import { type Hold, type Stop, copyMayGoIn, holdOn, isTrue } from '../work';
import type { JobContext } from './context';
import { isRecording } from './is-recording';
import { stepsOf, holdsOf } from './steps-of';
import type { JobState } from './job';
import { leadsBack } from './opened-again';

/** The holds that can stop each station's main act. */
export const stationStops: Readonly<Record<StationId, Stop[]>> = Object.freeze({
  'take-in': [],
  fit: [],
  data: [],
  open: ['opening'],
  // Typing the new drive's label is the station's own work: until it is done the copy waits, and nothing is wrong.
  'carry-over': ['copy', 'unattended'],
  swap: ['swap', 'board'],
  close: [],
  'first-power': ['first-power'],
  prove: [],
  'hand-over': ['sheet'],
});

function isDone(id: StationId, state: JobState, context: JobContext): boolean {
  const { job, facts, doneSteps } = state;
  const handsDone = (station: 'open' | 'swap' | 'close') =>
    stepsOf(job, context)
      .filter((step) => step.station === station)
      .every((step) => doneSteps.includes(step.id));
  if (leadsBack(job) && (id === 'fit' || id === 'data')) return true;
  if (leadsBack(job) && id === 'first-power') return isTrue(facts, 'device.started');
  switch (id) {
    case 'take-in':
      return true;
    case 'fit':
      return job.choice !== null;
    case 'data':
      return job.route === 'stick' ? isTrue(facts, 'stick.ready') : job.wish !== null;
    case 'open':
      return !isRecording(job) && handsDone(id);
    case 'swap':
    case 'close':
      return handsDone(id);
    case 'carry-over':
      return writesItself(job.route) ? isTrue(facts, 'device.started') : copyMayGoIn(facts);
    case 'first-power':
      return isTrue(facts, writesItself(job.route) ? 'device.powered' : 'device.started');
    case 'prove':
      return job.proved;
    case 'hand-over':
      return job.handedOver !== null;
  }
}

/** Every station of the job's route as done, current (or held, when a hold stops it), or ahead. */
export function stationStatesOf(state: JobState, context: JobContext): StationState[] {
  const holds = holdsOf(state, context);
  let found = false;
  // On the way back nothing is carried.
  const ids = stationsOf(state.job.route).filter((id) => id !== 'carry-over' || !leadsBack(state.job));
  return ids.map((id) => {
    const name = stationNames[id];
    if (!found && isDone(id, state, context)) return { id, name, state: 'done' };
    if (found) return { id, name, state: 'ahead' };
    found = true;
    return { id, name, state: stationHold(id, holds) ? 'held' : 'current' };
  });
}

/** The hold that stops a station now, if any. */
export const stationHold = (id: StationId, holds: Hold[]): Hold | null => holdOn(holds, stationStops[id]);

/** The station where the work is; the last one once everything is done. */
export const currentStation = (stations: StationState[]): StationId =>
  (stations.find(({ state }) => state === 'current' || state === 'held') ?? stations.at(-1)!).id;
