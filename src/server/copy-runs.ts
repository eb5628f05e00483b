import type { CopyProgress, CopyState } from '@/core/copy';
import type { Fault } from '@/core/result';
import { logTrouble } from './log';
import type { CopyOutcome } from '@/copier';
import type { CopyJob, Dock, RunningCopy } from '@/dock';

type Run = { running: RunningCopy; progress: CopyProgress | null };

/** The copies that run now, by job, and who listens to them. At most one writer per drive. */
export class CopyRuns {
  private readonly runs = new Map<string, Run>();
  private readonly faults = new Map<string, Fault>();
  private readonly listeners = new Map<string, Set<(state: CopyState) => void>>();

  constructor(private readonly dock: Dock) {}

  /** Starts or goes on; `finished` is awaited before anyone hears that the copy is finished. */
  start(
    jobId: string,
    job: CopyJob,
    finished: (outcome: CopyOutcome) => Promise<void>,
    failed: (fault: Fault) => Promise<void> = async () => {},
  ): boolean {
    if (this.runs.has(jobId)) return false;
    this.faults.delete(jobId);
    const run: Run = { running: null as never, progress: null };
    run.running = this.dock.threads.copy(job, (progress) => {
      run.progress = progress;
      this.tell(jobId, { kind: 'running', progress });
    });
    this.runs.set(jobId, run);
    this.share();
    void this.end(jobId, run, finished, failed);
    return true;
  }

  /** All copies that run now share the bench's links in equal parts. */
  private share() {
    for (const { running } of this.runs.values()) running.share?.(this.runs.size);
  }

  private async end(
    jobId: string,
    run: Run,
    finished: (outcome: CopyOutcome) => Promise<void>,
    failed: (fault: Fault) => Promise<void>,
  ) {
    let fault: Fault | null = null;
    let finishedNow = false;
    try {
      const result = await run.running.finished;
      if (result.ok) {
        await finished(result.value);
        finishedNow = result.value.kind === 'finished';
      } else {
        fault = result.fault;
        logTrouble('copy-failed', { jobId, code: result.fault.code });
        await failed(result.fault);
      }
    } catch (error) {
      logTrouble('copy-failed', { jobId, error });
      fault = {
        code: 'record',
        sentence: 'The copy ended, but could not be recorded.',
        remedy: 'Go on: it checks and records again.',
      };
    }
    this.runs.delete(jobId);
    this.share();
    if (fault) this.faults.set(jobId, fault);
    this.tell(jobId, await this.state(jobId, finishedNow));
  }

  async state(jobId: string, isFinished: boolean): Promise<CopyState> {
    const run = this.runs.get(jobId);
    if (run) return { kind: 'running', progress: run.progress };
    if (isFinished) return { kind: 'finished' };
    let fault = this.faults.get(jobId) ?? null;
    let soFar: Awaited<ReturnType<Dock['copySoFar']>> = null;
    try {
      soFar = await this.dock.copySoFar(jobId);
    } catch (error) {
      // A journal that cannot be read is not a copy that was never begun.
      logTrouble('unreadable', { what: 'journal', jobId, error });
      fault = {
        code: 'journal-unreadable',
        sentence: 'How far the copy came cannot be read.',
        remedy: 'Check the disk under the data folder; take the drives out of the dock to begin anew.',
      };
    }
    if (!soFar && !fault) return { kind: 'none' };
    return { kind: 'interrupted', verifiedBlocks: soFar?.verifiedBlocks ?? 0, fault };
  }

  isRunning = (jobId: string) => this.runs.has(jobId);

  anyRuns = () => this.runs.size > 0;

  progress = (jobId: string): CopyProgress | null => this.runs.get(jobId)?.progress ?? null;

  stop(jobId: string): boolean {
    const run = this.runs.get(jobId);
    run?.running.stop();
    return run !== undefined;
  }

  listen(jobId: string, listener: (state: CopyState) => void): () => void {
    const set = this.listeners.get(jobId) ?? new Set();
    this.listeners.set(jobId, set.add(listener));
    return () => {
      set.delete(listener);
      if (set.size === 0) this.listeners.delete(jobId);
    };
  }

  private tell(jobId: string, state: CopyState) {
    for (const listener of this.listeners.get(jobId) ?? []) listener(state);
  }

  /** Asks every copier to stop behind its current batch, and waits for all. */
  async close(): Promise<void> {
    const running = [...this.runs.values()];
    for (const run of running) run.running.stop();
    await Promise.all(running.map((run) => run.running.finished));
  }
}
