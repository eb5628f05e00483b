import type { CopyState } from '../copy';
import type { DayJob, DayTask } from '../day';
import { handsKeys, sumOf } from '../learn';
import type { Spread } from '../link';
import type { DeviceProfile } from '../device';
import {
  type Job,
  type JobState,
  busyUntil,
  chargeLimitOf,
  chargeRunsDown,
  networkGoneSince,
  currentStation,
  handworkSpread,
  leadsBack,
  stationHold,
  stationStatesOf,
  stepsOf,
  waitUntil,
  holdsOf,
} from '../job';
import { type StationId, stationNames, writesItself } from '../route';
import { type HandStep, copyMayGoIn } from '../work';
import { type Loaded, copySpread } from './make-view';

/** Usual minutes of what is no handwork, as the promise counts them. */
const desk = { choose: 3, layOut: 2, dock: 3, start: 4, look: 1, network: 5, prove: 6, sheet: 4 } as const;
/** Fewer steps seen than this are no measure yet. */
const leastLearned = 12;

const usual = (minutes: number): Spread => ({
  least: minutes * (1 - handworkSpread.less),
  middle: minutes,
  most: minutes * (1 + handworkSpread.more),
});

/** What is left of a job as tasks of a day, one behind the other: hands, the dock, waits, the device alone. */
export function dayTasksOf(
  state: JobState,
  loaded: Loaded,
  copy: CopyState,
  /** The moment that the day counts from, one for all of its jobs; ISO 8601. */
  now: string,
): { job: DayJob; tasks: DayTask[] } {
  const { job, facts } = state;
  const { profile } = loaded;
  const nowMs = Date.parse(now);
  const tasks: DayTask[] = [];
  const push: Push = (station, what, minutes, { name = station, ...more } = {}) => {
    const last = tasks.at(-1);
    tasks.push({
      id: `${job.id} ${name}`,
      jobId: job.id,
      station,
      what,
      hands: true,
      mains: false,
      machine: null,
      minutes,
      after: last ? [last.id] : [],
      notBefore: 0,
      ...more,
    });
  };
  const isBack = leadsBack(job);
  if (!job.choice && !isBack) push('fit', 'Choose a drive', usual(desk.choose));
  if (!job.wish && !isBack && job.route === 'copy-on-dock') push('data', 'Lay it out', usual(desk.layOut));
  const left = stepsOf(job, loaded).filter(({ id }) => !state.doneSteps.includes(id));
  const hands = (station: HandStep['station']) => pushHands(station, left, loaded, state, nowMs, push);
  const held = stationHold(currentStation(stationStatesOf(state, loaded)), holdsOf(state, loaded));
  const drain = held?.code === 'charge' ? drainOf(job, loaded.profile, now) : null;
  if (drain) pushDrain(drain, push);
  hands('open');
  if (!isBack && job.route === 'copy-on-dock' && !copyMayGoIn(facts)) {
    if (!job.dock) push('carry-over', 'Both drives in the dock', usual(desk.dock), { name: 'dock' });
    const seconds = copySpread(state, loaded, copy);
    push('carry-over', 'Copy, read back', seconds ?? usual(30), {
      name: 'copy',
      hands: false,
      machine: 'dock',
      ...(copy.kind === 'running' && { runs: true }),
    });
  }
  hands('swap');
  hands('close');
  if (!facts['device.started']?.value) {
    const busy = isBack ? null : busyUntil(job, profile);
    const isGone = networkGoneSince(job.power) !== null;
    if (isGone) push('first-power', 'Bring the network back', usual(desk.network), { name: 'network' });
    else if (!busy) push('first-power', 'Switch it on', usual(desk.start));
    const way = profile.ways?.[job.route];
    if (!isBack && writesItself(job.route) && way?.possible)
      push('first-power', 'The device works alone', busy ? leftOf(busy, nowMs) : way.alone, {
        name: 'alone',
        hands: false,
        machine: job.route === 'network' ? 'network' : null,
        ...(busy && { runs: true }),
      });
  }
  if (!job.proved) push('prove', 'Prove it', usual(desk.prove));
  push('hand-over', 'Hand over', usual(desk.sheet));
  const hold = drain ? null : held;
  return {
    job: {
      id: job.id,
      device: profile.name,
      who: [job.takeIn.place, job.takeIn.owner].filter(Boolean).join(' · '),
      promisedMin: job.takeIn.promisedAt ? (Date.parse(job.takeIn.promisedAt) - nowMs) / 60_000 : null,
      held: hold ? `${hold.what}. ${hold.remedy}` : null,
    },
    tasks,
  };
}

/** How long the charge still runs down before the device may be opened; null where nobody can tell. */
export const drainOf = (job: Job, profile: DeviceProfile, at: string): Spread | null =>
  chargeRunsDown(job.chargeSeen, chargeLimitOf(profile, job), at);

/** Waiting for the charge needs no hands; that it is low enough somebody looks at. */
function pushDrain(minutes: Spread, push: Push): void {
  if (minutes.most > 0)
    push('open', 'The charge runs down', minutes, { name: 'charge', hands: false, runs: true });
  push('open', 'Look at the charge shown', usual(desk.look), { name: 'charge-look' });
}

/** What is left of work that the device was left alone with, minutes. */
function leftOf({ usual, worry }: { usual: string; worry: string }, nowMs: number): Spread {
  const left = (at: string) => Math.max(0, (Date.parse(at) - nowMs) / 60_000);
  return { least: left(usual), middle: left(usual), most: left(worry) };
}

/** Adds a piece of work behind the last one; named by its station where that has no other. */
type Push = (
  station: StationId,
  what: string,
  minutes: Spread,
  more?: Partial<DayTask> & { name?: string },
) => void;

/** Steps of a station as pieces of work, parted where something waits by itself. */
function pushHands(
  station: HandStep['station'],
  left: readonly HandStep[],
  loaded: Loaded,
  state: JobState,
  nowMs: number,
  push: Push,
): void {
  let group: HandStep[] = [];
  const flush = () => {
    const last = group.at(-1);
    if (!last) return;
    const isMains = group.some(({ mayDo }) => mayDo === 'mains');
    // Named by its last step, so that it stays the same piece of work while its steps are done.
    push(station, stationNames[station], minutesOf(group, loaded), {
      name: `${station}-${last.id}`,
      mains: isMains,
    });
    group = [];
  };
  for (const step of left.filter((one) => one.station === station)) {
    if (!step.waits) {
      group.push(step);
      continue;
    }
    flush();
    const until = waitUntil(state, loaded, step);
    const minutes = until ? Math.max(0, (until.getTime() - nowMs) / 60_000) : step.minutes;
    push(
      station,
      step.title,
      { least: minutes, middle: minutes, most: minutes },
      { name: `${station}-${step.id}`, hands: false, ...(until && { runs: true }) },
    );
  }
  flush();
}

/** Minutes of some steps by whoever: as they were timed here, else as the procedure says. */
function minutesOf(steps: readonly HandStep[], { learned, profile, at }: Loaded): Spread {
  const quantity = learned?.hands.quantity;
  if (!quantity || quantity.seen < leastLearned)
    return usual(steps.reduce((sum, { minutes }) => sum + minutes, 0));
  return sumOf(
    quantity,
    // Whoever is free does it: the person is left out.
    steps.map(({ id, minutes }) => ({ usual: minutes, keys: handsKeys('', profile.id, id).slice(1) })),
    at,
  );
}
