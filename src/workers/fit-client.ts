import { type Remote, proxy, wrap } from 'comlink';
import type { PadChoices } from '@/core/stack';
import type { FitWorker, Progress, Stopped } from './protocol';

type Running = { worker: Worker; remote: Remote<FitWorker> };

/**
 * The fit worker as a page uses it: started with the first question, thrown away by `stop`, which refuses what was
 * still being computed. Stopping ends the worker itself, so that it is at once and nothing goes on behind the page.
 */
export class FitClient {
  private running: Running | null = null;
  private refusals = new Set<(why: Stopped) => void>();

  /** Asks one question; refused with `Stopped` where it is stopped before the answer is there. */
  private ask<T>(work: (remote: Remote<FitWorker>) => Promise<T>): Promise<T> {
    const { remote } = (this.running ??= this.start());
    return new Promise<T>((resolve, reject) => {
      const refuse = (why: Stopped) => reject(why);
      this.refusals.add(refuse);
      work(remote)
        .then(resolve, reject)
        .finally(() => this.refusals.delete(refuse));
    });
  }

  private start(): Running {
    const worker = new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('error', () => this.stop('The computation failed.'));
    return { worker, remote: wrap<FitWorker>(worker) };
  }

  heat(questions: Parameters<FitWorker['heat']>[0], seed: number, onProgress: Progress) {
    return this.ask((remote) => remote.heat(questions, seed, proxy(onProgress)));
  }

  pads(...args: Parameters<FitWorker['pads']>) {
    return this.ask<PadChoices>(async (remote) => remote.pads(...args));
  }

  stack(...args: Parameters<FitWorker['stack']>) {
    return this.ask((remote) => remote.stack(...args));
  }

  remedies(...args: Parameters<FitWorker['remedies']>) {
    return this.ask((remote) => remote.remedies(...args));
  }

  stop(message = 'Stopped.'): void {
    this.running?.worker.terminate();
    this.running = null;
    for (const refuse of this.refusals) refuse({ code: 'stopped', message });
    this.refusals.clear();
  }
}
