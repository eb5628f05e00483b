import type { LessonKind } from '@/core/learn';

type Words = {
  title: string;
  /** What is held against what. */
  what: string;
  /** Single things that were seen, many of them. */
  single: string;
  /** What above and below the usual is called. */
  more: string;
  less: string;
};

export const kindWords: Readonly<Record<LessonKind, Words>> = Object.freeze({
  hands: {
    title: 'Minutes of the hands',
    what: 'a job’s steps together, against the procedure’s minutes',
    single: 'steps timed',
    more: 'longer',
    less: 'shorter',
  },
  copy: {
    title: 'Rates of copies',
    what: 'there and back, against the stated rate of the case',
    single: 'copies',
    more: 'faster',
    less: 'slower',
  },
  alone: {
    title: 'Waits of devices',
    what: 'from switched on to started, against the profile’s phases',
    single: 'starts of real devices',
    more: 'longer',
    less: 'shorter',
  },
  'read-test': {
    title: 'Read tests',
    what: 'as the device shows them, against the chain',
    single: 'readings',
    more: 'faster',
    less: 'slower',
  },
  heat: {
    title: 'Heat under load',
    what: 'above the room, against the forecast',
    single: 'readings',
    more: 'warmer',
    less: 'cooler',
  },
});
