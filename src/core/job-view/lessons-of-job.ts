import { type DecideContext, type JobRecord, fitAnswer, stepsOf } from '../job';
import { type Lesson, copyKeys, faultKeys, handsKeys, heatKeys, lookKeys, readKeys } from '../learn';
import type { DockCase } from '../part';

type Context = DecideContext & { cases: readonly DockCase[] };

/**
 * What a job taught, as it is handed over: only what was seen, against what was usual. A wait of the device itself is learned of real
 * ones alone, because a simulated one has its own clock.
 */
export function lessonsOf(record: JobRecord, context: Context): Lesson[] {
  return [
    ...handsOf(record, context),
    ...copyOf(record, context),
    ...aloneOf(record, context),
    ...readingsOf(record, context),
    ...faultsOf(record, context),
  ].filter(({ usual, actual }) => usual > 0 && actual > 0);
}

/** Minutes from one step to the next of the same hands at the same station; when the first of a station began is not known. */
function handsOf({ job, history }: JobRecord, context: Context): Lesson[] {
  const steps = new Map(stepsOf(job, context).map((step) => [step.id, step]));
  const lessons: Lesson[] = [];
  let before: { at: string; by: string; station: string } | undefined;
  for (const { kind, stepId, at, by } of history) {
    const step = kind === 'step' && stepId ? steps.get(stepId) : undefined;
    if (kind === 'step-back' || kind === 'open-again') before = undefined;
    if (!step) continue;
    const { station } = step;
    if (before?.station === station && before.by === by && !step.waits) {
      const minutes = (Date.parse(at) - Date.parse(before.at)) / 60_000;
      lessons.push({
        kind: 'hands',
        usual: step.minutes,
        actual: minutes,
        keys: handsKeys(by, context.profile.id, step.id),
        at,
      });
    }
    before = { at, by, station };
  }
  return lessons;
}

/** Bytes a second that a copy moved, there and back where it was read back, against what its case is stated to carry. */
function copyOf({ job, history }: JobRecord, { cases, drive, at }: Context): Lesson[] {
  const { copy, dock } = job;
  const own = cases.find(({ id }) => id === dock?.caseId);
  if (!copy || !dock || !own || !drive || copy.seconds <= 0) return [];
  // A copy that went on after a stop has bytes of all its runs, and perhaps the time of the last alone.
  if (history.some(({ kind }) => kind === 'copy-goes-on')) return [];
  const passes = copy.grade === 'read-back' ? 2 : 1;
  return [
    {
      kind: 'copy',
      usual: own.rateBytesPerS,
      actual: (passes * copy.bytes) / copy.seconds,
      keys: copyKeys(dock.caseId, dock.oldCaseId, drive.protocol),
      at: history.findLast(({ kind }) => kind === 'copied')?.at ?? at,
    },
  ];
}

/** Minutes that a real device took from being switched on to its start, against what its phases say. */
function aloneOf({ job, history }: JobRecord, { profile }: Context): Lesson[] {
  const { network, format, phases } = profile.firstPower;
  const own = job.route === 'network' ? network : job.route === 'format' ? format : [];
  const usual = [...own, ...phases].reduce((sum, phase) => sum + phase.usualS, 0) / 60;
  const ended = history.findLast(({ kind }) => kind === 'switch-on');
  const begun = history.findLast(
    ({ kind, at }) => kind === 'power-on' && ended !== undefined && at <= ended.at,
  );
  if (!ended || !begun || job.takeIn.practice) return [];
  // How long a network was away teaches nothing about the device.
  if (history.some(({ kind }) => kind === 'network-gone')) return [];
  return [
    {
      kind: 'alone',
      usual,
      actual: (Date.parse(ended.at) - Date.parse(begun.at)) / 60_000,
      keys: [`device ${profile.id}`, `way ${profile.id} ${job.route}`],
      at: ended.at,
    },
  ];
}

/** The read test against the chain, and how far the drive warmed against the forecast. */
function readingsOf({ job, history }: JobRecord, context: Context): Lesson[] {
  const build = job.choice && context.findBuild(job.choice);
  if (!build || !job.choice) return [];
  const answer = fitAnswer(job, context.profile, build, job.choice.placeId);
  const at = history.findLast(({ kind }) => kind === 'read')?.at;
  if (at === undefined) return [];
  const read = job.readings['read-test'];
  const warm = job.readings['drive-temperature'];
  const lessons: Lesson[] = [];
  const { rate } = answer.speed;
  if (read && rate.known)
    lessons.push({
      kind: 'read-test',
      usual: rate.value,
      actual: read.value,
      keys: readKeys(context.profile.id, answer.place.id, build.drive.id),
      at,
    });
  if (warm && job.load && answer.heat?.known) {
    const { peakC, airC } = { peakC: answer.heat.settled.peakC.value, airC: answer.heat.roomC };
    lessons.push({
      kind: 'heat',
      usual: peakC - airC,
      actual: warm.value - job.load.roomC,
      keys: heatKeys(context.profile.id, answer.place.id, {
        driveId: build.drive.id,
        sinkId: build.sink?.id ?? null,
      }),
      at,
    });
  }
  return lessons;
}

/** Which faults were behind a dead start of this device, and which looks were right before they were found. */
const faultsOf = ({ job: { found = [] } }: JobRecord, { profile }: Context): Lesson[] =>
  found.flatMap(({ faultId, at, looks }): Lesson[] => [
    { kind: 'fault', usual: 1, actual: 1, keys: faultKeys(profile.id, faultId), at },
    ...looks.map(({ checkId, isMisread }): Lesson => ({
      kind: 'look',
      usual: 1,
      actual: 1,
      keys: lookKeys(checkId, isMisread),
      at,
    })),
  ]);
