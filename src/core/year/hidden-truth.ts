/** How much causes differ from what is usual, how a single act scatters, and how the causes drift: logarithms. */
const scatter = { causes: 0.15, single: 0.1, driftPerJob: 0.006 } as const;
/** One act in so many is a break, or was pressed late or early. */
const slipsOneIn = 60;

/**
 * The truth of a made-up workshop, which nothing that learns may look at: a factor for each person, device, step and case, that drifts
 * from job to job. The same numbers give the same year.
 */
export class HiddenTruth {
  private readonly causes = new Map<string, number>();

  constructor(
    /** Numbers from 0 up to, and without, 1. */
    private readonly source: () => number,
    /** Numbers of the standard normal law. */
    private readonly normal: () => number,
  ) {}

  /** A number from 0 up to, and without, 1. */
  next = (): number => this.source();

  /** One of a list. */
  oneOf<T>(list: readonly [T, ...T[]]): T {
    return list[Math.floor(this.source() * list.length)] ?? list[0];
  }

  /** All causes drift a little: called once a job. */
  drift(): void {
    for (const [key, value] of this.causes) this.causes.set(key, value + this.normal() * scatter.driftPerJob);
  }

  private cause(key: string): number {
    const known = this.causes.get(key) ?? this.normal() * scatter.causes;
    this.causes.set(key, known);
    return known;
  }

  /** Actual ÷ usual of one act that hangs on these. */
  factor(keys: readonly string[]): number {
    const sum = keys.reduce((total, key) => total + this.cause(key), 0);
    if (this.source() < 1 / slipsOneIn) return Math.exp(sum) * (this.source() < 0.7 ? 5 : 0.15);
    return Math.exp(sum + this.normal() * scatter.single);
  }
}
