import type { ImageRunView } from '@/core/job-view';
import { type Fault, refuse } from '@/core/result';
import { logTrouble } from './log';
import type { ImageOutcome, ImageProgress, ImageThreads, ImageWork, RunningImageWork } from '@/images';

/** What work runs on: one at a time for each image and each stick. */
export const imageKey = (imageId: string) => `image:${imageId}`;
export const stickKey = (label: string) => `stick:${label}`;
export const busy = () => refuse('busy', 'Something runs on it already.', 'Wait for it, or stop it.');
export const notFound = (what: string) =>
  refuse('not-found', `This ${what} is not on the bench.`, 'Choose one from the list.');

/** A piece of work and what is done with its outcome, which may be the next piece. */
export type ImageStep = { work: ImageWork; finished: (outcome: ImageOutcome) => Promise<ImageStep | void> };

type Run = {
  work: RunningImageWork | null;
  isStopped: boolean;
  beganMs: number;
  first: ImageProgress | null;
  last: ImageProgress | null;
  ended: Promise<void>;
};

/** Work on images that runs now, one for each image and for each stick, and how the last one ended where it ended badly. */
export class ImageRuns {
  private readonly runs = new Map<string, Run>();
  private readonly faults = new Map<string, Fault>();

  constructor(
    private readonly threads: ImageThreads,
    private readonly now: () => Date,
  ) {}

  /** Begins; false where something runs on the same thing. */
  start(key: string, step: ImageStep): boolean {
    if (this.runs.has(key)) return false;
    this.faults.delete(key);
    const ended = Promise.resolve();
    const run: Run = { work: null, isStopped: false, beganMs: 0, first: null, last: null, ended };
    this.runs.set(key, run);
    run.ended = this.steps(key, run, step)
      .catch((error: Error) => {
        logTrouble('image-work-failed', { key, error });
        this.faults.set(key, {
          code: 'record',
          sentence: `It ended, but could not be recorded: ${error.message}.`,
          remedy: 'Do it again.',
        });
      })
      .finally(() => this.runs.delete(key));
    return true;
  }

  private async steps(key: string, run: Run, first: ImageStep): Promise<void> {
    for (let step: ImageStep | void = first; step && !run.isStopped;) {
      run.work = this.threads(step.work, (progress) => {
        if (run.last?.phase !== progress.phase) {
          run.first = progress;
          run.beganMs = this.now().getTime();
        }
        run.last = progress;
      });
      const result = await run.work.finished;
      if (!result.ok) {
        this.faults.set(key, result.fault);
        return;
      }
      step = await step.finished(result.value);
    }
  }

  isRunning = (key: string) => this.runs.has(key);

  anyRuns = () => this.runs.size > 0;

  fault = (key: string): Fault | null => this.faults.get(key) ?? null;

  view(key: string): ImageRunView | null {
    const run = this.runs.get(key);
    if (!run) return null;
    const { first, last } = run;
    if (!first || !last) return { phase: 'checking', doneBytes: 0, totalBytes: 0, secondsLeft: null };
    const seconds = (this.now().getTime() - run.beganMs) / 1000;
    const moved = last.doneBytes - first.doneBytes;
    const left = moved > 0 && seconds > 0.5 ? ((last.totalBytes - last.doneBytes) * seconds) / moved : null;
    return { ...last, secondsLeft: left };
  }

  /** How far everything is that runs now. */
  views(): Map<string, ImageRunView> {
    return new Map([...this.runs.keys()].map((key) => [key, this.view(key)!]));
  }

  stop(key: string): boolean {
    const run = this.runs.get(key);
    if (!run) return false;
    run.isStopped = true;
    run.work?.stop();
    return true;
  }

  /** Resolves when what runs on this has ended and was recorded. */
  async ended(key: string): Promise<void> {
    await this.runs.get(key)?.ended;
  }

  async close(): Promise<void> {
    for (const key of this.runs.keys()) this.stop(key);
    await Promise.all([...this.runs.values()].map(({ ended }) => ended));
  }
}
