import type { Pace } from '@/core/workshop';

const speedUp: Record<Pace, number> = { true: 1, x60: 60, free: Infinity };

/** Holds the stand-in to the rate of its case, so that a copy lasts as long as at a bench. */
export class Pacer {
  private readonly startedMs: number;
  private movedBytes = 0;
  private readonly bytesPerMs: number;

  constructor(
    rateBytesPerS: number,
    pace: Pace,
    private readonly clock: { nowMs: () => number; sleep: (ms: number) => Promise<void> },
  ) {
    this.startedMs = clock.nowMs();
    this.bytesPerMs = (rateBytesPerS * speedUp[pace]) / 1000;
  }

  /** Waits until so many more bytes could have gone through the case. */
  async moved(bytes: number): Promise<void> {
    this.movedBytes += bytes;
    if (this.bytesPerMs === Infinity) return;
    const due = this.startedMs + this.movedBytes / this.bytesPerMs;
    const wait = due - this.clock.nowMs();
    if (wait > 1) await this.clock.sleep(wait);
  }
}
