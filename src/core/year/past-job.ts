import { type DeviceProfile, proofsOf } from '../device';
import { fillWish, placedBytes } from '../disk';
import type { Build, BuildIds } from '../fit';
import {
  type DecideContext,
  type HistoryEntry,
  type Job,
  type JobRecord,
  type TakeIn,
  expectedLayout,
  fitAnswer,
  jobState,
  mainPart,
  newJob,
  stepsOf,
  takeInFacts,
} from '../job';
import { lessonsOf, makeSheet } from '../job-view';
import { type Lesson, caseKeys, handsKeys, heatKeys, readKeys } from '../learn';
import { exact } from '../margin';
import type { DockCase } from '../part';
import { type FactSetting, screwsAtStart } from '../work';
import type { Technician } from '../workshop';
import type { HiddenTruth } from './hidden-truth';

/** A kind of device as it was upgraded again and again: the build that goes into it, and the case that copies onto it. */
export type PastKind = {
  profile: DeviceProfile;
  build: Build;
  ids: BuildIds;
  dockCase: DockCase;
};

/** One job of the past: its number, who did it, for whom, and when it came in. */
export type PastWishes = {
  id: string;
  by: string;
  owner: string;
  place: string;
  serial: string;
  at: string;
  technicians: Technician[];
};

/** A job that was handed over, as the acts of its day left it, and what it taught. */
export type PastJob = { record: JobRecord; lessons: Lesson[] };

const minuteMs = 60_000;
const after = (at: string, minutes: number) =>
  new Date(Date.parse(at) + Math.max(1, Math.round(minutes * 60)) * 1000).toISOString();

/**
 * One job of a made-up past, from taking in to hand-over: minutes, rates and readings are those of a hidden truth. It is practice, and its
 * drives are simulated, as everything in the demo is.
 */
export function pastJob(
  { profile, build, ids, dockCase }: PastKind,
  wishes: PastWishes,
  truth: HiddenTruth,
): PastJob {
  truth.drift();
  const { by, id } = wishes;
  const history: HistoryEntry[] = [];
  let clock = wishes.at;
  const line = (
    kind: HistoryEntry['kind'],
    sentence: string,
    minutes: number,
    changes: FactSetting[] = [],
    stepId: string | null = null,
  ) => {
    clock = after(clock, minutes);
    history.push({
      at: clock,
      by,
      kind,
      sentence,
      changes: changes.map((change) => ({ ...change, at: clock, by })),
      stepId,
    });
  };
  const takeIn = takenIn(profile, build, wishes, truth);
  let job: Job = { ...newJob(id, takeIn, profile), revisionId: profile.revisions[0]?.id ?? null };
  job = { ...job, choice: { ...ids, reason: null }, wish: fillWish, route: 'copy-on-dock' };
  const context = (at: string): DecideContext & { cases: DockCase[] } => {
    const layout = expectedLayout(profile, job, build.drive, fillWish);
    return {
      profile,
      drive: build.drive,
      findBuild: () => build,
      layout: layout.ok ? layout.value : null,
      sticks: [],
      technicians: wishes.technicians,
      at,
      by,
      history,
      cases: [dockCase],
    };
  };
  line('take-in', `Taken in: ${profile.maker} ${profile.name}.`, 0, [
    ...takeInFacts(takeIn, profile.opening.chargeBelowPercent),
    ...screwsAtStart(profile.procedure),
  ]);
  line('choose', `Chosen: ${build.drive.maker} ${build.drive.model}.`, 3);
  const steps = stepsOf(job, context(clock));
  const hands = (station: string) => {
    for (const step of steps.filter((one) => one.station === station))
      line(
        'step',
        step.title,
        step.waits ? step.minutes : step.minutes * truth.factor(handsKeys(by, profile.id, step.id)),
        step.effects,
        step.id,
      );
  };
  hands('open');
  const sectors = (labelGB: number) => Math.round((labelGB * 1e9) / 512);
  const number = id.slice(2);
  const oldGB = takeIn.oldDrive?.labelGB ?? 0;
  const bytes = takeIn.oldDrive?.usedBytes ?? 0;
  const side = { sectorBytes: 512, file: null, table: null };
  job = {
    ...job,
    dock: {
      old: {
        ...side,
        benchLabel: `KV-${Number(number) * 2 + 400}`,
        serial: `OLD-${number}`,
        sectors: sectors(oldGB),
      },
      new: {
        ...side,
        benchLabel: `KV-${Number(number) * 2 + 401}`,
        serial: `${build.drive.maker.slice(0, 2).toUpperCase()}-${number}-${build.drive.labelGB}`,
        sectors: sectors(build.drive.labelGB),
      },
      caseId: dockCase.id,
      oldCaseId: null,
    },
  };
  line(
    'dock',
    `Old drive ${job.dock?.old.benchLabel} and new drive ${job.dock?.new.benchLabel} in the dock.`,
    3,
  );
  const rate =
    dockCase.rateBytesPerS * truth.factor(['read at a port', ...caseKeys(dockCase.id, build.drive.protocol)]);
  const seconds = (2 * bytes) / rate;
  job = {
    ...job,
    copy: {
      grade: 'read-back',
      simulated: true,
      into: 'drive',
      blocks: Math.ceil(bytes / 2 ** 20),
      bytes,
      mismatches: 0,
      rewrites: 4,
      sha256: number.padStart(64, '0'),
      seconds,
      readBack: { mode: 'each', reason: '' },
      readBackFrom: 'past-the-cache',
      redoneBlocks: 0,
      unreadable: [],
    },
  };
  line('copied', 'Every block read back and matched.', seconds / 60, [
    { fact: 'copy.begun', value: true },
    { fact: 'copy.verified', value: true },
  ]);
  hands('swap');
  hands('close');
  line('switch-on', 'It started.', 2, [
    { fact: 'device.started', value: true },
    { fact: 'device.powered', value: true },
    { fact: 'power.off', value: false },
  ]);
  job = withReadings(job, { profile, build, ids }, context(clock), truth);
  line('read', 'Read on the device.', 4);
  line('prove', 'Proved: every reading within its limit.', 2);
  job = { ...job, proved: true, outcome: 'started' };
  const at = after(clock, 4);
  const open = jobState(job, history);
  const sheet = makeSheet(open, context(at), 'returned');
  job = { ...job, handedOver: { at, by, oldDrive: 'returned', sheet } };
  line('hand-over', 'Handed over; old drive returned.', 4);
  const record = jobState(job, history);
  return { record, lessons: lessonsOf(record, context(at)) };
}

