import type { StationId } from '../route';
import { showDuration } from '../units';
import {
  type DecideContext,
  holdsOf,
  nextStep,
  waitUntil,
  busyUntil,
  networkGoneSince,
  choiceFit,
  type JobState,
  stationStatesOf,
  currentStation,
  stationHold,
} from '../job';
import type { Loaded } from './make-view';
import type { CopyState } from '../copy';
import { drainOf } from './day-tasks';
import type { BenchCard } from './view';

/** What each station asks of the hands, where no single act says it better. */
const stationAsks: Readonly<Record<StationId, string>> = Object.freeze({
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
});

/** What Carry over asks where the device writes its drive by itself. */
const carryAsks = {
  stick: 'Start it from the stick',
  network: 'Start its network restore, then leave it alone',
  format: 'Let it format the new drive',
} as const;

/** How far a running copy is, by what was read back and matched. */
function copyWords(copy: Extract<CopyState, { kind: 'running' }>): string {
  const { progress } = copy;
  if (!progress || progress.totalBytes === 0) return 'The copy begins';
  const percent = Math.floor((100 * progress.verifiedBytes) / progress.totalBytes);
  const left = progress.rate.secondsLeft?.middle ?? null;
  return `Copying: ${percent} % matched${left === null ? '' : `, about ${showDuration(left)} left`}`;
}

/** A job on the bench: the column it stands in, by what it waits for, and its one next act. */
export function benchCard(
  state: JobState,
  context: DecideContext & Pick<Loaded, 'cases' | 'source'>,
  copy: CopyState,
): BenchCard {
  const { job } = state;
  const stations = stationStatesOf(state, context);
  const station = currentStation(stations);
  const held = stationHold(station, holdsOf(state, context));
  const step = nextStep(state, context);
  const asks =
    station === 'carry-over' && job.route !== 'copy-on-dock' ? carryAsks[job.route] : stationAsks[station];
  const waits = (): Pick<BenchCard, 'column' | 'next'> => {
    if (copy.kind === 'running') return { column: 'machine', next: copyWords(copy) };
    const drain = held?.code === 'charge' ? drainOf(job, context.profile, context.at) : null;
    if (drain)
      return drain.middle > 0
        ? { column: 'machine', next: `The charge runs down: about ${showDuration(drain.middle * 60)} left` }
        : { column: 'hands', next: 'The charge should be low enough: look at it, then enter it' };
    if (held) return { column: 'held', next: held.remedy };
    if (station === 'hand-over') return { column: 'ready', next: stationAsks[station] };
    if (copy.kind === 'interrupted' && station === 'carry-over')
      return { column: 'hands', next: 'The copy was interrupted: go on with it' };
    const until = step && waitUntil(state, context, step);
    if (step && until && until.getTime() > Date.parse(context.at)) {
      const left = showDuration((until.getTime() - Date.parse(context.at)) / 1000);
      return { column: 'machine', next: `${step.title}: ${left} left` };
    }
    if (networkGoneSince(job.power) !== null)
      return { column: 'hands', next: 'The network is gone: bring it back, then say how the device goes on' };
    const busy = busyUntil(job, context.profile);
    if (busy) {
      const now = Date.parse(context.at);
      const left = (Date.parse(busy.usual) - now) / 1000;
      if (left > 0) return { column: 'machine', next: `The device works alone: ${showDuration(left)} left` };
      const isLate = Date.parse(busy.worry) < now;
      return {
        column: 'hands',
        next: isLate
          ? `The device is late by ${showDuration((now - Date.parse(busy.worry)) / 1000)}: look at it`
          : 'The device should be through: look at it',
      };
    }
    return { column: 'hands', next: step?.station === station ? step.title : asks };
  };
  return {
    id: job.id,
    station,
    device: context.profile.name,
    who: [job.takeIn.place, job.takeIn.owner].filter(Boolean).join(' · '),
    ...waits(),
    worst: choiceFit(job, context),
  };
}
