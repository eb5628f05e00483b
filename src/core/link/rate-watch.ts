/** Seconds, or bytes in a second, as a range: the middle and what nine of ten moments stayed within. */
export type Spread = { least: number; middle: number; most: number };

export type RateDrop = { fromBytesPerS: number; toBytesPerS: number; atBytes: number };

/** What a copy's rate looked like so far: for a page's curve and its estimate. */
export type RateReport = {
  /** Over the last moments; 0 before anything can be said. */
  nowBytesPerS: number;
  /** The rate that it has held for a while; another one takes its place only when that has been held as long. Null before the first. */
  steadyBytesPerS: number | null;
  secondsLeft: Spread | null;
  drop: RateDrop | null;
  /** Rates of equal stretches of time, oldest first; at most 120. */
  curve: number[];
};

type Bucket = { bytes: number; ms: number };

const mostBuckets = 120;
const recentBuckets = 20;
/**
 * A rate is held when the middle of so many stretches and that of as many before them are within this share of each other: single
 * moments of a copy stray far more. Another rate that differs by less is the same.
 */
const steadyBuckets = 4;
const steadyShare = 0.25;

const at = (sorted: number[], share: number) => sorted[Math.round((sorted.length - 1) * share)]!;
const rateOf = ({ bytes, ms }: Bucket) => (bytes / ms) * 1000;
const sortedRates = (buckets: Bucket[]) => buckets.map(rateOf).sort((a, b) => a - b);

/**
 * Watches the rate of a copy in stretches of `bucketMs`; when there are too many, neighbours are joined. A drop is a rate that
 * fell to half or less of what was sustained before and stayed there for three stretches: as when a drive's fast
 * cache is full. Time left: bytes left over the middle, the slowest tenth and the fastest tenth of the recent rates.
 */
export class RateWatch {
  private buckets: Bucket[] = [];
  private open: Bucket = { bytes: 0, ms: 0 };
  private totalBytes = 0;
  private drop: RateDrop | null = null;
  private steady: number | null = null;

  constructor(private bucketMs = 500) {}

  /** So many bytes moved in the last so many milliseconds. */
  add(bytes: number, ms: number): void {
    this.totalBytes += bytes;
    this.open.bytes += bytes;
    this.open.ms += ms;
    if (this.open.ms < this.bucketMs) return;
    this.buckets.push(this.open);
    this.open = { bytes: 0, ms: 0 };
    this.lookForDrop();
    this.lookForSteady();
    if (this.buckets.length > mostBuckets) this.joinNeighbours();
  }

  private joinNeighbours() {
    this.bucketMs *= 2;
    const joined: Bucket[] = [];
    for (let i = 0; i + 1 < this.buckets.length; i += 2) {
      const [a, b] = [this.buckets[i]!, this.buckets[i + 1]!];
      joined.push({ bytes: a.bytes + b.bytes, ms: a.ms + b.ms });
    }
    if (this.buckets.length % 2 === 1) joined.push(this.buckets.at(-1)!);
    this.buckets = joined;
  }

  private lookForSteady() {
    const last = this.buckets.slice(-2 * steadyBuckets);
    if (last.length < 2 * steadyBuckets) return;
    const middle = at(sortedRates(last), 0.5);
    const isNear = (rate: number) => Math.abs(rate - middle) <= middle * steadyShare;
    const halves = [last.slice(0, steadyBuckets), last.slice(steadyBuckets)];
    if (middle <= 0 || !halves.every((half) => isNear(at(sortedRates(half), 0.5)))) return;
    if (this.steady === null || !isNear(this.steady)) this.steady = middle;
  }

  private lookForDrop() {
    const before = this.buckets.slice(0, -3);
    if (before.length < 3) return;
    const sustained = at(sortedRates(before.slice(-recentBuckets)), 0.5);
    const last = sortedRates(this.buckets.slice(-3));
    if (Math.max(...last) > sustained / 2) return;
    const lastBytes = this.buckets.slice(-3).reduce((sum, { bytes }) => sum + bytes, 0);
    this.drop ??= {
      fromBytesPerS: sustained,
      toBytesPerS: at(last, 0.5),
      atBytes: this.totalBytes - lastBytes,
    };
  }

  report(bytesLeft: number): RateReport {
    const recent = this.buckets.slice(-recentBuckets);
    const curve = this.buckets.map(rateOf);
    if (recent.length === 0) {
      const rate = this.open.ms > 0 ? rateOf(this.open) : 0;
      return { nowBytesPerS: rate, steadyBytesPerS: this.steady, secondsLeft: null, drop: null, curve };
    }
    const rates = sortedRates(recent);
    const left = (rate: number) => (rate > 0 ? bytesLeft / rate : Infinity);
    return {
      nowBytesPerS: at(sortedRates(recent.slice(-3)), 0.5),
      steadyBytesPerS: this.steady,
      secondsLeft:
        at(rates, 0.5) > 0
          ? {
              least: left(at(rates, 0.9)),
              middle: left(at(rates, 0.5)),
              most: left(Math.max(at(rates, 0.1), at(rates, 0.5) / 20)),
            }
          : null,
      drop: this.drop,
      curve,
    };
  }
}
