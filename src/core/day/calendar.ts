import type { Worker } from './model';

const { max, min } = Math;
const never = Number.POSITIVE_INFINITY;

/**
 * The working time of one person: minutes of the clock to minutes worked and back, so that a task goes over a break as if the break were
 * not there.
 */
export class Calendar {
  private readonly starts: number[] = [];
  readonly total: number;

  constructor(private readonly windows: Worker['windows']) {
    let worked = 0;
    for (const { from, to } of windows) {
      this.starts.push(worked);
      worked += to - from;
    }
    this.total = worked;
  }

  /** Minutes worked up to a minute of the clock. */
  workedAt(clock: number): number {
    let worked = 0;
    for (const { from, to } of this.windows) {
      if (clock <= from) break;
      worked += min(clock, to) - from;
    }
    return worked;
  }

  /** The first minute of the clock at which so much is worked; the beginning of the next window where one ends there and `begins`. */
  clockAt(worked: number, begins: boolean): number {
    for (const [i, { from, to }] of this.windows.entries()) {
      const start = this.starts[i] ?? 0;
      const left = worked - start;
      if (begins ? left < to - from : left <= to - from) return from + max(0, left);
    }
    return never;
  }
}
