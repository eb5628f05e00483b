import type { Held } from './calibration';
import type { FaultSeen } from './faults';
import { factorOf, learnSum, sumOf } from './forecast';
import type { LessonOfJob } from './lesson';
import { type LessonKind, lessonKinds } from './lesson-keys';
import type { Trial } from './share';
import { type Quantity, learnInto, nothingLearned } from './quantity';

/** What a bench knows of one kind, and how its forecasts before each lesson held. */
export type LearnedKind = { quantity: Quantity; held: Held[] };
export type Learned = Readonly<
  Record<LessonKind, LearnedKind> & { faults: readonly FaultSeen[]; looks: readonly Trial[] }
>;

/** The forecasts that are looked back on. */
const mostHeld = 2000;

/** A bench that nobody has worked at. */
export const nobodyLearned: Learned = Object.freeze({
  ...(Object.fromEntries(
    lessonKinds.map((kind) => [kind, { quantity: nothingLearned, held: [] }]),
  ) as unknown as Record<LessonKind, LearnedKind>),
  faults: [],
  looks: [],
});

/**
 * All that lessons teach, in the order in which they were taught. Before each is taken into account it is forecast as the bench would
 * have said it then, and the two are kept side by side. The hands of a job are forecast as a whole.
 */
export function learnedFrom(lessons: readonly LessonOfJob[]): Learned {
  const kinds = Object.fromEntries(
    lessonKinds.map((kind) => {
      const own = lessons.filter((lesson) => lesson.kind === kind);
      return [kind, kind === 'hands' ? learnedOfSums(own) : learnedOf(own)];
    }),
  );
  const faults = lessons.flatMap(({ kind, keys: [profileId, faultId], at }) =>
    kind === 'fault' && profileId && faultId ? [{ profileId, faultId, at }] : [],
  );
  const looks = lessons.flatMap(({ kind, keys: [key, read], at }) =>
    kind === 'look' && key ? [{ key, isHit: read === 'misread', at }] : [],
  );
  return {
    ...(kinds as unknown as Record<LessonKind, LearnedKind>),
    faults: faults.slice(-mostHeld),
    looks: looks.slice(-mostHeld),
  };
}

const last = (held: Held[]): Held[] => held.slice(-mostHeld);

function learnedOf(lessons: readonly LessonOfJob[]): LearnedKind {
  let quantity = nothingLearned;
  const held: Held[] = [];
  for (const { usual, actual, keys, at } of lessons) {
    const { least, middle, most } = factorOf(quantity, keys, at);
    held.push({ at, least: least * usual, middle: middle * usual, most: most * usual, actual });
    quantity = learnInto(quantity, [{ ratio: actual / usual, keys, at }]);
  }
  return { quantity, held: last(held) };
}

/** Lessons of one job after another, each forecast and held as a sum. */
function learnedOfSums(lessons: readonly LessonOfJob[]): LearnedKind {
  let quantity = nothingLearned;
  const held: Held[] = [];
  for (let from = 0; from < lessons.length;) {
    const { jobId, at } = lessons[from]!;
    let to = from;
    while (lessons[to]?.jobId === jobId) to += 1;
    const ofJob = lessons.slice(from, to);
    const actual = ofJob.reduce((sum, lesson) => sum + lesson.actual, 0);
    const { least, middle, most } = sumOf(quantity, ofJob, at);
    held.push({ at, least, middle, most, actual });
    quantity = learnSum(quantity, ofJob, actual, at);
    quantity = learnInto(
      quantity,
      ofJob.map((lesson) => ({ ratio: lesson.actual / lesson.usual, keys: lesson.keys, at: lesson.at })),
    );
    from = to;
  }
  return { quantity, held: last(held) };
}
