import type { Spread } from '../link';

/** All times of a day are whole or broken minutes from the moment that it is planned at. */

/** One piece of work that is left: of hands, of a machine, or of a device that is left alone. */
export type DayTask = {
  id: string;
  jobId: string;
  /** The station of the job that it belongs to. */
  station: string;
  /** What is done, for people. */
  what: string;
  /** A technician does it. */
  hands: boolean;
  /** Only those who may open mains supplies. */
  mains: boolean;
  /** The machine that it keeps busy, such as the dock; null where it keeps none. */
  machine: string | null;
  minutes: Spread;
  /** Ids of what must be done before. */
  after: readonly string[];
  /** It cannot begin before, minutes. */
  notBefore: number;
  /** It runs already: nothing goes before it. */
  runs?: boolean;
  /** Where somebody pinned it; left out where the plan decides. */
  pin?: Pin;
};

/** A task of hands that somebody gave a person and a beginning; below 0 or past, it is theirs as soon as it can be. */
export type Pin = { by: string; fromMin: number };

export type DayJob = {
  id: string;
  device: string;
  who: string;
  /** When it was promised; null where it was not. Below 0 where that is over already. */
  promisedMin: number | null;
  /** Why nothing of it can go on, in words; null where it can. */
  held: string | null;
};

/** Someone who works, and when: windows that follow one another and do not overlap; none for a day off. */
export type Worker = {
  initials: string;
  name: string;
  mains: boolean;
  windows: readonly { from: number; to: number }[];
};

export type Day = {
  tasks: readonly DayTask[];
  jobs: readonly DayJob[];
  crew: readonly Worker[];
  /** How many of each machine there are. */
  machines: Readonly<Record<string, number>>;
};

/** Where a task stands in the plan. */
export type Slot = { taskId: string; from: number; to: number; by: string | null };