function takenIn(
  profile: DeviceProfile,
  { drive }: Build,
  { owner, place, serial, at }: PastWishes,
  truth: HiddenTruth,
): TakeIn {
  const [delivered] = profile.deliveredDrives;
  const labelGB = delivered?.labelGB ?? 500;
  return {
    profileId: profile.id,
    owner,
    serial,
    place,
    wish: 'bigger',
    wantedGB: drive.labelGB,
    dataToKeep: true,
    budget: null,
    oldDrive: {
      formFactor: delivered?.formFactor ?? drive.formFactor,
      labelGB,
      usedBytes: Math.round(labelGB * 1e9 * (0.3 + 0.6 * truth.next())),
    },
    encryption: 'no',
    card: 'no',
    swollen: 'no',
    consent: true,
    chargePercent: profile.procedure.power === 'mains' ? null : 20,
    systemVersion: null,
    placeId: null,
    promisedAt: new Date(Date.parse(at) + 6 * 60 * minuteMs).toISOString(),
    note: '',
    practice: true,
  };
}

/** What its device showed, and that all works. */
function withReadings(
  job: Job,
  { profile, build, ids }: Pick<PastKind, 'profile' | 'build' | 'ids'>,
  { layout }: DecideContext,
  truth: HiddenTruth,
): Job {
  const { readings, functions } = proofsOf(profile);
  const seen = (value: number) => exact(value, { kind: 'reading', note: 'shown by the simulated device' });
  const answer = fitAnswer(job, profile, build, ids.placeId);
  const next: Job['readings'] = {};
  const rate = answer.speed.rate;
  const chain = rate.known ? rate.value : 1e9;
  let load: Job['load'] = null;
  for (const name of readings) {
    switch (name) {
      case 'size-shown':
        next[name] = seen(layout ? placedBytes(layout, mainPart(layout)) : build.drive.labelGB * 1e9);
        break;
      case 'read-test':
        next[name] = seen(
          chain * Math.min(1.2, truth.factor(readKeys(profile.id, answer.place.id, build.drive.id))),
        );
        break;
      case 'parts-shown':
        next[name] = seen(layout?.partitions.length ?? 1);
        break;
      case 'write-test':
      case 'timed-copy':
        next[name] = seen(chain * 0.7);
        break;
      case 'drive-temperature': {
        const roomC = 21 + Math.round(6 * truth.next());
        const warms = answer.heat?.known ? answer.heat.settled.peakC.value - answer.heat.roomC : 35;
        const built = heatKeys(profile.id, answer.place.id, {
          driveId: build.drive.id,
          sinkId: build.sink?.id ?? null,
        });
        next[name] = seen(roomC + Math.min(60, warms * truth.factor(built)));
        load = { roomC, minutes: 20 };
        break;
      }
    }
  }
  return {
    ...job,
    readings: next,
    load,
    functions: functions.map((one) => ({ id: one.id, result: 'works', note: '' })),
  };
}
