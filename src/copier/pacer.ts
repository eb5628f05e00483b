import type { Pace } from '@/core/workshop';

const speedUp: Record<Pace, number> = { true: 1, x60: 60, free: Infinity };

export type Clock = { nowMs: () => number; sleep: (ms: number) => Promise<void> };

/** The rate that a link or a drive allows from so many bytes on. */
export type RateStep = { fromBytes: number; bytesPerS: number };

/** Holds the stand-in to the rate of its case, so that a copy lasts as long as at a bench. */
export class Pacer {
  private movedBytes = 0;
  private dueMs: number;
  private shares = 1;

  constructor(
    private readonly steps: RateStep[],
    private readonly pace: Pace,
    private readonly clock: Clock,
    /** What the links carry when all is well, where that is not what the steps begin with. */
    readonly nominalBytesPerS = steps[0]!.bytesPerS,
  ) {
    this.dueMs = clock.nowMs();
  }

  /** What all is well with would carry now, bytes of this machine's seconds; null where nothing is held back. */
  get bytesPerS(): number | null {
    const rate = (this.nominalBytesPerS / this.shares) * speedUp[this.pace];
    return rate === Infinity ? null : rate;
  }

  /** Several copies share the bench's link: each gets its part of it. */
  shareAmong(copies: number): void {
    this.shares = Math.max(1, copies);
  }

  /** Waits until so many more bytes could have gone through the case. */
  async moved(bytes: number): Promise<void> {
    this.movedBytes += bytes;
    if (this.pace === 'free') return;
    const step = this.steps.findLast(({ fromBytes }) => this.movedBytes >= fromBytes) ?? this.steps[0]!;
    // Time that was lost elsewhere is not made up for: a link does not hurry.
    const nowMs = this.clock.nowMs();
    this.dueMs = Math.max(this.dueMs, nowMs - 1000);
    this.dueMs += (bytes * 1000 * this.shares) / (step.bytesPerS * speedUp[this.pace]);
    const wait = this.dueMs - nowMs;
    if (wait > 1) await this.clock.sleep(wait);
  }
}
