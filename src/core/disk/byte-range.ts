/** Bytes from the start of what is looked at, `start` to before `end`. */
export type ByteRange = { start: number; end: number };

/** Most ranges that one partition is described by: a drive in crumbs is carried a little too generously instead of filling memory. */
const mostRanges = 100_000;

/**
 * Gathers what is in use, in any order, into ordered ranges that do not touch. Memory is bounded: past the most
 * ranges allowed, the smallest gaps are closed, so that the result always covers what was added.
 */
export class RangeCollector {
  private ranges: ByteRange[] = [];
  private grainBytes = 0;

  constructor(
    private readonly endBytes: number,
    private readonly most = mostRanges,
  ) {}

  /** Adds `start` to before `end`; what lies past the end of the whole is cut off. */
  add(start: number, end: number): void {
    const cut = Math.min(end, this.endBytes);
    if (start >= cut) return;
    const last = this.ranges.at(-1);
    if (last && start >= last.start && start - last.end <= this.grainBytes) {
      last.end = Math.max(last.end, cut);
      return;
    }
    this.ranges.push({ start, end: cut });
    if (this.ranges.length > this.most) this.coarsen();
  }

  private coarsen() {
    this.ranges = join(this.ranges, this.grainBytes);
    while (this.ranges.length > this.most / 2) {
      this.grainBytes = Math.max(4096, this.grainBytes * 2);
      this.ranges = join(this.ranges, this.grainBytes);
    }
  }

  /** The ranges in order, and whether gaps were closed to bound them. */
  finish(): { ranges: ByteRange[]; isCoarse: boolean } {
    return { ranges: join(this.ranges, this.grainBytes), isCoarse: this.grainBytes > 0 };
  }
}

/** Orders ranges and joins those with at most `gapBytes` between them. */
function join(ranges: ByteRange[], gapBytes: number): ByteRange[] {
  const joined: ByteRange[] = [];
  for (const range of [...ranges].sort((a, b) => a.start - b.start)) {
    const last = joined.at(-1);
    if (last && range.start - last.end <= gapBytes) last.end = Math.max(last.end, range.end);
    else joined.push({ ...range });
  }
  return joined;
}

/** Bytes that ordered ranges cover. */
export const rangeBytes = (ranges: ByteRange[]): number =>
  ranges.reduce((total, { start, end }) => total + end - start, 0);

/** Ordered ranges less what other ordered ranges cover. */
export function without(ranges: ByteRange[], taken: ByteRange[]): ByteRange[] {
  const left: ByteRange[] = [];
  let i = 0;
  for (const range of ranges) {
    let { start } = range;
    while (i < taken.length && taken[i]!.end <= start) i += 1;
    for (let k = i; k < taken.length && taken[k]!.start < range.end; k += 1) {
      const { start: from, end } = taken[k]!;
      if (from > start) left.push({ start, end: from });
      start = Math.max(start, end);
    }
    if (start < range.end) left.push({ start, end: range.end });
  }
  return left;
}
